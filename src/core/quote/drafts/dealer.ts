import { addWorkingDays } from '@/core/kinds/local-time';
import { scaleMinor } from '@/core/kinds/money';
import { formatDistance } from '@/core/kinds/units';
import { usualDelivery } from '@/core/supply/arrival';
import { line, times } from '../lines';
import type { KeyState, NetLine, QuoteRequest, QuoteSnapshot } from '../quote';
import { perKmMinor } from '../trip-lines';
import { type DraftOrNot, no, statedRisk } from './draft';

/** The dealer of the make orders, cuts and programs; with a tow where no key works. */
export function dealer(
  request: QuoteRequest,
  { allKeysLost, drives = !allKeysLost, module = null }: KeyState,
  snapshot: QuoteSnapshot,
): DraftOrNot {
  const { dealer, at, holidays } = snapshot;
  const { blank, remote, chip } = snapshot.articles;
  const articles = [remote ?? chip, blank].filter((one): one is string => one !== null);
  const lines = dealerLines(
    { keys: request.keys, tow: !drives, articles, programs: articles.length > 1, module },
    snapshot,
  );
  if (!dealer || !lines.ok) return no(lines.ok ? 'No dealer of this make is known.' : lines.reason);
  return {
    ok: true,
    route: 'dealer',
    lines: [],
    others: lines.lines,
    costs: [],
    parcels: [
      {
        day: addWorkingDays(at.day, dealer.workingDays, holidays),
        hour: usualDelivery,
        lateDays: dealer.lateDays,
      },
    ],
    ordered: false,
    visit: null,
    shopMinutes: 0,
    sources: [],
    risk: { basisPoints: statedRisk.dealer, rests: 'comebacks at dealers, stated 1 %' },
    bornBy: 'dealer',
    againMinor: 0,
    againCustomerMinor: null,
    reserves: [],
    notes: [
      ...(module ? ['Without a known key the module must be changed there too; its price is in it.'] : []),
      !drives ? `${dealer.name}; the car must be towed.` : `${dealer.name}; the customer drives there.`,
    ],
    stale: [],
  };
}

/** What is made at the dealer, and whether the car has to be towed there. */
export interface DealerWork {
  readonly keys: number;
  readonly tow: boolean;
  /** Of one key. */
  readonly articles: readonly string[];
  /** Whether the car has anything to program. */
  readonly programs: boolean;
  /** What is changed in the car for it, once. */
  readonly module: string | null;
}

export type DealerGrounds = Pick<QuoteSnapshot, 'dealer' | 'rules' | 'prices' | 'towKm' | 'distanceUnit'>;

/** The dealer's articles, labour, fee and tow. */
export function dealerLines(
  { keys, tow, articles, programs, module }: DealerWork,
  { dealer, rules, prices, towKm, distanceUnit = 'km' }: DealerGrounds,
):
  | { readonly ok: true; readonly lines: readonly NetLine[] }
  | { readonly ok: false; readonly reason: string } {
  if (!dealer) return { ok: false, reason: 'No dealer of this make is known.' };
  const sold: NetLine[] = [];
  const pieces = [
    ...articles.map((article) => ({ article, count: keys })),
    ...(module === null ? [] : [{ article: module, count: 1 }]),
  ];
  for (const { article, count } of pieces) {
    const price = prices
      .filter((one) => one.kind === 'original' && one.article === article)
      .sort((a, b) => a.priceMinor - b.priceMinor)[0];
    if (!price) return { ok: false, reason: `No original price for ${article}.` };
    sold.push({
      ...line(
        `${article}${times(count)}`,
        'article',
        'goods',
        count * scaleMinor(price.priceMinor, 100 + dealer.keyMarkupPercent, 100),
        'dealer',
      ),
      plain: article === module ? 'A part for the car' : `The key with its parts${times(count)}`,
    });
  }
  const fee = line(
    `Programming fee of the dealer${times(keys)}`,
    'programming',
    'labour',
    keys * dealer.programmingMinor,
    'dealer',
  );
  const tenths = Math.round((towKm ?? dealer.towKm) * 10);
  const towed = line(
    `Tow, ${formatDistance(tenths / 10, distanceUnit)}`,
    'trip',
    'labour',
    rules.towBaseMinor + perKmMinor(rules.towPerKmMinor, tenths),
    'dealer',
  );
  const labour = line('Labour of the dealer', 'programming', 'labour', dealer.labourMinor, 'dealer');
  return { ok: true, lines: [...sold, labour, ...(programs ? [fee] : []), ...(tow ? [towed] : [])] };
}
