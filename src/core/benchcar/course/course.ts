import type { MethodKind } from '@/core/catalogue/methods';
import { holds, isAlive, isIn } from '../car/car-parts';
import type { CarState, CourseState } from '../car/car-state';
import { learnKey, learnRemote } from '../car/memory';
import { mayIntroduce, readAt } from '../car/reading';
import type { CourseStep, HandsStep, LearnStep, ReadingPlace } from '../document/behaviour';
import { type BenchPlatform, courseOf } from '../document/bench-platform';
import { waitLengthUs } from './wait-length';

// The ways of a platform as the car lives through them: what hands, keys, tool and devices do is held against the step at hand. Several
// ways that begin alike are followed side by side until one of them takes hold.

/** What happened at the car. */
export type Happening =
  | {
      readonly kind: 'part';
      readonly part: string;
      readonly to: string;
      readonly heldUs: number;
      readonly tag: number | null;
    }
  | { readonly kind: 'presented'; readonly at: ReadingPlace; readonly tag: number }
  | { readonly kind: 'device'; readonly does: string };

export interface Lived {
  readonly state: CarState;
  /** What could be seen or heard of it. */
  readonly signs: readonly string[];
}

export function stepOf(platform: BenchPlatform, course: CourseState): CourseStep | undefined {
  return courseOf(platform, course.way)?.steps[course.at];
}

/** Holds what happened against every way that is under way, and against the beginnings of the others. */
export function happened(platform: BenchPlatform, state: CarState, happening: Happening): Lived {
  let lived: Lived = { state: { ...state, courses: [] }, signs: [] };
  const before = state.courses;
  for (const course of before) {
    // A way that has taken hold ends the others.
    if (lived.state.courses.some(tookHold(platform))) break;
    lived = joined(lived, (now) => react(platform, now, course, happening));
  }
  if (lived.state.courses.some(tookHold(platform))) return lived;
  for (const { way, steps } of platform.behaviour.courses) {
    if (steps[0]?.kind === 'tool' || lived.state.courses.some((one) => one.way === way)) continue;
    lived = joined(lived, (now) => react(platform, now, freshCourse(way, now.nowUs, false), happening));
  }
  return lived;
}

/** A way that waits, learns or was begun by a tool: from there on the car follows no other one. */
export function tookHold(platform: BenchPlatform): (course: CourseState) => boolean {
  return (course) => {
    const kind = stepOf(platform, course)?.kind;
    return course.byTool || kind === 'wait' || kind === 'learn';
  };
}

export function freshCourse(way: MethodKind, nowUs: number, byTool: boolean): CourseState {
  return {
    way,
    at: 0,
    sinceUs: nowUs,
    times: 0,
    lastUs: nowUs,
    used: [],
    waitEndsUs: null,
    windowEndsUs: null,
    once: null,
    learned: [],
    byTool,
  };
}

/** One way and what happened: it goes on, stands, or is given up. A way that is at its beginning is not kept. */
function react(platform: BenchPlatform, state: CarState, course: CourseState, happening: Happening): Lived {
  const step = stepOf(platform, course);
  if (!step) return { state, signs: [] };
  const kept = (next: CourseState): Lived => ({
    state: { ...state, courses: [...state.courses, next] },
    signs: [],
  });
  const stands = course.at > 0 || course.times > 0 || course.byTool ? kept(course) : { state, signs: [] };
  const givenUp: Lived = { state, signs: [] };
  switch (step.kind) {
    case 'hands': {
      if (happening.kind !== 'part') return stands;
      const meant = handsMeant(platform, state, course, step, happening);
      if (meant === 'another') return stands;
      if (meant === 'wrong') return givenUp;
      const used = happening.tag === null ? course.used : [...course.used, happening.tag];
      const times = course.times + 1;
      return times < (step.times ?? 1)
        ? kept({ ...course, times, lastUs: state.nowUs, used })
        : enter(platform, state, { ...course, used }, course.at + 1);
    }
    case 'hold':
    case 'wait':
    case 'tool':
      // What has to stay as it is ends the way where it does not; a tool's step is only looked at when the tool comes.
      return step.kind !== 'tool' && !holds(state, step.while) ? givenUp : stands;
    case 'learn':
      return happening.kind === 'presented' &&
        happening.at === step.at &&
        course.windowEndsUs !== null &&
        holds(state, step.while)
        ? present(platform, state, course, step, happening.tag)
        : stands;
    case 'device':
      return happening.kind === 'device' && happening.does === step.does
        ? enter(platform, state, course, course.at + 1)
        : stands;
    case 'remote':
      return stands;
  }
}

