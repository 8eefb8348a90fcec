import type { OptionKind } from '../price-rules';
import type { KeyState, QuoteRequest, QuoteSnapshot } from '../quote';
import { customerBuys, customerPrograms } from './customer-does';
import { type DraftOrNot, no } from './draft';
import { franchiseDesk } from './franchise-desk';
import { repair } from './repair';
import { copy, shopSupplies, universal } from './shop-brings';

/** An option as it stands before trip, hour, discounts and tax; or why it does not exist. */
export function draftOf(
  kind: OptionKind,
  request: QuoteRequest,
  state: KeyState,
  snapshot: QuoteSnapshot,
): DraftOrNot {
  if (kind === 'shopRepair') return repair(request, state, snapshot);
  if (request.keys === 0) return no('No new key is wanted.');
  switch (kind) {
    case 'shopOriginal':
      return shopSupplies(kind, request, state, snapshot);
    case 'shopReset':
      return snapshot.articles.remote === null
        ? no('The key has no remote, and only a remote is used again after a reset.')
        : shopSupplies(kind, request, state, snapshot);
    case 'shopAftermarket':
      return shopSupplies(kind, request, state, snapshot);
    case 'shopUniversal':
      return universal(request, state, snapshot);
    case 'shopClone':
      return copy(request, state, snapshot);
    case 'customerBuys':
      return customerBuys(request, state, snapshot);
    case 'customerPrograms':
      return customerPrograms(request, state, snapshot);
    case 'franchiseDesk':
      return franchiseDesk(request, state, snapshot);
  }
}
