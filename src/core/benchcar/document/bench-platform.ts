import type { Platform } from '@/core/catalogue/platform';
import type { RankMoment } from '@/core/programming/rank-test';
import type { Behaviour, Course } from './behaviour';

/** A platform with what its document says: all that a car on the bench is made of. */
export interface BenchPlatform {
  readonly platform: Platform;
  readonly behaviour: Behaviour;
  /** What a master and a valet show at each moment of a rank test; none where it has no ranks. */
  readonly rankMoments: readonly RankMoment[];
}

/** How the car lives through a way; undefined where it takes no part in it. */
export function courseOf({ behaviour }: BenchPlatform, way: string): Course | undefined {
  return behaviour.courses.find((course) => course.way === way);
}
