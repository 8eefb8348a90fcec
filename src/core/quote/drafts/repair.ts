import { scaleMinor } from '@/core/kinds/money';
import { type Mend, mendKinds, mends } from '@/core/programming/mends';
import { totalMinutes, type WorkTime, workTime } from '@/core/programming/work-time';
import { line, sum, times } from '../lines';
import type { PriceRules } from '../price-rules';
import type { KeyState, NetLine, QuoteRequest, QuoteSnapshot, QuoteWay } from '../quote';
import { timeOf } from '../way-time';
import { flatRate } from '../work';
import { type DraftOrNot, no, statedRisk } from './draft';

/** The worn keys mended by the least that does it: a cell, buttons, the board in a new case, the chip in a new blade. */
export function repair(request: QuoteRequest, { ways }: KeyState, { rules }: QuoteSnapshot): DraftOrNot {
  const way = ways.repair;
  if (!way || way.refused !== null)
    return no(way?.refused ?? 'No key in hand has a fault that can be mended.');
  const { works, time } = request.mends ? asMended(request.mends) : asCounted(request, way);
  const costs = works.map(({ part, partsPercent, count }) => ({
    label: part,
    minor: count * scaleMinor(rules.repairPartsMinor, partsPercent, 100),
  }));
  return {
    ok: true,
    route: 'repair',
    lines: [
      ...works.map((work, at) =>
        line(
          `${work.name}${times(work.count)}`,
          'programming',
          'labour',
          labourOf(work, at === 0, request, rules),
        ),
      ),
      ...costs.flatMap(({ label, minor }, at): NetLine[] =>
        minor > 0
          ? [
              line(
                `${label}${times(works[at]?.count ?? 1)}`,
                'article',
                'goods',
                scaleMinor(minor, 100 + rules.keyMarkupPercent, 100),
              ),
            ]
          : [],
      ),
    ],
    others: [],
    costs,
    parcels: [],
    ordered: false,
    visit: {
      workMinutes: Math.round(time.workP50Minutes),
      waitMinutes: 0,
      p80Minutes: Math.round(totalMinutes(time, 'p80')),
    },
    shopMinutes: 0,
    sources: [],
    risk: { basisPoints: statedRisk.repair, rests: 'comebacks of repairs, stated 6 %' },
    bornBy: (rules.warrantyMonths.shopRepair ?? 0) > 0 ? 'shop' : 'customer',
    againMinor: sum(costs.map(({ minor }) => minor)),
    againCustomerMinor: null,
    reserves: [],
    notes: [
      'The mended key stays known to the car.',
      ...(request.forFault ? [] : ['The repair alone: it gives no new key.']),
    ],
    stale: [],
  };
}

interface MendWork {
  readonly name: string;
  readonly part: string;
  readonly partsPercent: number;
  readonly count: number;
  readonly minutes: number;
  readonly flat: 'cell' | 'repair';
}

type Mending = { readonly works: readonly MendWork[]; readonly time: WorkTime };

function asMended(wanted: readonly Mend[]): Mending {
  const works = mendKinds.flatMap((mend): MendWork[] => {
    const count = wanted.filter((one) => one === mend).length;
    const { name, part, partsPercent, p50Minutes } = mends[mend];
    const flat = mend === 'cell' ? 'cell' : 'repair';
    return count > 0 ? [{ name, part, partsPercent, count, minutes: count * p50Minutes, flat }] : [];
  });
  const steps = wanted.map((mend) => mends[mend]);
  return { works, time: workTime(steps, []) };
}

/** Where nobody says what is worn: any of it. */
function asCounted({ repairs }: QuoteRequest, way: QuoteWay): Mending {
  const count = Math.max(1, repairs);
  const time = timeOf({ ...way, keysAgain: 0 }, count);
  const said = { name: 'Repair of a key', part: 'Cell, buttons or case', partsPercent: 100 };
  return { works: [{ ...said, count, minutes: Math.round(time.workP50Minutes), flat: 'repair' }], time };
}

/** By the flat rate of repairs, a cell by its own; else by the time it takes. Only the first of several is a first one. */
function labourOf(
  { flat, count, minutes }: MendWork,
  first: boolean,
  { book }: QuoteRequest,
  rules: PriceRules,
): number {
  if (book !== 'flatRates') return scaleMinor(rules.rateMinor, minutes, 60);
  const work = rules.flatRates.some((price) => price.work === flat) ? flat : 'repair';
  const price = (pieces: number) => flatRate(rules, work, 'usual', pieces);
  return first ? price(count) : price(count + 1) - price(1);
}
