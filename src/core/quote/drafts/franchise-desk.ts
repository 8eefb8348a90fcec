import { addWorkingDays } from '@/core/kinds/local-time';
import { scaleMinor } from '@/core/kinds/money';
import { usualDelivery } from '@/core/supply/arrival';
import { line, times } from '../lines';
import type { KeyState, NetLine, QuoteRequest, QuoteSnapshot } from '../quote';
import { type DraftOrNot, no, statedRisk } from './draft';

/** The desk of the make orders, cuts and programs; with a tow where no key works. */
export function franchiseDesk(
  request: QuoteRequest,
  { allKeysLost, drives = !allKeysLost, module = null }: KeyState,
  snapshot: QuoteSnapshot,
): DraftOrNot {
  const { desk, at, holidays } = snapshot;
  const { blank, remote, chip } = snapshot.articles;
  const articles = [remote ?? chip, blank].filter((one): one is string => one !== null);
  const lines = deskLines(
    { keys: request.keys, tow: !drives, articles, programs: articles.length > 1, module },
    snapshot,
  );
  if (!desk || !lines.ok) return no(lines.ok ? 'No dealer of this make is known.' : lines.reason);
  return {
    ok: true,
    route: 'desk',
    lines: [],
    others: lines.lines,
    costs: [],
    parcels: [
      {
        day: addWorkingDays(at.day, desk.workingDays, holidays),
        hour: usualDelivery,
        lateDays: desk.lateDays,
      },
    ],
    ordered: false,
    visit: null,
    shopMinutes: 0,
    sources: [],
    risk: { basisPoints: statedRisk.desk, rests: 'comebacks at dealers, stated 1 %' },
    bornBy: 'desk',
    againMinor: 0,
    againCustomerMinor: null,
    reserves: [],
    notes: [
      ...(module ? ['Without a known key the module must be changed there too; its price is in it.'] : []),
      !drives ? `${desk.name}; the car must be towed.` : `${desk.name}; the customer drives there.`,
    ],
    stale: [],
  };
}

/** What is made at the desk, and whether the car has to be towed there. */
export interface DeskWork {
  readonly keys: number;
  readonly tow: boolean;
  /** Of one key. */
  readonly articles: readonly string[];
  /** Whether the car has anything to program. */
  readonly programs: boolean;
  /** What is changed in the car for it, once. */
  readonly module: string | null;
}

export type DeskGrounds = Pick<QuoteSnapshot, 'desk' | 'rules' | 'prices' | 'towKm'>;

/** The desk's articles, labour, fee and tow. */
export function deskLines(
  { keys, tow, articles, programs, module }: DeskWork,
  { desk, rules, prices, towKm }: DeskGrounds,
):
  | { readonly ok: true; readonly lines: readonly NetLine[] }
  | { readonly ok: false; readonly reason: string } {
  if (!desk) return { ok: false, reason: 'No dealer of this make is known.' };
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
    sold.push(
      line(
        `${article}${times(count)}`,
        'article',
        'goods',
        count * scaleMinor(price.priceMinor, 100 + desk.keyMarkupPercent, 100),
        'desk',
      ),
    );
  }
  const fee = line(
    `Programming fee of the dealer${times(keys)}`,
    'programming',
    'labour',
    keys * desk.programmingMinor,
    'desk',
  );
  const tenths = Math.round((towKm ?? desk.towKm) * 10);
  const towed = line(
    `Tow, ${Math.round(tenths / 10)} km`,
    'trip',
    'labour',
    rules.towBaseMinor + scaleMinor(rules.towPerKmMinor, tenths, 10),
    'desk',
  );
  const labour = line('Labour of the dealer', 'programming', 'labour', desk.labourMinor, 'desk');
  return { ok: true, lines: [...sold, labour, ...(programs ? [fee] : []), ...(tow ? [towed] : [])] };
}
