import type { HandPrice } from '@/core/job/terms';
import { line } from '../lines';
import type { KeyState, QuoteRequest, QuoteSnapshot } from '../quote';
import { sourceArticles } from '../source-articles';
import { anyNew, type DraftOrNot, no } from './draft';

/** How often work that nobody reckoned comes back, in hundredths of a percent. Stated. */
const comebackBasisPoints = 500;

/** Articles and lines that somebody wrote by hand, for a car or a work that the library does not know. */
export function byHand(request: QuoteRequest, _state: KeyState, snapshot: QuoteSnapshot): DraftOrNot {
  const { hand = worksAlone(request, snapshot), works = [] } = request;
  if (!hand) return no('No line is written by hand.');
  if (hand.articles.length + hand.lines.length + works.length === 0) return no('No line is written by hand.');
  if (hand.currency !== snapshot.currency)
    return no(`It was written in ${hand.currency}, and the shop reckons in ${snapshot.currency}.`);
  const sourced = sourceArticles(
    hand.articles.map(({ article, pieces }) => anyNew(article, pieces, article)),
    request,
    snapshot,
  );
  if (!sourced.ok) return sourced;
  const lines = [
    ...sourced.lines.map((one) => ({ ...one, plain: one.plain === 'Shipping' ? 'Shipping' : 'Articles' })),
    ...hand.lines.map(({ label, goods, minor }) =>
      line(label, goods ? 'article' : 'programming', goods ? 'goods' : 'labour', minor),
    ),
  ];
  const articlesMinor = sourced.costs.reduce((total, { minor }) => total + minor, 0);
  return {
    ok: true,
    route: 'noProgramming',
    lines,
    others: [],
    costs: sourced.costs,
    parcels: sourced.parcels,
    ordered: sourced.ordered,
    visit: { workMinutes: hand.minutes, waitMinutes: 0, p80Minutes: Math.round(hand.minutes * 1.4) },
    shopMinutes: 0,
    sources: sourced.sources,
    risk: { basisPoints: comebackBasisPoints, rests: 'comebacks of work priced by hand, stated 5 %' },
    bornBy: (snapshot.rules.warrantyMonths.shopByHand ?? 0) > 0 ? 'shop' : 'customer',
    againMinor: articlesMinor,
    againCustomerMinor: null,
    reserves: sourced.reserves,
    notes: [
      request.hand ? 'Priced by hand: the library did not reckon it.' : 'Works of the shop, without a key.',
      ...sourced.notes,
    ],
    stale: sourced.stale,
  };
}

/** Nothing by hand: works of the shop stand alone where nothing else is asked for; beside a key they are no way to it. */
function worksAlone(
  { keys, repairs, opens }: QuoteRequest,
  { currency, unknownCar }: QuoteSnapshot,
): HandPrice | undefined {
  const alone = unknownCar || (keys === 0 && repairs === 0 && !opens);
  return alone ? { currency, articles: [], lines: [], minutes: 0 } : undefined;
}
