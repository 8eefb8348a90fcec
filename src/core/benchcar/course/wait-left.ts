import type { CarState } from '../car/car-state';
import type { BenchPlatform } from '../document/bench-platform';
import { stepOf } from './course';

/**
 * Until when nothing is asked of hands: the end of a security wait, or of the time for which the module has shut itself; null while hands
 * are timed, or nothing is waited for. Only then may a bench let the time go faster.
 */
function waitsUntilUs(platform: BenchPlatform, state: CarState): number | null {
  const steps = state.courses.map((course) => ({ course, step: stepOf(platform, course) }));
  const isTimed = steps.some(
    ({ course, step }) =>
      step?.kind === 'hold' ||
      (step?.kind === 'learn' && course.windowEndsUs !== null) ||
      (step?.kind === 'hands' && (course.times > 0 || step.withinSeconds !== undefined)),
  );
  if (isTimed) return null;
  const waits = steps.flatMap(({ course }) => course.waitEndsUs ?? []);
  const levels = Object.values(state.bus?.speech.levels ?? {}).map(({ shutUntilUs }) => shutUntilUs);
  const ends = [...waits, ...levels, state.pin.shutUntilUs].filter((end) => end > state.nowUs);
  return ends.length === 0 ? null : Math.min(...ends);
}

/** The security wait that runs now: since when, and what its platform says of it; a car tells nobody when it ends. */
export function waitNow(
  platform: BenchPlatform,
  state: CarState,
): { readonly sinceUs: number; readonly usualSeconds: number; readonly longestSeconds: number } | null {
  for (const course of state.courses) {
    const step = stepOf(platform, course);
    const wait =
      step?.kind === 'wait'
        ? platform.platform.methods.find(({ kind }) => kind === course.way)?.waits[step.number - 1]
        : undefined;
    if (wait)
      return {
        sinceUs: course.sinceUs,
        usualSeconds: wait.usualSeconds,
        longestSeconds: wait.longestSeconds,
      };
  }
  return null;
}

/**
 * How far the car's clock goes in a stretch of the bench's: as fast as `rate` while it waits, and at its own pace as soon as hands are
 * timed or the wait is over.
 * @param wallUs the stretch of the bench's clock
 * @returns where the car's clock may go at once, and what is left of the stretch then
 */
export function stretch(
  platform: BenchPlatform,
  state: CarState,
  wallUs: number,
  rate: number,
): { readonly untilUs: number; readonly leftUs: number } {
  const end = waitsUntilUs(platform, state);
  if (end === null || rate <= 1) return { untilUs: state.nowUs + wallUs, leftUs: 0 };
  const wanted = Math.round(wallUs * rate);
  const most = end - state.nowUs;
  return wanted <= most
    ? { untilUs: state.nowUs + wanted, leftUs: 0 }
    : { untilUs: end, leftUs: Math.max(0, wallUs - Math.ceil(most / rate)) };
}
