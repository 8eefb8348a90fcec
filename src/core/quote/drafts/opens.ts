import { opening } from '../before-work';
import type { KeyState, QuoteRequest, QuoteSnapshot } from '../quote';
import { type DraftOrNot, no } from './draft';

/** The locked car opened, and no key made. */
export function opens(request: QuoteRequest, _state: KeyState, snapshot: QuoteSnapshot): DraftOrNot {
  if (!request.opens) return no('The car is not locked, or a key in hand opens it.');
  const { lines, costs, minutes, p80Minutes, notes } = opening(request, snapshot);
  return {
    ok: true,
    route: 'noProgramming',
    lines,
    others: [],
    costs,
    parcels: [],
    ordered: false,
    visit: { workMinutes: minutes, waitMinutes: 0, p80Minutes },
    shopMinutes: 0,
    sources: [],
    risk: { basisPoints: 0, rests: 'an open door does not come back' },
    bornBy: 'shop',
    againMinor: 0,
    againCustomerMinor: null,
    reserves: [],
    notes,
    stale: [],
  };
}
