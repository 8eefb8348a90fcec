import type { MethodKind } from '@/core/catalogue/methods';
import { normal, seededRandom } from '@/core/kinds/random';
import type { CarState } from '../car/car-state';
import { factsOf } from '../car/memory';
import type { BenchPlatform } from '../document/bench-platform';

/** The 98 % point of a normal deviate: a wait is longer than its longest time in two of a hundred. */
const longestAt = 2.0537;

/**
 * How long the n-th wait of a way takes in this car, in microseconds: by the clock as long as the platform says, else drawn from
 * the seed with the usual time in the middle and never beyond the longest one, as long as facts of the car make it.
 */
export function waitLengthUs(
  platform: BenchPlatform,
  state: CarState,
  way: MethodKind,
  number: number,
): number {
  const wait = platform.platform.methods.find(({ kind }) => kind === way)?.waits[number - 1];
  if (!wait) return 0;
  const times = factsOf(platform, state, way, number).reduce((product, one) => product * one.times, 1);
  if (wait.by === 'clock') return Math.round(wait.usualSeconds * times * 1_000_000);
  const spread = Math.log(wait.longestSeconds / wait.usualSeconds) / longestAt;
  const random = seededRandom(`${state.seed}/wait/${way}/${number}`);
  const drawn = wait.usualSeconds * Math.exp(normal(random, 0, spread));
  return Math.round(Math.min(drawn, wait.longestSeconds) * times * 1_000_000);
}
