import type { Recut } from '@/core/catalogue/lists/keys';
import type { Blade } from '../spec';
import { type Candidate, cutOrderOf } from './chains';
import type { TryCosts } from './exact';
import { fewestBlanks, fewestTries, figuresOf, leastCost, type PlanFigures, type TryPlan } from './plans';
import type { TriedState } from './tries';

export const planKinds = ['fewestBlanks', 'fewestTries', 'leastCost'] as const;
export type PlanKind = (typeof planKinds)[number];

export const planNames: Record<PlanKind, string> = {
  fewestBlanks: 'Fewest blanks',
  fewestTries: 'Fewest tries',
  leastCost: 'Least cost',
};

/** What is tried next, and after it: places among the sheet's candidates, each with the blank it is cut on. */
export interface PlannedSteps extends PlanFigures {
  readonly steps: readonly { readonly candidate: number; readonly blank: number }[];
}

export interface RestPlans {
  readonly plans: Readonly<Record<PlanKind, PlannedSteps>>;
  /** Bittings of which none can be cut from another, blanks that were begun among them: as many as chains. */
  readonly antichain: readonly number[];
  /** New blanks that are needed at least. */
  readonly newBlanks: number;
  /** Expected cost that no plan can be under. */
  readonly bound: number;
}

/**
 * The three plans for what is left of a sheet. Blanks that were cut go on where they can; those taken up anew count from the
 * next number.
 * @param onProgress the share of what is left that is matched with a blank to be cut from, 0 to 1
 */
export function planRest(
  blade: Blade,
  recut: readonly Recut[],
  candidates: readonly Candidate[],
  { left, begun, blanks }: Pick<TriedState, 'left' | 'begun' | 'blanks'>,
  costs: TryCosts,
  onProgress?: (share: number) => void,
): RestPlans {
  const bittingOf = (at: number) => candidates[at]?.bitting ?? [];
  const all: Candidate[] = [
    ...left.map(({ candidate, probability }) => ({ bitting: bittingOf(candidate), probability })),
    ...begun.map(({ candidate }) => ({ bitting: bittingOf(candidate), probability: 0, begun: true })),
  ];
  const order = cutOrderOf(blade, recut, all);
  const fewest = fewestBlanks(order, all, onProgress);
  const tries = fewestTries(order, all);
  const cheapest = leastCost(order, all, costs, [fewest, tries]);
  const placeOf = (at: number) => left[at]?.candidate ?? begun[at - left.length]?.candidate ?? 0;
  const planned = (plan: TryPlan): PlannedSteps => ({
    ...figuresOf(plan, all, costs),
    steps: stepsOf(plan, all, left.length, begun, blanks).map(({ at, blank }) => ({
      candidate: placeOf(at),
      blank,
    })),
  });
  return {
    plans: {
      fewestBlanks: planned(fewest),
      fewestTries: planned(tries),
      leastCost: planned(cheapest),
    },
    antichain: fewest.antichain.map(placeOf),
    newBlanks: fewest.antichain.length - begun.length,
    bound: cheapest.bound,
  };
}

/** A plan without the blanks that were begun, each blank by its own number. */
function stepsOf(
  { order, blanks }: TryPlan,
  all: readonly Candidate[],
  left: number,
  begun: TriedState['begun'],
  taken: number,
): { at: number; blank: number }[] {
  const numbers = new Map<number, number>();
  for (const [turn, at] of order.entries())
    if (all[at]?.begun) numbers.set(blanks[turn] ?? 0, begun[at - left]?.blank ?? 0);
  let last = taken;
  return order.flatMap((at, turn) => {
    if (all[at]?.begun) return [];
    const chain = blanks[turn] ?? 0;
    const known = numbers.get(chain);
    const blank = known ?? ++last;
    if (known === undefined) numbers.set(chain, blank);
    return [{ at, blank }];
  });
}
