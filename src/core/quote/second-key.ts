import { scaleMinor } from '@/core/kinds/money';
import { isOwn, type OptionKind, optionKinds, sourcingOptions } from './option-kinds';
import { priceOption } from './priced';
import type { Available, KeyState, QuoteOption, QuoteRequest, QuoteSnapshot, SecondKey } from './quote';

/** New keys that the shop brings. */
const ofShop = optionKinds.filter((kind) => isOwn(kind) && sourcingOptions[kind].newKey);

/**
 * What one more key of the cheapest option of the shop costs in the same session, in a visit of its own with the whole
 * wait again, and what a year without it costs: the chance of losing the last key times the price when all are lost.
 */
export function secondKeyOf(
  options: readonly QuoteOption[],
  request: QuoteRequest,
  snapshot: QuoteSnapshot,
): SecondKey | null {
  const [first] = options
    .filter((one): one is Available => one.available && ofShop.includes(one.kind))
    .sort((a, b) => a.totalMinor - b.totalMinor || (a.kind < b.kind ? -1 : 1));
  if (!first || first.furtherKeyMinor === null) return null;
  const { kind } = first;
  const lostMinor = aloneMinor(kind, snapshot.lost, request, snapshot);
  return {
    kind,
    nowMinor: first.furtherKeyMinor,
    laterMinor: aloneMinor(kind, snapshot.later, request, snapshot),
    lostMinor,
    expectedLossMinor: lostMinor === null ? null : scaleMinor(lostMinor, snapshot.rules.lossPercent, 100),
  };
}

/** The total of one key, or as many as the car then demands, in a visit of its own: by the same option, by the cheapest of the shop where it is closed then. */
function aloneMinor(
  kind: OptionKind,
  state: KeyState | null,
  request: QuoteRequest,
  snapshot: QuoteSnapshot,
): number | null {
  if (!state) return null;
  const alone: QuoteRequest = {
    ...request,
    keys: state.keys ?? 1,
    agreed: null,
    visit: null,
    flexible: false,
  };
  const totalOf = (one: OptionKind) => {
    const priced = priceOption(one, alone, state, snapshot);
    return priced.ok ? [priced.totalMinor] : [];
  };
  const [same] = totalOf(kind);
  if (same !== undefined) return same;
  const totals = ofShop.flatMap(totalOf);
  return totals.length === 0 ? null : Math.min(...totals);
}
