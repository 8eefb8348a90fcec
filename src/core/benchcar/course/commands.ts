import type { MethodKind } from '@/core/catalogue/methods';
import type { Refusal } from '../can/refusals';
import { holds } from '../car/car-parts';
import type { CarState, CourseState } from '../car/car-state';
import { isTooLow } from '../car/electrics';
import { eraseKeys } from '../car/memory';
import { keysRead, mayIntroduce, readAt } from '../car/reading';
import type { ToolStep } from '../document/behaviour';
import { type BenchPlatform, courseOf } from '../document/bench-platform';
import { enter, freshCourse, type Lived, present, stepOf, tookHold } from './course';

// What a tool may ask of the car, whatever line it speaks on.

/** A command of the tool: begins a way, erases, matches a new module, awaits a key, makes room, or leaves. */
export type Command = `begin ${MethodKind}` | 'erase' | 'match' | 'learn' | 'makeRoom' | 'leave';

/** What a command comes to now. */
export type Judged = { readonly kind: 'refused'; readonly why: Refusal } | { readonly kind: 'done' };

const others = ['erase', 'match', 'learn', 'makeRoom', 'leave'] as const;

export function isCommand(does: string): does is Command {
  return (others as readonly string[]).includes(does) || does.startsWith('begin ');
}

/** Whether the car does what a tool asks; nothing changes by asking. */
export function judge(platform: BenchPlatform, state: CarState, command: Command): Judged {
  if (command === 'leave') return { kind: 'done' };
  if (isTooLow(platform, state)) return refused('voltageTooLow');
  const running = state.courses.find(({ byTool }) => byTool);
  if (command === 'makeRoom')
    return state.memory.identities.length > 0 && running ? { kind: 'done' } : refused('sequence');
  if (command === 'learn') {
    const step = running && stepOf(platform, running);
    if (step?.kind !== 'learn') return refused('sequence');
    return { kind: 'done' };
  }
  const met = toolStep(platform, state, command);
  if (!met) return refused('sequence');
  const { course, step } = met;
  if (!holds(state, platform.behaviour.needs) || !holds(state, step.while)) return refused('conditions');
  if (step.known !== undefined && !enoughKnown(platform, state, course.way, step.known))
    return refused('conditions');
  return { kind: 'done' };
}

/** Does what a tool asked, which was judged before. */
export function obey(platform: BenchPlatform, state: CarState, command: Command): Lived {
  const running = state.courses.find(({ byTool }) => byTool);
  switch (command) {
    case 'leave':
      return left(state);
    case 'makeRoom': {
      const [, ...identities] = state.memory.identities;
      return { state: { ...state, memory: { ...state.memory, identities } }, signs: [] };
    }
    case 'learn': {
      const step = running && stepOf(platform, running);
      if (!running || step?.kind !== 'learn') return { state, signs: [] };
      const rest = { ...state, courses: [] };
      const awaits = { ...running, windowEndsUs: state.nowUs + step.withinSeconds * 1_000_000, once: null };
      const there = readAt(platform, state, step.at);
      return there.kind === 'key' && holds(state, step.while) && !running.learned.includes(there.key.tag)
        ? present(platform, rest, awaits, step, there.key.tag)
        : { state: { ...rest, courses: [awaits] }, signs: [] };
    }
    default: {
      const met = toolStep(platform, state, command);
      if (!met) return { state, signs: [] };
      const now = command === 'erase' ? eraseKeys(platform, state) : state;
      const matched = command === 'match' ? { ...now, module: { ...now.module, vin: state.plateVin } } : now;
      return enter(
        platform,
        { ...matched, courses: [], ended: null },
        { ...met.course, byTool: true },
        met.course.at + 1,
      );
    }
  }
}

/** The tool leaves, or nobody spoke for too long: what it began is over. */
export function left(state: CarState): Lived {
  const running = state.courses.find(({ byTool }) => byTool);
  return {
    state: {
      ...state,
      courses: state.courses.filter(({ byTool }) => !byTool),
      ended: running ? { way: running.way, learned: running.learned } : state.ended,
    },
    signs: [],
  };
}

/** The step that a command is: of the way that runs, or the beginning of one. */
function toolStep(
  platform: BenchPlatform,
  state: CarState,
  command: Command,
): { readonly course: CourseState; readonly step: ToolStep } | undefined {
  if (command.startsWith('begin ')) {
    const way = command.slice('begin '.length);
    if (state.courses.some(tookHold(platform))) {
      // Begun already: it may be begun again from the start.
      const again = state.courses.find((one) => one.way === way && one.byTool);
      if (!again) return undefined;
    }
    const known = state.courses.find((one) => one.way === way && !one.byTool);
    const first = courseOf(platform, way)?.steps[0];
    const course =
      known ?? (first?.kind === 'tool' ? freshCourse(way as MethodKind, state.nowUs, true) : undefined);
    const step = course && stepOf(platform, course);
    return course && step?.kind === 'tool' && step.does === 'begin' ? { course, step } : undefined;
  }
  const running = state.courses.find(({ byTool }) => byTool);
  const step = running && stepOf(platform, running);
  return running && step?.kind === 'tool' && step.does === command ? { course: running, step } : undefined;
}

/** Whether as many keys that may introduce others are there as the way wants; copies count once. */
function enoughKnown(
  platform: BenchPlatform,
  state: CarState,
  way: MethodKind,
  at: ToolStep['known'],
): boolean {
  const wanted = platform.platform.methods.find(({ kind }) => kind === way)?.knownKeysNeeded ?? 0;
  const there =
    at === 'cabin'
      ? keysRead(platform, state)
      : [readAt(platform, state, at ?? 'lock')].flatMap((found) => (found.kind === 'key' ? [found.key] : []));
  const identities = new Set(
    there.filter((key) => mayIntroduce(platform, state, key)).map(({ identity }) => identity),
  );
  return identities.size >= wanted;
}

function refused(why: Refusal): Judged {
  return { kind: 'refused', why };
}
