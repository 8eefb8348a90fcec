import type { Refusal } from './refusals';
import { type ModuleSpeech, type Session, service } from './speech';
import {
  backToDefault,
  type ModuleWork,
  type RoutineStep,
  type SpeechState,
  sessionUs,
  type Worked,
} from './speech-state';

/** What a service says to a message. */
export type Reply<Effect> =
  | {
      readonly kind: 'refused';
      readonly why: Refusal;
      readonly state?: SpeechState;
      readonly effects?: readonly Effect[];
    }
  | {
      readonly kind: 'done';
      readonly bytes: readonly number[];
      readonly state?: SpeechState;
      readonly effects?: readonly Effect[];
    }
  | {
      readonly kind: 'later';
      readonly afterUs: number;
      readonly says: boolean;
      readonly effects?: readonly Effect[];
    };

/** Services whose first byte is a sub-function, with the bit that suppresses a positive answer. */
export const withSubFunction: ReadonlySet<number> = new Set([
  service.session,
  service.reset,
  service.readFaults,
  service.access,
  service.routine,
  service.testerPresent,
]);

/** In the order of the standard: the service, its session, its length, its sub-function, and only then what it would do. */
export function reply<Effect>(
  speech: ModuleSpeech,
  state: SpeechState,
  message: readonly number[],
  work: ModuleWork<Effect>,
  nowUs: number,
  finishing: boolean,
): Reply<Effect> {
  const [id = 0, ...rest] = message;
  const known = speech.services.find((one) => one.id === id);
  if (!known) return refused('serviceNotSupported');
  if (!known.sessions.includes(state.session)) return refused('serviceNotInSession');
  if (withSubFunction.has(id) && rest.length < 1) return refused('lengthOrFormat');
  const sub = (rest[0] ?? 0) & 0x7f;
  const data = rest.slice(1);
  switch (id) {
    case service.session:
      return changeSession(state, sub, data, nowUs);
    case service.reset:
      return reset(speech, state, sub, data, nowUs);
    case service.clearFaults:
      return clearFaults(rest, work);
    case service.readFaults:
      return readFaults(sub, data, work);
    case service.read:
      return readRecords(speech, state, rest, work);
    case service.access:
      return access(speech, state, sub, data, work, nowUs);
    case service.write:
      return writeRecord(speech, state, rest, work);
    case service.routine:
      return routine(speech, state, sub, data, work, finishing);
    case service.testerPresent:
      if (sub !== 0) return refused('subFunctionNotSupported');
      return data.length > 0 ? refused('lengthOrFormat') : { kind: 'done', bytes: [0] };
    default:
      return refused('serviceNotSupported');
  }
}

function changeSession(
  state: SpeechState,
  sub: number,
  data: readonly number[],
  nowUs: number,
): Reply<never> {
  const to: Session | undefined = sub === 1 ? 'default' : sub === 3 ? 'extended' : undefined;
  if (!to) return refused('subFunctionNotSupported');
  if (data.length > 0) return refused('lengthOrFormat');
  // Every change of session locks again, also one to the same.
  const next: SpeechState = {
    ...backToDefault(state),
    session: to,
    sessionEndsUs: to === 'default' ? null : nowUs + sessionUs,
  };
  // P2 in milliseconds, P2* in tens of them.
  return { kind: 'done', bytes: [sub, 0, 50, 1, 0xf4], state: next };
}

function reset(
  speech: ModuleSpeech,
  state: SpeechState,
  sub: number,
  data: readonly number[],
  nowUs: number,
): Reply<never> {
  if (sub !== 1) return refused('subFunctionNotSupported');
  if (data.length > 0) return refused('lengthOrFormat');
  return {
    kind: 'done',
    bytes: [1],
    state: { ...backToDefault(state), bootsUntilUs: nowUs + speech.bootMs * 1000 },
  };
}

