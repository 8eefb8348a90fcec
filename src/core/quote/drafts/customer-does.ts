import { cutBlades } from '../cut';
import { line, statedSum } from '../lines';
import type { KeyState, QuoteRequest, QuoteSnapshot } from '../quote';
import { type SourcedOrNot, sourceArticles, type Wanted } from '../source-articles';
import { taxOf } from '../tax';
import { tripLines } from '../trip-lines';
import { programming } from '../work';
import {
  anyNew,
  type DraftOrNot,
  learningWay,
  no,
  plainArticles,
  statedRisk,
  usedUp,
  wayNotes,
} from './draft';

/** Articles that the customer buys of those who sell to customers. */
function sellersArticles(request: QuoteRequest, keepBlank: boolean, snapshot: QuoteSnapshot): SourcedOrNot {
  const { blank, remote, chip } = snapshot.articles;
  const electronics = remote ?? chip;
  const sold = (article: string, plain: string): Wanted => ({
    articles: [article],
    pieces: request.keys,
    stock: () => false,
    prices: ({ kind }) => kind === 'online',
    words: 'online',
    plain,
  });
  return sourceArticles(
    [
      ...(electronics === null
        ? []
        : [sold(electronics, remote ? plainArticles.remote : plainArticles.chip)]),
      ...(keepBlank ? [sold(blank, plainArticles.blank)] : []),
    ],
    request,
    { ...snapshot, rules: { ...snapshot.rules, keyMarkupPercent: 0, passPercent: 0 } },
  );
}

/** The customer buys the articles; the shop cuts and programs them. */
export function customerBuys(request: QuoteRequest, state: KeyState, snapshot: QuoteSnapshot): DraftOrNot {
  const learned = learningWay(state);
  if ('reason' in learned) return no(learned.reason);
  const { rules } = snapshot;
  const bought = sellersArticles(request, learned.kind !== 'remote', snapshot);
  if (!bought.ok) return bought;
  const parts = usedUp(learned.way, request.keys);
  const own = parts.length === 0 ? undefined : sourceArticles(parts, request, snapshot);
  if (own && !own.ok) return own;
  const work = programming(learned.kind, learned.way, request.keys, request.book, rules);
  const cut = learned.kind === 'remote' ? undefined : cutBlades(request.keys, request.book, snapshot);
  if (cut && !cut.ok) return cut;
  const shipped = bought.lines.some(({ label }) => label.startsWith('Shipping'));
  return {
    ok: true,
    route: learned.kind,
    lines: [...(own?.lines ?? []), ...(cut?.lines ?? []), ...work.lines],
    others: [
      ...bought.lines.map((one) => ({
        ...one,
        payee: 'seller' as const,
        label: `${one.label}, bought by the customer`,
        plain: `${one.plain ?? one.label}, bought by you`,
      })),
      ...(shipped || rules.onlineShippingMinor === 0
        ? []
        : [line('Shipping to the customer', 'article', 'goods', rules.onlineShippingMinor, 'seller')]),
    ],
    costs: [...(own?.costs ?? []), ...(cut?.costs ?? []), ...work.costs],
    parcels: [...bought.parcels, ...(own?.parcels ?? []), ...(cut?.parcel ? [cut.parcel] : [])],
    ordered: own?.ordered ?? false,
    visit: {
      workMinutes: work.minutes + (cut?.minutes ?? 0),
      waitMinutes: work.waitMinutes,
      p80Minutes: work.p80Minutes + (cut?.minutes ?? 0),
    },
    shopMinutes: 0,
    sources: bought.sources,
    risk: { basisPoints: statedRisk.learned, rests: 'comebacks of the work, stated 1.5 %' },
    bornBy: (rules.warrantyMonths.customerBuys ?? 0) > 0 ? 'shop' : 'customer',
    againMinor: 0,
    againCustomerMinor: null,
    reserves: own?.reserves ?? [],
    notes: [
      'The customer bears it when the article is wrong or not virgin: a second visit is a second bill.',
      ...bought.notes,
      ...wayNotes(learned.way),
    ],
    stale: bought.stale,
  };
}

/** The customer collects a cut key and does the on-board sequence alone. */
export function customerPrograms(
  request: QuoteRequest,
  { ways }: KeyState,
  snapshot: QuoteSnapshot,
): DraftOrNot {
  if (ways.noProgramming && ways.noProgramming.refused === null)
    return no(
      ways.noProgramming.pellet
        ? 'Nothing is programmed on this car: the right cut and the right pellet step are all.'
        : 'Nothing is programmed on this car: the cut key is all.',
    );
  const way = ways.onBoard;
  if (!way) return no('This platform has no sequence that a customer can do alone.');
  if (way.refused !== null) return no(way.refused);
  const { rules, articles, trip, taxBasisPoints } = snapshot;
  const electronics = articles.remote ?? articles.chip;
  const sourced = sourceArticles(
    [
      anyNew(articles.blank, request.keys, plainArticles.blank),
      ...(electronics === null
        ? []
        : [anyNew(electronics, request.keys, articles.remote ? plainArticles.remote : plainArticles.chip)]),
    ],
    request,
    snapshot,
  );
  if (!sourced.ok) return sourced;
  const cut = cutBlades(request.keys, request.book, snapshot);
  if (!cut.ok) return cut;
  const help = statedSum([
    ...programming('onBoard', way, request.keys, request.book, rules).lines,
    ...tripLines(trip, request.book, rules),
  ]);
  const withTax = rules.taxIncluded ? help : help + taxOf(help, taxBasisPoints.labour, false);
  const failure = 10_000 - Math.round((way.firstTry?.works ?? way.chance) * 10_000);
  return {
    ok: true,
    route: 'onBoard',
    lines: [...sourced.lines, ...cut.lines],
    others: [],
    costs: [...sourced.costs, ...cut.costs],
    parcels: [...sourced.parcels, ...(cut.parcel ? [cut.parcel] : [])],
    ordered: sourced.ordered || cut.parcel !== null,
    visit: null,
    shopMinutes: cut.minutes,
    sources: sourced.sources,
    risk: {
      basisPoints: failure,
      rests: `the sequence works alone: ${way.chanceRests}`,
    },
    bornBy: 'customer',
    againMinor: 0,
    againCustomerMinor: withTax,
    reserves: sourced.reserves,
    notes: [
      'The customer collects the cut key and does the on-board sequence; help at the car is a visit of its own.',
      ...sourced.notes,
      ...cut.notes,
    ],
    stale: sourced.stale,
  };
}
