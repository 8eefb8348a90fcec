import type { CanFrame } from './frame';
import { padded } from './frame';
import {
  idleTransport,
  longestMessage,
  receiveFrame,
  sendMessage,
  type Transport,
  type TransportEnd,
  type Transported,
  transportDue,
  wakeTransport,
} from './iso-tp';
import { toAllId } from './module';
import { refusals } from './refusals';
import { service } from './speech';

// The tool's side: one question at a time, its answer awaited as long as the standard lets it take, and a word every two seconds that
// somebody is still there while a session is kept open.

export interface TesterState {
  readonly transport: Transport;
  readonly asked: Asked | null;
  /** When it says again that somebody is there; null while no session is kept open. */
  readonly presentUs: number | null;
}

interface Asked {
  readonly service: number;
  /** Until when the answer, or its first frame, has to come; null while the transport watches over a long message. */
  readonly dueUs: number | null;
}

export type TesterEvent =
  | { readonly kind: 'answered'; readonly bytes: readonly number[] }
  | { readonly kind: 'refused'; readonly service: number; readonly code: number }
  /** The module says that it takes longer. */
  | { readonly kind: 'takesLonger' }
  | { readonly kind: 'noAnswer' };

export interface TesterTurn {
  readonly state: TesterState;
  readonly frames: readonly CanFrame[];
  readonly events: readonly TesterEvent[];
}

export interface TesterIds {
  readonly requestId: number;
  readonly responseId: number;
}

export const idleTester: TesterState = { transport: idleTransport, asked: null, presentUs: null };

/** How often it says that somebody is there, well within the five seconds of a session. */
export const presentUs = 2_000_000;
/** P2 of fifty milliseconds with what the bus takes, and P2* of five seconds after it was said that it takes longer. */
const answerWithinUs = 150_000;
const longAnswerWithinUs = 5_200_000;

/**
 * Asks the module.
 * @param keepOpen whether a session is kept open from now on; it is told to the module at once with the question
 * @throws Error while a question is open: a bug of the caller
 */
export function askModule(
  state: TesterState,
  ids: TesterIds,
  message: readonly number[],
  nowUs: number,
  keepOpen: boolean,
): TesterTurn {
  if (state.asked) throw new Error('a question is open');
  const sent = sendMessage(state.transport, endOf(ids), message, nowUs);
  const asked: Asked = {
    service: message[0] ?? 0,
    dueUs: sent.transport.sending ? null : nowUs + answerWithinUs,
  };
  return {
    state: {
      transport: sent.transport,
      asked,
      presentUs: keepOpen ? (state.presentUs ?? nowUs + presentUs) : null,
    },
    frames: sent.frames,
    events: [],
  };
}

/** What a frame of the bus tells it. */
export function testerHears(state: TesterState, ids: TesterIds, frame: CanFrame, nowUs: number): TesterTurn {
  return afterTransport(state, receiveFrame(state.transport, endOf(ids), frame, nowUs), nowUs);
}

/** When something of it is due by itself; null for never. */
export function testerDue({ transport, asked, presentUs: present }: TesterState): number | null {
  const dues = [transportDue(transport), asked?.dueUs ?? null, present].filter((due) => due !== null);
  return dues.length === 0 ? null : Math.min(...dues);
}

/** What is due at a moment, one thing at a time. */
export function wakeTester(state: TesterState, ids: TesterIds, nowUs: number): TesterTurn {
  const ofTransport = transportDue(state.transport);
  if (ofTransport !== null && ofTransport <= nowUs)
    return afterTransport(state, wakeTransport(state.transport, endOf(ids), nowUs), nowUs);
  if (state.presentUs !== null && state.presentUs <= nowUs)
    return {
      state: { ...state, presentUs: state.presentUs + presentUs },
      frames: [{ id: toAllId, data: padded([2, service.testerPresent, 0x80]) }],
      events: [],
    };
  if (state.asked?.dueUs != null && state.asked.dueUs <= nowUs)
    return { state: { ...state, asked: null }, frames: [], events: [{ kind: 'noAnswer' }] };
  return { state, frames: [], events: [] };
}

function afterTransport(
  before: TesterState,
  { transport, frames, events }: Transported,
  nowUs: number,
): TesterTurn {
  let asked = before.asked;
  const told: TesterEvent[] = [];
  for (const event of events) {
    if (!asked) break;
    if (event.kind === 'sent') asked = { ...asked, dueUs: nowUs + answerWithinUs };
    else if (event.kind === 'begun') asked = { ...asked, dueUs: null };
    else if (event.kind === 'failed') {
      asked = null;
      told.push({ kind: 'noAnswer' });
    } else {
      const answer = answerTo(asked.service, event.bytes);
      if (answer?.kind === 'takesLonger') asked = { ...asked, dueUs: nowUs + longAnswerWithinUs };
      else if (answer) asked = null;
      if (answer) told.push(answer);
    }
  }
  return { state: { ...before, transport, asked }, frames, events: told };
}

/** What a message says to a question of this service; undefined where it is the answer to another one. */
function answerTo(asked: number, bytes: readonly number[]): TesterEvent | undefined {
  const [head = 0, of, code = 0] = bytes;
  if (head === asked + 0x40) return { kind: 'answered', bytes };
  if (head !== 0x7f || of !== asked) return undefined;
  return code === refusals.pending.code ? { kind: 'takesLonger' } : { kind: 'refused', service: asked, code };
}

function endOf({ requestId, responseId }: TesterIds): TransportEnd {
  return {
    sendId: requestId,
    receiveId: responseId,
    blockSize: 0,
    separationByte: 0,
    longest: longestMessage,
    stalls: 0,
  };
}