/** Whether a movement is the one that the step wants, a wrong one of that part, or none of its business. */
function handsMeant(
  platform: BenchPlatform,
  state: CarState,
  course: CourseState,
  step: HandsStep,
  { part, to, heldUs, tag }: Extract<Happening, { kind: 'part' }>,
): 'right' | 'wrong' | 'another' {
  if (part !== step.part) return 'another';
  if (step.to !== undefined && to !== step.to && !isIn(state, part, step.to)) return 'another';
  const seconds = (us: number) => us / 1_000_000;
  const within = (span: { from: number; to: number } | undefined, us: number) =>
    span === undefined || (seconds(us) >= span.from && seconds(us) <= span.to);
  const first = course.times === 0;
  const inTime =
    (!first ||
      step.withinSeconds === undefined ||
      course.at === 0 ||
      seconds(state.nowUs - course.sinceUs) <= step.withinSeconds) &&
    (first || within(step.pace, state.nowUs - course.lastUs)) &&
    within(step.held, heldUs);
  return inTime && holds(state, step.while) && isRole(platform, state, course, step, tag) ? 'right' : 'wrong';
}

function isRole(
  platform: BenchPlatform,
  state: CarState,
  { used }: CourseState,
  { key: role = 'any' }: HandsStep,
  tag: number | null,
): boolean {
  if (role === 'any') return true;
  const key = state.keys.find((one) => one.tag === tag);
  if (!key) return false;
  const same = (other: number) =>
    other === key.tag || state.keys.find((one) => one.tag === other)?.identity === key.identity;
  switch (role) {
    case 'known':
      return mayIntroduce(platform, state, key);
    case 'otherKnown':
      return mayIntroduce(platform, state, key) && !used.some(same);
    case 'new':
      return !state.memory.identities.includes(key.identity);
    case 'same':
      return used.at(-1) === key.tag;
  }
}

/** Comes to a step, and does what needs nobody. */
export function enter(platform: BenchPlatform, state: CarState, before: CourseState, at: number): Lived {
  const { nowUs } = state;
  const course: CourseState = {
    ...before,
    at,
    sinceUs: nowUs,
    times: 0,
    lastUs: nowUs,
    waitEndsUs: null,
    windowEndsUs: null,
    once: null,
  };
  const step = stepOf(platform, course);
  if (!step) return ended(state, course);
  const signs = step.sound && !state.quirks.showsNothing ? [step.sound] : [];
  const kept = (next: CourseState): Lived => ({
    state: { ...state, courses: [...state.courses, next] },
    signs,
  });
  switch (step.kind) {
    case 'wait':
      return kept({ ...course, waitEndsUs: nowUs + waitLengthUs(platform, state, course.way, step.number) });
    case 'remote': {
      const tag = state.pressed?.tag ?? course.used.at(-1);
      const learned = tag === undefined ? state : learnRemote(state, tag);
      return { ...enter(platform, learned, course, at + 1), signs };
    }
    case 'learn': {
      // Where a tool leads, it says when a key is awaited.
      if (course.byTool) return kept(course);
      const awaits = { ...course, windowEndsUs: nowUs + step.withinSeconds * 1_000_000 };
      const there = readAt(platform, state, step.at);
      return there.kind === 'key' && (step.at !== 'lock' || isAlive(state))
        ? present(platform, state, awaits, step, there.key.tag)
        : kept(awaits);
    }
    default:
      return kept(course);
  }
}

