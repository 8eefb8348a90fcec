import { scaleMinor } from '@/core/kinds/money';
import { line, times } from '../lines';
import type { KeyState, QuoteRequest, QuoteSnapshot } from '../quote';
import { timeOf } from '../way-time';
import { menuPrice } from '../work';
import { type DraftOrNot, no, statedRisk } from './draft';

/** The worn key mended: cell, buttons, or the old board in a new case. */
export function repair(request: QuoteRequest, { ways }: KeyState, { rules }: QuoteSnapshot): DraftOrNot {
  const way = ways.repair;
  if (!way || way.refused !== null)
    return no(way?.refused ?? 'No key in hand has a fault that can be mended.');
  const count = Math.max(1, request.repairs);
  const minutes = Math.round(timeOf({ ...way, keysAgain: 0 }, count).workP50Minutes);
  const parts = count * rules.repairPartsMinor;
  const labour =
    request.book === 'menu'
      ? menuPrice(rules, 'repair', 'usual', count)
      : scaleMinor(rules.rateMinor, minutes, 60);
  return {
    ok: true,
    route: 'repair',
    lines: [
      line(`Repair of a key${times(count)}`, 'programming', 'labour', labour),
      ...(parts > 0
        ? [
            line(
              `Cell, buttons or case${times(count)}`,
              'article',
              'goods',
              scaleMinor(parts, 100 + rules.keyMarkupPercent, 100),
            ),
          ]
        : []),
    ],
    others: [],
    costs: [{ label: 'Cell, buttons or case', minor: parts }],
    parcels: [],
    ordered: false,
    visit: {
      workMinutes: minutes,
      waitMinutes: 0,
      p80Minutes: Math.round(timeOf({ ...way, keysAgain: 0 }, count).workP80Minutes),
    },
    shopMinutes: 0,
    sources: [],
    risk: { basisPoints: statedRisk.repair, rests: 'comebacks of repairs, stated 6 %' },
    bornBy: (rules.warrantyMonths.shopRepair ?? 0) > 0 ? 'shop' : 'customer',
    againMinor: rules.repairPartsMinor,
    againCustomerMinor: null,
    reserves: [],
    notes: [
      'The mended key stays known to the car.',
      ...(request.forFault ? [] : ['The repair alone: it gives no new key.']),
    ],
    stale: [],
  };
}
