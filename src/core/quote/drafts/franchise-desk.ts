import { addWorkingDays } from '@/core/kinds/local-time';
import { scaleMinor } from '@/core/kinds/money';
import { line, times } from '../lines';
import type { KeyState, NetLine, QuoteRequest, QuoteSnapshot } from '../quote';
import { type DraftOrNot, no, statedRisk } from './draft';

/** The desk of the make orders, cuts and programs; with a tow where no key works. */
export function franchiseDesk(
  request: QuoteRequest,
  { allKeysLost }: KeyState,
  snapshot: QuoteSnapshot,
): DraftOrNot {
  const { desk, rules, trip, at, articles } = snapshot;
  if (!desk) return no('No desk of this make is known.');
  const { blank, remote, chip } = articles;
  const names = [remote ?? chip, blank].filter((one): one is string => one !== null);
  const found: NetLine[] = [];
  for (const article of names) {
    const price = snapshot.prices
      .filter((one) => one.kind === 'original' && one.article === article)
      .sort((a, b) => a.priceMinor - b.priceMinor)[0];
    if (!price) return no(`No original price for ${article}.`);
    found.push(
      line(
        `${article}${times(request.keys)}`,
        'article',
        'goods',
        request.keys * scaleMinor(price.priceMinor, 100 + desk.keyMarkupPercent, 100),
        'desk',
      ),
    );
  }
  const km = Math.round((desk.towKm + (trip?.distanceKm ?? 0)) * 10);
  const tow = allKeysLost
    ? [
        line(
          `Tow, ${Math.round(km / 10)} km`,
          'trip',
          'labour',
          rules.towBaseMinor + scaleMinor(rules.towPerKmMinor, km, 10),
          'desk',
        ),
      ]
    : [];
  return {
    ok: true,
    route: 'desk',
    lines: [],
    others: [
      ...found,
      line('Labour of the desk', 'programming', 'labour', desk.labourMinor, 'desk'),
      line(
        `Programming fee of the desk${times(request.keys)}`,
        'programming',
        'labour',
        request.keys * desk.programmingMinor,
        'desk',
      ),
      ...tow,
    ],
    costs: [],
    earliest: addWorkingDays(at.day, desk.workingDays),
    p80: addWorkingDays(at.day, desk.workingDays + desk.lateDays),
    ordered: false,
    visit: null,
    shopMinutes: 0,
    sources: [],
    risk: { basisPoints: statedRisk.desk, rests: 'desks make a key again: said to be 1 %' },
    bornBy: 'desk',
    againMinor: 0,
    againCustomerMinor: null,
    reserves: [],
    notes: [
      allKeysLost ? `${desk.name}; the car must be towed.` : `${desk.name}; the customer drives there.`,
    ],
    stale: [],
  };
}
