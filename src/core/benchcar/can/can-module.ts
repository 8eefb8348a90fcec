import type { MethodKind } from '@/core/catalogue/methods';
import { seededRandom } from '@/core/kinds/random';
import type { CarState } from '../car/car-state';
import { isTooLow } from '../car/electrics';
import { readRecord } from '../car/records';
import { type Command, isCommand, judge, obey } from '../course/commands';
import { stepOf } from '../course/course';
import type { CanLink } from '../document/behaviour';
import type { BenchPlatform } from '../document/bench-platform';
import { accessFunctions } from './access-keys';
import type { ModuleSpeech } from './speech';
import type { ModuleWork, Worked } from './speech-state';

/** What a message does to the car, by name. */
export type ModuleEffect =
  | { readonly kind: 'command'; readonly command: Command }
  | { readonly kind: 'clearFaults' };

/** How the module of a car speaks: as the document says, at the address of its system type. */
export function speechOf(link: CanLink, platform: BenchPlatform, state: CarState): ModuleSpeech {
  const requestId = link.types.find(({ type }) => type === state.module.systemType)?.address ?? link.address;
  const known = speeches.get(link)?.get(requestId);
  if (known) return known;
  const made = speechAt(link, platform, requestId);
  speeches.set(link, new Map([...(speeches.get(link) ?? []), [requestId, made]]));
  return made;
}

/** A link always speaks alike: what was worked out of it is kept as long as it is there. */
const speeches = new WeakMap<CanLink, ReadonlyMap<number, ModuleSpeech>>();

function speechAt(link: CanLink, { behaviour }: BenchPlatform, requestId: number): ModuleSpeech {
  return {
    requestId,
    responseId: requestId + 8,
    transport: {
      blockSize: link.blockSize,
      separationByte: link.separationByte,
      longest: link.longest,
      stalls: link.stalls,
    },
    services: link.services,
    access: link.access.map(({ asksPin, begins: _, function: name, parameters, ...level }) => ({
      ...level,
      key: { function: name, parameters },
      tries: asksPin ? (behaviour.pin?.tries ?? 3) : 5,
      delaySeconds: asksPin ? (behaviour.pin?.lockoutSeconds ?? 10) : 10,
    })),
    records: link.records,
    routines: link.routines,
    bootMs: link.bootMs,
  };
}

/** The key to a seed: the level's function of it, and of the PIN where the level asks for one. */
export function keyOf(link: CanLink, level: number, seed: readonly number[], pin: string): readonly number[] {
  const access = link.access.find((one) => one.level === level);
  const known = access && accessFunctions[access.function];
  if (!access || !known) throw new Error(`no access level ${level}`);
  const digits = access.asksPin ? [...pin].map(Number) : [];
  const mixed =
    digits.length === 0 ? seed : seed.map((byte, at) => byte ^ (0x11 * (digits[at % digits.length] ?? 0)));
  return known.keyOf(mixed, access.parameters);
}

/** What the car does for its module on CAN. */
export function moduleWork(
  link: CanLink,
  platform: BenchPlatform,
  state: CarState,
): ModuleWork<ModuleEffect> {
  const routine = (
    does: string,
    step: 'start' | 'stop' | 'results',
    finishing: boolean,
  ): Worked<ModuleEffect> => {
    if (step === 'results') return { kind: 'done', bytes: readRecord(platform, state, 'progress') };
    if (!isCommand(does)) return { kind: 'refused', why: 'outOfRange' };
    const command: Command = step === 'stop' ? 'leave' : does;
    if (finishing) return finished(platform, state);
    const judged = judge(platform, state, command);
    if (judged.kind === 'refused') return judged;
    const then = obey(platform, state, command).state.courses.find(({ byTool }) => byTool);
    const next = then && stepOf(platform, then);
    const effect: ModuleEffect = { kind: 'command', command };
    return next?.kind === 'wait' &&
      next.told === 'routine78' &&
      then?.waitEndsUs != null &&
      command !== 'leave'
      ? { kind: 'later', afterUs: then.waitEndsUs - state.nowUs, says: true, effect }
      : { kind: 'done', bytes: [], effect };
  };
  return {
    read: (holds) => readRecord(platform, state, holds),
    write: () => ({ kind: 'refused', why: 'outOfRange' }),
    routine: (does, step, _, finishing) => routine(does, step, finishing),
    faults: () =>
      state.faults.map((code) => ({ code, status: stillFails(platform, state, code) ? 0x09 : 0x08 })),
    clearFaults: () => ({ kind: 'clearFaults' }),
    seed: (level, count, bytes) => {
      const begins = link.access.find((one) => one.level === level)?.begins ?? null;
      const held = begins === null ? 'open' : seedHeld(platform, state, begins);
      if (held === 'open') {
        const random = seededRandom(`${state.seed}/seed/${level}/${count}`);
        return { kind: 'done', bytes: Array.from({ length: bytes }, () => 1 + Math.floor(random() * 255)) };
      }
      return held;
    },
    keyOf: (level, seed) => keyOf(link, level, seed, state.module.pin),
  };
}

/** A way that keeps its seed back: it begins by being asked, and opens when its wait is over. */
function seedHeld(
  platform: BenchPlatform,
  state: CarState,
  way: MethodKind,
):
  | 'open'
  | {
      readonly kind: 'refused';
      readonly why: 'delayRuns' | 'conditions' | 'sequence' | 'voltageTooLow';
      readonly effect?: ModuleEffect;
    } {
  const running = state.courses.find((one) => one.byTool && one.way === way);
  const step = running && stepOf(platform, running);
  if (running)
    return step?.kind === 'wait' && step.told === 'delay37' ? { kind: 'refused', why: 'delayRuns' } : 'open';
  const command: Command = `begin ${way}`;
  const judged = judge(platform, state, command);
  if (judged.kind === 'refused')
    return {
      kind: 'refused',
      why: judged.why === 'voltageTooLow' || judged.why === 'sequence' ? judged.why : 'conditions',
    };
  return { kind: 'refused', why: 'delayRuns', effect: { kind: 'command', command } };
}

/** What was put off is over: it went well where its way still runs and waits no longer. */
function finished(platform: BenchPlatform, state: CarState): Worked<ModuleEffect> {
  const running = state.courses.find(({ byTool }) => byTool);
  const step = running && stepOf(platform, running);
  if (!running) return { kind: 'refused', why: 'conditions' };
  if (step?.kind === 'wait' && step.told === 'routine78') return { kind: 'refused', why: 'conditions' };
  return isTooLow(platform, state) ? { kind: 'refused', why: 'voltageTooLow' } : { kind: 'done', bytes: [] };
}

function stillFails({ behaviour }: BenchPlatform, state: CarState, code: number): boolean {
  const cause = behaviour.faults.find((fault) => fault.code === code)?.cause;
  return cause === 'moduleOut'
    ? state.parts.module === 'out'
    : cause === 'linkLost' && state.parts.lead !== 'plugged';
}
