import type { CanFrame } from './frame';
import {
  functionalMessage,
  idleTransport,
  receiveFrame,
  sendMessage,
  type Transport,
  type TransportEnd,
  type Transported,
  transportDue,
  wakeTransport,
} from './iso-tp';
import type { ModuleSpeech } from './speech';
import type { ModuleWork, SpeechState } from './speech-state';
import { poweredUp, type Served, serve, speechDue, wakeSpeech } from './uds';

/** A module of the car on its bus: frames in, frames out, and what it did to the car. */
export interface ModuleState {
  readonly transport: Transport;
  readonly speech: SpeechState;
  /** Answers that are ready, each from a moment on; one goes after the other. */
  readonly outbox: readonly { readonly bytes: readonly number[]; readonly fromUs: number }[];
}

export interface ModuleTurn<Effect> {
  readonly state: ModuleState;
  readonly frames: readonly CanFrame[];
  readonly effects: readonly Effect[];
}

/** The id that reaches all modules. */
export const toAllId = 0x7df;
/** How long a module thinks before it answers, well within P2. */
const answerUs = 6_000;

export function moduleAtPower(speech: ModuleSpeech, nowUs: number): ModuleState {
  return { transport: idleTransport, speech: poweredUp(speech, nowUs), outbox: [] };
}

/** What a frame of the bus does to it. */
export function moduleHears<Effect>(
  speech: ModuleSpeech,
  state: ModuleState,
  frame: CanFrame,
  nowUs: number,
  work: ModuleWork<Effect>,
): ModuleTurn<Effect> {
  if (frame.id === toAllId) {
    const message = functionalMessage(frame.data);
    return message
      ? answering(speech, state, message, true, nowUs, work)
      : { state, frames: [], effects: [] };
  }
  const heard = receiveFrame(state.transport, endOf(speech), frame, nowUs);
  return afterTransport(speech, state, heard, nowUs, work);
}

/** When something of it is due by itself; null for never. */
export function moduleDue({ transport, speech, outbox }: ModuleState): number | null {
  const answer = transport.sending ? null : (outbox[0]?.fromUs ?? null);
  const dues = [transportDue(transport), speechDue(speech), answer].filter((due) => due !== null);
  return dues.length === 0 ? null : Math.min(...dues);
}

/** What is due at a moment, one thing at a time. */
export function wakeModule<Effect>(
  speech: ModuleSpeech,
  state: ModuleState,
  nowUs: number,
  work: ModuleWork<Effect>,
): ModuleTurn<Effect> {
  const end = endOf(speech);
  const ofTransport = transportDue(state.transport);
  if (ofTransport !== null && ofTransport <= nowUs)
    return afterTransport(speech, state, wakeTransport(state.transport, end, nowUs), nowUs, work);
  const ofSpeech = speechDue(state.speech);
  if (ofSpeech !== null && ofSpeech <= nowUs)
    return afterServed(state, wakeSpeech(speech, state.speech, work, nowUs), nowUs);
  const [next, ...outbox] = state.outbox;
  if (next && next.fromUs <= nowUs && !state.transport.sending) {
    const sent = sendMessage(state.transport, end, next.bytes, nowUs);
    return { state: { ...state, outbox, transport: sent.transport }, frames: sent.frames, effects: [] };
  }
  return { state, frames: [], effects: [] };
}

function endOf({ requestId, responseId, transport }: ModuleSpeech): TransportEnd {
  return { ...transport, sendId: responseId, receiveId: requestId };
}

function afterTransport<Effect>(
  speech: ModuleSpeech,
  state: ModuleState,
  { transport, frames, events }: Transported,
  nowUs: number,
  work: ModuleWork<Effect>,
): ModuleTurn<Effect> {
  let turn: ModuleTurn<Effect> = { state: { ...state, transport }, frames, effects: [] };
  for (const event of events)
    if (event.kind === 'message') {
      const answered = answering(speech, turn.state, event.bytes, false, nowUs, work);
      turn = { state: answered.state, frames, effects: [...turn.effects, ...answered.effects] };
    }
  return turn;
}

function answering<Effect>(
  speech: ModuleSpeech,
  state: ModuleState,
  message: readonly number[],
  toAll: boolean,
  nowUs: number,
  work: ModuleWork<Effect>,
): ModuleTurn<Effect> {
  return afterServed(state, serve(speech, state.speech, message, { toAll, nowUs }, work), nowUs);
}

function afterServed<Effect>(state: ModuleState, served: Served<Effect>, nowUs: number): ModuleTurn<Effect> {
  const outbox = served.answer
    ? [...state.outbox, { bytes: served.answer, fromUs: nowUs + answerUs }]
    : state.outbox;
  return { state: { ...state, speech: served.state, outbox }, frames: [], effects: served.effects };
}