function clearFaults<Effect>(group: readonly number[], work: ModuleWork<Effect>): Reply<Effect> {
  if (group.length !== 3) return refused('lengthOrFormat');
  if (group.some((byte) => byte !== 0xff)) return refused('outOfRange');
  return { kind: 'done', bytes: [], effects: [work.clearFaults()] };
}

/** The bits of a fault's status that are kept here: failed now, and confirmed. */
const statusKept = 0x09;

function readFaults<Effect>(sub: number, data: readonly number[], work: ModuleWork<Effect>): Reply<Effect> {
  if (sub !== 2) return refused('subFunctionNotSupported');
  const [mask = 0] = data;
  if (data.length !== 1) return refused('lengthOrFormat');
  const met = work.faults().filter(({ status }) => (status & mask & statusKept) !== 0);
  return {
    kind: 'done',
    bytes: [
      2,
      statusKept,
      ...met.flatMap(({ code, status }) => [code >> 16, (code >> 8) & 0xff, code & 0xff, status]),
    ],
  };
}

function readRecords<Effect>(
  { records }: ModuleSpeech,
  state: SpeechState,
  ids: readonly number[],
  work: ModuleWork<Effect>,
): Reply<Effect> {
  if (ids.length < 2 || ids.length % 2 === 1) return refused('lengthOrFormat');
  const asked = Array.from({ length: ids.length / 2 }, (_, at) => word(ids, 2 * at));
  // Several may be asked for at once: those it has are answered, and only where it has none of them it refuses.
  const known = asked.flatMap((id) =>
    records.filter((record) => record.id === id && record.sessions.includes(state.session)),
  );
  if (known.length === 0) return refused('outOfRange');
  if (known.some(({ level }) => !isOpen(state, level))) return refused('accessDenied');
  const bytes: number[] = [];
  for (const { id, holds } of known) {
    const found = work.read(holds);
    if (typeof found === 'string') return refused(found);
    bytes.push(id >> 8, id & 0xff, ...found);
  }
  return { kind: 'done', bytes };
}

function writeRecord<Effect>(
  { records }: ModuleSpeech,
  state: SpeechState,
  data: readonly number[],
  work: ModuleWork<Effect>,
): Reply<Effect> {
  if (data.length < 3) return refused('lengthOrFormat');
  const id = word(data, 0);
  const record = records.find(
    (one) => one.id === id && one.writable !== null && one.sessions.includes(state.session),
  );
  if (!record?.writable) return refused('outOfRange');
  if (!isOpen(state, record.writable.level)) return refused('accessDenied');
  if (data.length !== 2 + record.writable.bytes) return refused('lengthOrFormat');
  return repliedOf(work.write(record.holds, data.slice(2)), [id >> 8, id & 0xff]);
}

function access<Effect>(
  speech: ModuleSpeech,
  state: SpeechState,
  sub: number,
  data: readonly number[],
  work: ModuleWork<Effect>,
  nowUs: number,
): Reply<Effect> {
  const asksSeed = sub % 2 === 1;
  const level = speech.access.find((one) => one.level === (asksSeed ? sub : sub - 1));
  if (!level) return refused('subFunctionNotSupported');
  if (!level.sessions.includes(state.session)) return refused('subFunctionNotInSession');
  const own = state.levels[level.level] ?? { wrong: 0, shutUntilUs: 0 };
  const shut = own.shutUntilUs > nowUs;
  if (asksSeed) {
    if (data.length > 0) return refused('lengthOrFormat');
    if (state.open === level.level)
      return { kind: 'done', bytes: [sub, ...Array.from({ length: level.seedBytes }, () => 0)] };
    if (shut) return refused('delayRuns');
    const seeded = work.seed(level.level, state.seedsGiven, level.seedBytes);
    if (seeded.kind === 'refused') return { ...refused(seeded.why), ...effectsOf(seeded) };
    const { bytes } = seeded;
    const next = { ...state, seed: { level: level.level, bytes }, seedsGiven: state.seedsGiven + 1 };
    return { kind: 'done', bytes: [sub, ...bytes], state: next };
  }
  const { seed } = state;
  if (seed?.level !== level.level) return refused('sequence');
  const key = work.keyOf(level.level, seed.bytes);
  if (data.length !== key.length) return refused('lengthOrFormat');
  if (shut) return refused('delayRuns');
  const used = { ...state, seed: null };
  if (data.every((byte, at) => byte === key[at]))
    return {
      kind: 'done',
      bytes: [sub],
      state: { ...used, open: level.level, levels: { ...state.levels, [level.level]: noWrong } },
    };
  const wrong = own.wrong + 1;
  if (wrong < level.tries)
    return refused('invalidKey', {
      ...used,
      levels: { ...state.levels, [level.level]: { ...own, wrong } },
    });
  // After the delay one more is let in; a wrong one shuts it again.
  const shutUntilUs = nowUs + level.delaySeconds * 1_000_000;
  const levels = { ...state.levels, [level.level]: { wrong: level.tries - 1, shutUntilUs } };
  return refused('tooManyTries', { ...used, levels });
}

