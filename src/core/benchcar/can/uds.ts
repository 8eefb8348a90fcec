import type { Refusal } from './refusals';
import { refusals, silentToAll } from './refusals';
import { type ModuleSpeech, type Session, service } from './speech';

// The module's side of ISO 14229-1: what it answers to a message, by its session, its access and what the car lets it do. Times are
// microseconds of the car's clock.

export interface SpeechState {
  readonly session: Session;
  /** When it falls back to the default session; null while it is in it. */
  readonly sessionEndsUs: number | null;
  /** The level of access that is open. */
  readonly open: number | null;
  /** A seed that was given and not answered yet. */
  readonly seed: { readonly level: number; readonly bytes: readonly number[] } | null;
  /** Seeds that were given, so that no two are alike. */
  readonly seedsGiven: number;
  readonly levels: Readonly<Record<number, { readonly wrong: number; readonly shutUntilUs: number }>>;
  /** Routines that were begun in this session. */
  readonly begun: readonly number[];
  readonly pending: Pending | null;
  /** Silent until then, after a reset. */
  readonly bootsUntilUs: number | null;
}

/** A message whose answer takes longer. */
interface Pending {
  readonly message: readonly number[];
  readonly toAll: boolean;
  readonly doneUs: number;
  /** When it says again that it takes longer; null where it says nothing meanwhile. */
  readonly saysUs: number | null;
}

/** What the car does for its module: looks and acts by names of the description. */
export interface ModuleWork<Effect> {
  readonly read: (holds: string) => readonly number[] | Refusal;
  readonly write: (holds: string, bytes: readonly number[]) => Worked<Effect>;
  /** @param finishing whether what was put off is over now: it is done then, or refused */
  readonly routine: (
    does: string,
    step: RoutineStep,
    option: readonly number[],
    finishing: boolean,
  ) => Worked<Effect>;
  readonly faults: () => readonly { readonly code: number; readonly status: number }[];
  readonly clearFaults: () => Effect;
  readonly seed: (level: number, count: number, bytes: number) => readonly number[];
  readonly keyOf: (level: number, seed: readonly number[]) => readonly number[];
}

export type RoutineStep = 'start' | 'stop' | 'results';
export type Worked<Effect> =
  | { readonly kind: 'refused'; readonly why: Refusal }
  | { readonly kind: 'done'; readonly bytes: readonly number[]; readonly effect?: Effect }
  /** It is done later, and says so meanwhile or says nothing at all. */
  | { readonly kind: 'later'; readonly afterUs: number; readonly says: boolean };

export interface Served<Effect> {
  readonly state: SpeechState;
  /** What goes back; null for nothing. */
  readonly answer: readonly number[] | null;
  readonly effects: readonly Effect[];
}

/** S3: how long a session stands where nobody speaks. */
export const sessionUs = 5_000_000;
/** P2*: how long an answer may take after it was said that it takes longer; it is said again well before. */
export const longAnswerUs = 5_000_000;
const saysAgainUs = 4_500_000;

/** A module whose power came on. */
export function poweredUp(speech: ModuleSpeech, nowUs: number): SpeechState {
  const levels = Object.fromEntries(
    speech.access
      .filter(({ delayAtPowerUp }) => delayAtPowerUp)
      .map(({ level, delaySeconds }) => [level, { wrong: 0, shutUntilUs: nowUs + delaySeconds * 1_000_000 }]),
  );
  return { ...fresh, levels };
}

const fresh: SpeechState = {
  session: 'default',
  sessionEndsUs: null,
  open: null,
  seed: null,
  seedsGiven: 0,
  levels: {},
  begun: [],
  pending: null,
  bootsUntilUs: null,
};

/** When something of it is due by itself; null for never. */
export function speechDue({ sessionEndsUs, pending, bootsUntilUs }: SpeechState): number | null {
  const dues = [
    pending ? null : sessionEndsUs,
    pending && Math.min(pending.doneUs, pending.saysUs ?? pending.doneUs),
    bootsUntilUs,
  ].filter((due) => due !== null);
  return dues.length === 0 ? null : Math.min(...dues);
}

