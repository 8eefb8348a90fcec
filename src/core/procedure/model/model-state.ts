import type { CarState, CourseState } from '@/core/benchcar/car/car-state';
import { stepOf } from '@/core/benchcar/course/course';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { SeenBy } from '../document/procedure';
import type { RunState } from '../run/run-state';

/** A run, the car it is at, and what the person has in mind. */
export interface ModelState {
  readonly run: RunState;
  readonly car: CarState;
  readonly signs: readonly string[];
  readonly tool: SeenBy['tool'] | null;
  readonly pin: 'right' | 'wrong' | 'none';
  /** Which system type the tool speaks to, and whether one has answered. */
  readonly type: number;
  readonly typeFound: boolean;
  /** When steps were done that start a clock. */
  readonly ends: Readonly<Record<string, number>>;
  /** Ways back that were gone so far. */
  readonly retries: number;
}

/** Two states that are one to all that follows have one name; absolute time is none of it. */
export function nameOf(
  platform: BenchPlatform,
  state: ModelState,
  clocks: ReadonlyMap<string, number>,
): string {
  const { run, car } = state;
  const ago = (us: number) => Math.min(7200, Math.round((car.nowUs - us) / 1_000_000));
  return JSON.stringify([
    run.at,
    run.search && [run.search.node, run.search.answer],
    run.authority,
    run.proved,
    run.taken,
    run.exchanged,
    state.retries,
    state.pin,
    state.type,
    state.typeFound,
    state.tool,
    state.signs,
    Object.entries(state.ends).flatMap(([step, at]) => {
      const all = clocks.get(step);
      return all === undefined ? [] : [[step, Math.min(all, ago(at))]];
    }),
    car.parts,
    car.keys.map(({ tag, identity, place, chip, boundTo, written, unseen }) => [
      tag,
      identity,
      place,
      chip,
      boundTo,
      written,
      unseen,
    ]),
    car.memory,
    car.pressed,
    car.backup,
    car.pin.given,
    car.ended,
    car.courses.map((course) => [
      course.way,
      course.at,
      course.times,
      course.used,
      course.learned,
      course.once,
      course.byTool,
      timesOf(platform, course, ago),
    ]),
  ]);
}

/** The times of a way that matter to its step at hand. */
function timesOf(
  platform: BenchPlatform,
  course: CourseState,
  ago: (us: number) => number,
): readonly (number | null)[] {
  const step = stepOf(platform, course);
  switch (step?.kind) {
    case 'hands':
      return [
        step.withinSeconds === undefined ? null : ago(course.sinceUs),
        course.times > 0 && step.pace ? ago(course.lastUs) : null,
      ];
    case 'hold':
      return [ago(course.sinceUs)];
    case 'wait':
      return [course.waitEndsUs && ago(course.waitEndsUs)];
    case 'learn':
      return [course.windowEndsUs && ago(course.windowEndsUs)];
    default:
      return [];
  }
}
