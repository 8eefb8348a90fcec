import { type OptionKind, sourcingOptions } from '../option-kinds';
import type { KeyState, QuoteRequest, QuoteSnapshot } from '../quote';
import { customerBuys, customerPrograms } from './customer-does';
import { type DraftOrNot, no } from './draft';
import { franchiseDesk } from './franchise-desk';
import { repair } from './repair';
import { copy, shopSupplies, universal } from './shop-brings';

type DraftMaker = (request: QuoteRequest, state: KeyState, snapshot: QuoteSnapshot) => DraftOrNot;

const drafts: Readonly<Record<OptionKind, DraftMaker>> = {
  shopOriginal: (...all) => shopSupplies('shopOriginal', ...all),
  shopReset: (...all) => {
    const [, , { articles }] = all;
    return articles.remote === null
      ? no('The key has no remote, and only a remote is used again after a reset.')
      : shopSupplies('shopReset', ...all);
  },
  shopAftermarket: (...all) => shopSupplies('shopAftermarket', ...all),
  shopUniversal: universal,
  shopClone: copy,
  shopRepair: repair,
  customerBuys,
  customerPrograms,
  franchiseDesk,
};

/** An option as it stands before trip, hour, discounts and tax; or why it does not exist. */
export function draftOf(
  kind: OptionKind,
  request: QuoteRequest,
  state: KeyState,
  snapshot: QuoteSnapshot,
): DraftOrNot {
  return sourcingOptions[kind].newKey && request.keys === 0
    ? no('No new key is wanted.')
    : drafts[kind](request, state, snapshot);
}
