import { spacesWords } from '@/core/catalogue/locks';
import { type Blade, spacesOf } from '../spec';

/** A space that is cut next. */
export interface CutStep {
  /** Counted from 1. */
  readonly space: number;
  /** Null where the blank is not cut there yet. */
  readonly from: number | null;
  readonly to: number;
  /** In the blade's measure. */
  readonly depth: number;
}

/**
 * What has to be cut at which space to make one bitting of another, or of a fresh blank; the first depth is not cut.
 * @param from what the blank is cut to; null for a fresh one
 */
export function cutSteps(blade: Blade, from: readonly number[] | null, to: readonly number[]): CutStep[] {
  return spacesOf(blade).flatMap(({ cuts }, at) => {
    const [before, after] = [from?.[at] ?? 1, to[at] ?? 1];
    if (before === after) return [];
    return [{ space: at + 1, from: from ? before : null, to: after, depth: cuts[after - 1] ?? 0 }];
  });
}

/**
 * The next cuts in a line.
 * @example stepWords(steps) // 'Cut spaces 2–4, 8'
 */
export function stepWords(steps: readonly CutStep[]): string {
  const [first] = steps;
  if (!first) return 'Nothing more to cut';
  return steps.length === 1
    ? `Cut space ${first.space} to ${first.to}`
    : `Cut spaces ${spacesWords(steps.map(({ space }) => space))}`;
}