/** What is due at a moment. */
export function wakeSpeech<Effect>(
  speech: ModuleSpeech,
  state: SpeechState,
  work: ModuleWork<Effect>,
  nowUs: number,
): Served<Effect> {
  const { pending, sessionEndsUs, bootsUntilUs } = state;
  if (bootsUntilUs !== null && bootsUntilUs <= nowUs)
    return nothing({ ...poweredUp(speech, nowUs), seedsGiven: state.seedsGiven });
  if (pending && pending.doneUs <= nowUs) {
    const said = pending.saysUs !== null;
    const replied = reply(speech, { ...state, pending: null }, pending.message, work, nowUs, true);
    // A positive answer is not held back any more once it was said that it comes.
    return finish(replied, state, pending.message, { toAll: pending.toAll && !said, mustSay: said }, nowUs);
  }
  if (pending?.saysUs != null && pending.saysUs <= nowUs)
    return {
      state: { ...state, pending: { ...pending, saysUs: pending.saysUs + saysAgainUs } },
      answer: negative(pending.message, 'pending'),
      effects: [],
    };
  if (!pending && sessionEndsUs !== null && sessionEndsUs <= nowUs) return nothing(backToDefault(state));
  return nothing(state);
}

/** What a module answers to a message, to it alone or to all. */
export function serve<Effect>(
  speech: ModuleSpeech,
  state: SpeechState,
  message: readonly number[],
  { toAll, nowUs }: { readonly toAll: boolean; readonly nowUs: number },
  work: ModuleWork<Effect>,
): Served<Effect> {
  if (state.bootsUntilUs !== null || message.length === 0) return nothing(state);
  const stays: SpeechState =
    state.session === 'default' ? state : { ...state, sessionEndsUs: nowUs + sessionUs };
  if (state.pending) {
    // Only the word that somebody is still there is taken while it works.
    const present = message[0] === service.testerPresent && message[1] === 0x80;
    return present ? nothing(stays) : { ...nothing(stays), answer: negative(message, 'busyRepeat') };
  }
  const replied = reply(speech, stays, message, work, nowUs, false);
  if (replied.kind === 'later') {
    const { afterUs, says } = replied;
    const pending: Pending = {
      message,
      toAll,
      doneUs: nowUs + afterUs,
      saysUs: says ? nowUs + saysAgainUs : null,
    };
    return {
      state: { ...stays, pending },
      answer: says ? negative(message, 'pending') : null,
      effects: [],
    };
  }
  return finish(replied, stays, message, { toAll, mustSay: false }, nowUs);
}

type Reply<Effect> =
  | { readonly kind: 'refused'; readonly why: Refusal; readonly state?: SpeechState }
  | {
      readonly kind: 'done';
      readonly bytes: readonly number[];
      readonly state?: SpeechState;
      readonly effects?: readonly Effect[];
    }
  | { readonly kind: 'later'; readonly afterUs: number; readonly says: boolean };

const withSubFunction: ReadonlySet<number> = new Set([
  service.session,
  service.reset,
  service.readFaults,
  service.access,
  service.routine,
  service.testerPresent,
]);

function finish<Effect>(
  replied: Reply<Effect>,
  state: SpeechState,
  message: readonly number[],
  { toAll, mustSay }: { readonly toAll: boolean; readonly mustSay: boolean },
  nowUs: number,
): Served<Effect> {
  if (replied.kind === 'later') throw new Error('what was put off is done, or refused');
  const next = { ...(replied.state ?? state), pending: null };
  const stands = next.session === 'default' ? next : { ...next, sessionEndsUs: nowUs + sessionUs };
  if (replied.kind === 'refused') {
    const held = toAll && silentToAll.has(replied.why);
    return { state: stands, answer: held ? null : negative(message, replied.why), effects: [] };
  }
  const [id = 0, sub = 0] = message;
  const held = withSubFunction.has(id) && (sub & 0x80) !== 0 && !mustSay;
  return {
    state: stands,
    answer: held ? null : [id + 0x40, ...replied.bytes],
    effects: replied.effects ?? [],
  };
}

/** In the order of the standard: the service, its session, its length, its sub-function, and only then what it would do. */
function reply<Effect>(
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

function backToDefault(state: SpeechState): SpeechState {
  return { ...state, session: 'default', sessionEndsUs: null, open: null, seed: null, begun: [] };
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
    const bytes = work.seed(level.level, state.seedsGiven, level.seedBytes);
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
      return worked;
    case 'done':
      return {
        kind: 'done',
        bytes: [...head, ...worked.bytes],
        ...(worked.effect !== undefined && { effects: [worked.effect] }),
      };
  }
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

function negative(message: readonly number[], why: Refusal): readonly number[] {
  return [0x7f, message[0] ?? 0, refusals[why].code];
}

function nothing(state: SpeechState): { state: SpeechState; answer: null; effects: never[] } {
  return { state, answer: null, effects: [] };
}
