import type { ProvedCheck, ProvedKey } from '@/core/job/proving';
import type { Move } from '@/core/prove/car-state';
import { courseOf } from '@/core/prove/check-stands';
import type { ProveWalk } from '@/core/prove/walk';

/** A check where it stands in the walk. */
export interface OrderedCheck {
  readonly check: ProvedCheck;
  /** What is done to get to it. */
  readonly moves: readonly Move[];
  readonly seconds: number;
}

/** The checks in the order of the walk, each with what was seen of it. */
export function checkOrder(walk: ProveWalk, keys: readonly ProvedKey[]): OrderedCheck[] {
  return walk.keys.flatMap(({ steps }) =>
    steps.flatMap(({ moves, check: planned }) => {
      const check = keys
        .find(({ key }) => key.keyId === planned?.keyId)
        ?.checks.find(({ name }) => name === planned?.name);
      if (!check) return [];
      const seconds = moves.reduce((sum, move) => sum + move.seconds, courseOf(check.name).seconds);
      return [{ check, moves, seconds }];
    }),
  );
}