function ended(state: CarState, { way, learned }: CourseState): Lived {
  return { state: { ...state, ended: { way, learned } }, signs: [] };
}

/** A key is presented to a way that awaits one. */
export function present(
  platform: BenchPlatform,
  state: CarState,
  course: CourseState,
  step: LearnStep,
  tag: number,
): Lived {
  const kept = (now: CarState, next: CourseState, signs: readonly string[] = []): Lived => ({
    state: { ...now, courses: [...now.courses, next] },
    signs: now.quirks.showsNothing ? [] : signs,
  });
  const found = readAt(platform, state, step.at);
  // Two at one coil, or one that is not read there: nothing happens.
  if (found.kind !== 'key' || found.key.tag !== tag) return kept(state, course);
  if (step.confirm && course.once !== tag) return kept(state, { ...course, once: tag }, ['one click']);
  const learning = learnKey(platform, state, tag, { way: course.way, written: step.written ?? false });
  switch (learning.kind) {
    case 'refused':
      return kept(state, { ...course, once: null });
    case 'failed':
      // The tool may ask again, and so may hands where further keys are taken; else they have to begin anew.
      return course.byTool || step.several
        ? kept(learning.state, { ...course, once: null })
        : { state: learning.state, signs: [] };
    case 'known':
    case 'learned': {
      const now = learning.kind === 'learned' ? learning.state : state;
      const next = {
        ...course,
        once: null,
        windowEndsUs: null,
        learned: [...new Set([...course.learned, tag])],
      };
      const signs = ['the lamp answers'];
      if (course.byTool && step.back === undefined) return kept(now, next, signs);
      if (!course.byTool && step.several)
        return kept(now, { ...next, windowEndsUs: course.windowEndsUs }, signs);
      const done = enter(platform, now, next, course.at + (step.back === undefined ? 1 : -step.back));
      return { ...done, signs: now.quirks.showsNothing ? [] : [...signs, ...done.signs] };
    }
  }
}

/** When a way is due by itself; null for never. */
export function courseDue(platform: BenchPlatform, course: CourseState): number | null {
  const step = stepOf(platform, course);
  switch (step?.kind) {
    case 'hold':
      return course.sinceUs + step.seconds * 1_000_000;
    case 'wait':
      return course.waitEndsUs;
    case 'learn':
      return course.windowEndsUs;
    case 'hands': {
      const tooLate =
        course.times > 0
          ? step.pace && course.lastUs + step.pace.to * 1_000_000
          : step.withinSeconds !== undefined && course.at > 0
            ? course.sinceUs + step.withinSeconds * 1_000_000
            : undefined;
      return tooLate === undefined ? null : tooLate + 1;
    }
    default:
      return null;
  }
}

/** What is due of a way at a moment: a hold or a wait is over, a window closed, a hand came too late. */
export function wakeCourse(platform: BenchPlatform, state: CarState, course: CourseState): Lived {
  const others = { ...state, courses: state.courses.filter((one) => one.way !== course.way) };
  const step = stepOf(platform, course);
  switch (step?.kind) {
    case 'hold':
    case 'wait':
      return holds(state, step.while)
        ? enter(platform, others, course, course.at + 1)
        : { state: others, signs: [] };
    case 'learn':
      // The tool may ask once more; without one the way is over.
      return course.byTool
        ? {
            state: { ...others, courses: [...others.courses, { ...course, windowEndsUs: null, once: null }] },
            signs: [],
          }
        : { state: others, signs: [] };
    default:
      return { state: others, signs: [] };
  }
}

/** What was lived through, and then what follows from there. */
export function joined(lived: Lived, next: (state: CarState) => Lived): Lived {
  const { state, signs } = next(lived.state);
  return { state, signs: [...lived.signs, ...signs] };
}
