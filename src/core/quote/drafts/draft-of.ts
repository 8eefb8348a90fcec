import { type BeforeWork, cutSource, opening } from '../before-work';
import { type OptionKind, sourcingOptions } from '../option-kinds';
import { pickedWorks } from '../own-works';
import type { KeyState, QuoteRequest, QuoteSnapshot } from '../quote';
import { byHand } from './by-hand';
import { customerBuys, customerPrograms } from './customer-does';
import { dealer } from './dealer';
import { type Draft, type DraftOrNot, no } from './draft';
import { opens } from './opens';
import { repair } from './repair';
import { copy, multiTypeChip, shopSupplies, universal } from './shop-brings';

type DraftMaker = (request: QuoteRequest, state: KeyState, snapshot: QuoteSnapshot) => DraftOrNot;

const drafts: Readonly<Record<OptionKind, DraftMaker>> = {
  shopOriginal: (...all) => shopSupplies('shopOriginal', ...all),
  shopRefurbished: (...all) => {
    const [, , { articles }] = all;
    return articles.remote === null
      ? no('The key has no remote, and only a remote is used again after a reset.')
      : shopSupplies('shopRefurbished', ...all);
  },
  shopAftermarket: (...all) => shopSupplies('shopAftermarket', ...all),
  shopMultiType: multiTypeChip,
  shopUniversal: universal,
  shopClone: copy,
  shopRepair: repair,
  shopOpens: opens,
  shopByHand: byHand,
  customerBuys,
  customerPrograms,
  dealer,
};

/** An option as it stands before trip, hour, discounts and tax; or why it does not exist. */
export function draftOf(
  kind: OptionKind,
  request: QuoteRequest,
  state: KeyState,
  snapshot: QuoteSnapshot,
): DraftOrNot {
  if (snapshot.unknownCar && kind !== 'shopByHand') return no('The library does not know this car.');
  if (sourcingOptions[kind].newKey && request.keys === 0) return no('No new key is wanted.');
  const draft = drafts[kind](request, state, snapshot);
  const makes = sourcingOptions[kind].newKey && sourcingOptions[kind].by !== 'dealer';
  if (!draft.ok || !draft.visit) return draft;
  const before = makes ? [opening(request, snapshot), cutSource(request, state, snapshot)] : [];
  return [...before, pickedWorks(request, snapshot.rules)].reduce(withBefore, draft);
}

/** An option with what stands between the van and its work. */
function withBefore(draft: Draft, { lines, costs, minutes, p80Minutes, notes }: BeforeWork): Draft {
  const { visit } = draft;
  return {
    ...draft,
    lines: [...draft.lines, ...lines],
    costs: [...draft.costs, ...costs],
    visit: visit && {
      ...visit,
      workMinutes: visit.workMinutes + minutes,
      p80Minutes: visit.p80Minutes + p80Minutes,
    },
    notes: [...draft.notes, ...notes],
  };
}