const noWrong = { wrong: 0, shutUntilUs: 0 };
const steps: Readonly<Record<number, RoutineStep>> = { 1: 'start', 2: 'stop', 3: 'results' };

function routine<Effect>(
  speech: ModuleSpeech,
  state: SpeechState,
  sub: number,
  data: readonly number[],
  work: ModuleWork<Effect>,
  finishing: boolean,
): Reply<Effect> {
  if (data.length < 2) return refused('lengthOrFormat');
  const step = steps[sub];
  if (!step) return refused('subFunctionNotSupported');
  const id = word(data, 0);
  const known = speech.routines.find((one) => one.id === id && one.sessions.includes(state.session));
  if (!known) return refused('outOfRange');
  if (!isOpen(state, known.level)) return refused('accessDenied');
  if ((step === 'stop' && !known.canStop) || (step === 'results' && !known.hasResults))
    return refused('subFunctionNotSupported');
  const option = data.slice(2);
  if (option.length !== (step === 'start' ? known.optionBytes : 0)) return refused('lengthOrFormat');
  if (step !== 'start' && !state.begun.includes(id)) return refused('sequence');
  const worked = work.routine(known.does, step, option, finishing);
  if (worked.kind === 'later' && finishing) throw new Error('what was put off is done, or refused');
  const replied = repliedOf(worked, [sub, id >> 8, id & 0xff]);
  if (replied.kind !== 'done') return replied;
  const begun =
    step === 'start'
      ? [...new Set([...state.begun, id])]
      : state.begun.filter((one) => one !== id || step !== 'stop');
  return { ...replied, state: { ...state, begun } };
}

function repliedOf<Effect>(worked: Worked<Effect>, head: readonly number[]): Reply<Effect> {
  switch (worked.kind) {
    case 'refused':
      return refused(worked.why);
    case 'later':
      return { kind: 'later', afterUs: worked.afterUs, says: worked.says, ...effectsOf(worked) };
    case 'done':
      return {
        kind: 'done',
        bytes: [...head, ...worked.bytes],
        ...effectsOf(worked),
      };
  }
}

function effectsOf<Effect>({ effect }: { readonly effect?: Effect }): { effects?: readonly Effect[] } {
  return effect === undefined ? {} : { effects: [effect] };
}

function isOpen(state: SpeechState, level: number | null): boolean {
  return level === null || state.open === level;
}

function word(bytes: readonly number[], at: number): number {
  return ((bytes[at] ?? 0) << 8) | (bytes[at + 1] ?? 0);
}

function refused(why: Refusal, state?: SpeechState): { kind: 'refused'; why: Refusal; state?: SpeechState } {
  return state ? { kind: 'refused', why, state } : { kind: 'refused', why };
}
