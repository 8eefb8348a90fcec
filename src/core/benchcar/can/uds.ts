import { type Refusal, refusals, silentToAll } from './refusals';
import { type Reply, reply, withSubFunction } from './services';
import { type ModuleSpeech, service } from './speech';
import { backToDefault, type ModuleWork, type Pending, type SpeechState, sessionUs } from './speech-state';

// The module's side of ISO 14229-1: what it answers to a message, by its session, its access and what the car lets it do. Times are
// microseconds of the car's clock.

export interface Served<Effect> {
  readonly state: SpeechState;
  /** What goes back; null for nothing. */
  readonly answer: readonly number[] | null;
  readonly effects: readonly Effect[];
}

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
      effects: replied.effects ?? [],
    };
  }
  return finish(replied, stays, message, { toAll, mustSay: false }, nowUs);
}

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
    return {
      state: stands,
      answer: held ? null : negative(message, replied.why),
      effects: replied.effects ?? [],
    };
  }
  const [id = 0, sub = 0] = message;
  const held = withSubFunction.has(id) && (sub & 0x80) !== 0 && !mustSay;
  return {
    state: stands,
    answer: held ? null : [id + 0x40, ...replied.bytes],
    effects: replied.effects ?? [],
  };
}

function negative(message: readonly number[], why: Refusal): readonly number[] {
  return [0x7f, message[0] ?? 0, refusals[why].code];
}

function nothing(state: SpeechState): { state: SpeechState; answer: null; effects: never[] } {
  return { state, answer: null, effects: [] };
}
