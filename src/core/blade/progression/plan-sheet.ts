import type { Recut } from '@/core/catalogue/lists/keys';
import type { Blade } from '../spec';
import type { Candidate } from './chains';
import type { TryCosts } from './exact';
import { planRest, type RestPlans } from './plan-rest';
import { type SpaceToRead, spaceToRead } from './space-to-read';
import { afterTries, type TriedState, type Try } from './tries';

export interface PlanRequest {
  readonly blade: Blade;
  readonly recut: readonly Recut[];
  readonly candidates: readonly Candidate[];
  readonly holds: number;
  readonly tries: readonly Try[];
  readonly costs: TryCosts;
  /** The spaces that a lock of the car holds, counted from 1. */
  readonly readable: readonly number[];
}

/** Where a sheet stands, and the three plans for the rest of it. */
export interface SheetPlans extends RestPlans {
  readonly state: TriedState;
  /** The space whose reading saves the most blanks; null where none saves any. */
  readonly read: SpaceToRead | null;
}

/**
 * A sheet after its tries: what is left, in which order to go on, and what is best read before.
 * @param onProgress the share of pairs that are matched, 0 to 1
 */
export function planSheet(
  { blade, recut, candidates, holds, tries, costs, readable }: PlanRequest,
  onProgress?: (share: number) => void,
): SheetPlans {
  const state = afterTries(candidates, tries, holds);
  const rest = planRest(blade, recut, candidates, state, costs, onProgress);
  const left = state.left.map(({ candidate, probability }) => ({
    bitting: candidates[candidate]?.bitting ?? [],
    probability,
  }));
  return { ...rest, state, read: spaceToRead(blade, recut, left, readable) };
}
