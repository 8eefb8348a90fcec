import { type CanFrame, frameUs, padded } from './frame';

// Messages in frames, as ISO 15765-2 has it for normal addressing on classic CAN: up to seven bytes in a single frame, more in a
// first frame and consecutive ones, at the pace and in the blocks that the receiver asks for. Times are microseconds of the car's
// clock; nothing here waits, whoever drives it asks when something is due.

/** One end of a connection. */
export interface TransportEnd {
  readonly sendId: number;
  readonly receiveId: number;
  /** Consecutive frames between two flow controls that it asks of a sender; 0 for no more of them. */
  readonly blockSize: number;
  /** The least gap between consecutive frames that it asks of a sender, as the byte of the flow control. */
  readonly separationByte: number;
  /** The longest message that it takes; a longer one is refused as overflow. */
  readonly longest: number;
  /** How often it asks a sender to wait before it lets a message go on. */
  readonly stalls: number;
}

export interface Transport {
  readonly sending: Sending | null;
  readonly receiving: Receiving | null;
}

interface Sending {
  readonly bytes: readonly number[];
  /** How many of them went. */
  readonly sent: number;
  /** The number of the next consecutive frame, 0 to 15. */
  readonly sequence: number;
  /** Waits for a flow control, or for the moment of the next frame. */
  readonly awaits: 'flow' | 'gap';
  readonly dueUs: number;
  /** Frames until the next flow control; null for no more of them. */
  readonly blockLeft: number | null;
  readonly separationUs: number;
  /** How often in a row the receiver asked to wait. */
  readonly waited: number;
}

interface Receiving {
  readonly length: number;
  /** What came in each frame so far, put together at the end. */
  readonly parts: readonly (readonly number[])[];
  readonly sequence: number;
  readonly blockLeft: number | null;
  /** The next frame has to come by the moment that is due, or a flow control is due then. */
  readonly awaits: 'frame' | 'flow';
  readonly dueUs: number;
  /** Flow controls that still ask to wait before the message goes on. */
  readonly stallsLeft: number;
}

/** Why a message did not come through. */
export type TransportFailure =
  | 'noFlowControl'
  | 'noNextFrame'
  | 'wrongSequence'
  | 'interrupted'
  | 'overflow'
  | 'unknownFlow'
  | 'waitedTooOften';

export type TransportEvent =
  | { readonly kind: 'message'; readonly bytes: readonly number[] }
  /** The first frame of a long message came. */
  | { readonly kind: 'begun'; readonly length: number }
  | { readonly kind: 'sent' }
  | { readonly kind: 'failed'; readonly way: 'sending' | 'receiving'; readonly why: TransportFailure };

export interface Transported {
  readonly transport: Transport;
  readonly frames: readonly CanFrame[];
  readonly events: readonly TransportEvent[];
}

export const idleTransport: Transport = { sending: null, receiving: null };

/** The longest message of a first frame with twelve bits of length. */
export const longestMessage = 4095;
/** N_Bs and N_Cr: how long a flow control or the next frame may be awaited. */
export const awaitUs = 1_000_000;
/** How often in a row a receiver may ask to wait. */
const mostWaits = 8;
/** How long after a flow control that asks to wait the next one comes, well within N_Bs. */
const stallUs = 400_000;

const [single, first, consecutive, flow] = [0, 1, 2, 3];
const [goOn, wait, overflow] = [0, 1, 2];

/**
 * Begins to send a message of 1 to 4095 bytes.
 * @throws Error where one is under way, or of another length: a bug of the caller
 */
export function sendMessage(
  transport: Transport,
  end: TransportEnd,
  bytes: readonly number[],
  nowUs: number,
): Transported {
  if (transport.sending) throw new Error('a message is under way');
  if (bytes.length < 1 || bytes.length > longestMessage)
    throw new Error(`a message of ${bytes.length} bytes`);
  if (bytes.length <= 7)
    return {
      transport,
      frames: [{ id: end.sendId, data: padded([(single << 4) | bytes.length, ...bytes]) }],
      events: [{ kind: 'sent' }],
    };
  const head = [(first << 4) | (bytes.length >> 8), bytes.length & 0xff, ...bytes.slice(0, 6)];
  const sending: Sending = {
    bytes,
    sent: 6,
    sequence: 1,
    awaits: 'flow',
    dueUs: nowUs + awaitUs,
    blockLeft: null,
    separationUs: 0,
    waited: 0,
  };
  return { transport: { ...transport, sending }, frames: [{ id: end.sendId, data: head }], events: [] };
}

/** What a frame of the bus does. Frames with other ids, and what is no frame of a message, do nothing. */
export function receiveFrame(
  transport: Transport,
  end: TransportEnd,
  { id, data }: CanFrame,
  nowUs: number,
): Transported {
  if (id !== end.receiveId) return unchanged(transport);
  const [head = 0] = data;
  switch (head >> 4) {
    case single:
      return receiveSingle(transport, head & 0x0f, data);
    case first:
      return receiveFirst(transport, end, data, nowUs);
    case consecutive:
      return receiveConsecutive(transport, end, data, nowUs);
    case flow:
      return receiveFlow(transport, data, nowUs);
    default:
      return unchanged(transport);
  }
}

/** When something is due by itself: the next frame of a message, a flow control, or the end of patience; null for never. */
export function transportDue({ sending, receiving }: Transport): number | null {
  const dues = [sending?.dueUs, receiving?.dueUs].filter((due) => due !== undefined);
  return dues.length === 0 ? null : Math.min(...dues);
}

/** What is due at a moment; one thing at a time, the earlier first. */
export function wakeTransport(transport: Transport, end: TransportEnd, nowUs: number): Transported {
  const { sending, receiving } = transport;
  if (sending && sending.dueUs <= nowUs && (!receiving || sending.dueUs <= receiving.dueUs))
    return sending.awaits === 'flow'
      ? failedWith({ ...transport, sending: null }, 'sending', 'noFlowControl')
      : sendNext(transport, sending, end);
  if (receiving && receiving.dueUs <= nowUs)
    return receiving.awaits === 'flow'
      ? askOn(transport, receiving, end, receiving.dueUs)
      : failedWith({ ...transport, receiving: null }, 'receiving', 'noNextFrame');
  return unchanged(transport);
}

/** The message of a frame that reaches all modules at once; only single frames do that. */
export function functionalMessage(data: readonly number[]): readonly number[] | undefined {
  const [head = 0] = data;
  const length = head & 0x0f;
  return head >> 4 === single && length >= 1 && length <= 7 ? data.slice(1, 1 + length) : undefined;
}

function receiveSingle(transport: Transport, length: number, data: readonly number[]): Transported {
  if (length < 1 || length > 7) return unchanged(transport);
  const message: TransportEvent = { kind: 'message', bytes: data.slice(1, 1 + length) };
  return {
    transport: { ...transport, receiving: null },
    frames: [],
    events: transport.receiving ? [interrupted, message] : [message],
  };
}

const interrupted: TransportEvent = { kind: 'failed', way: 'receiving', why: 'interrupted' };

function receiveFirst(
  transport: Transport,
  end: TransportEnd,
  data: readonly number[],
  nowUs: number,
): Transported {
  const [head = 0, low = 0] = data;
  const short = ((head & 0x0f) << 8) | low;
  // A length of 0 stands for one of four bytes, beyond what any end here takes.
  if (short > 0 && short < 8) return unchanged(transport);
  const before = transport.receiving ? [interrupted] : [];
  if (short === 0 || short > end.longest)
    return {
      transport: { ...transport, receiving: null },
      frames: [flowControl(end, overflow)],
      events: [...before, { kind: 'failed', way: 'receiving', why: 'overflow' }],
    };
  const receiving: Receiving = {
    length: short,
    parts: [data.slice(2, 8)],
    sequence: 1,
    blockLeft: null,
    awaits: 'flow',
    dueUs: nowUs,
    stallsLeft: end.stalls,
  };
  const asked = askOn(transport, receiving, end, nowUs);
  return { ...asked, events: [...before, { kind: 'begun', length: short }] };
}

/** Sends the flow control that is due: wait, or go on. */
function askOn(transport: Transport, receiving: Receiving, end: TransportEnd, nowUs: number): Transported {
  const stalls = receiving.stallsLeft > 0;
  const next: Receiving = stalls
    ? { ...receiving, stallsLeft: receiving.stallsLeft - 1, dueUs: nowUs + stallUs }
    : {
        ...receiving,
        awaits: 'frame',
        blockLeft: end.blockSize === 0 ? null : end.blockSize,
        dueUs: nowUs + awaitUs,
      };
  return {
    transport: { ...transport, receiving: next },
    frames: [flowControl(end, stalls ? wait : goOn)],
    events: [],
  };
}

function receiveConsecutive(
  transport: Transport,
  end: TransportEnd,
  data: readonly number[],
  nowUs: number,
): Transported {
  const { receiving } = transport;
  if (receiving?.awaits !== 'frame') return unchanged(transport);
  const without = { ...transport, receiving: null };
  if (((data[0] ?? 0) & 0x0f) !== receiving.sequence)
    return failedWith(without, 'receiving', 'wrongSequence');
  const parts = [...receiving.parts, data.slice(1)];
  if (6 + 7 * (parts.length - 1) >= receiving.length) {
    const bytes = parts.flat().slice(0, receiving.length);
    return { transport: without, frames: [], events: [{ kind: 'message', bytes }] };
  }
  const blockLeft = receiving.blockLeft === null ? null : receiving.blockLeft - 1;
  const next: Receiving = {
    ...receiving,
    parts,
    sequence: (receiving.sequence + 1) % 16,
    blockLeft,
    dueUs: nowUs + awaitUs,
  };
  return blockLeft === 0
    ? askOn(transport, next, end, nowUs)
    : { transport: { ...transport, receiving: next }, frames: [], events: [] };
}

function receiveFlow(transport: Transport, data: readonly number[], nowUs: number): Transported {
  const { sending } = transport;
  // One that nobody waits for is ignored.
  if (sending?.awaits !== 'flow') return unchanged(transport);
  const [head = 0, block = 0, separation = 0] = data;
  const without = { ...transport, sending: null };
  switch (head & 0x0f) {
    case goOn:
      return {
        transport: {
          ...transport,
          sending: {
            ...sending,
            awaits: 'gap',
            // The first frame after it goes at once.
            dueUs: nowUs + frameUs,
            blockLeft: block === 0 ? null : block,
            separationUs: separationOf(separation),
            waited: 0,
          },
        },
        frames: [],
        events: [],
      };
    case wait:
      return sending.waited >= mostWaits
        ? failedWith(without, 'sending', 'waitedTooOften')
        : {
            transport: {
              ...transport,
              sending: { ...sending, waited: sending.waited + 1, dueUs: nowUs + awaitUs },
            },
            frames: [],
            events: [],
          };
    case overflow:
      return failedWith(without, 'sending', 'overflow');
    default:
      return failedWith(without, 'sending', 'unknownFlow');
  }
}

function sendNext(transport: Transport, sending: Sending, end: TransportEnd): Transported {
  const part = sending.bytes.slice(sending.sent, sending.sent + 7);
  const frame: CanFrame = {
    id: end.sendId,
    data: padded([(consecutive << 4) | sending.sequence, ...part]),
  };
  const sent = sending.sent + part.length;
  if (sent === sending.bytes.length)
    return { transport: { ...transport, sending: null }, frames: [frame], events: [{ kind: 'sent' }] };
  const blockLeft = sending.blockLeft === null ? null : sending.blockLeft - 1;
  const { dueUs, separationUs } = sending;
  const next: Sending = {
    ...sending,
    sent,
    sequence: (sending.sequence + 1) % 16,
    blockLeft,
    ...(blockLeft === 0
      ? { awaits: 'flow' as const, dueUs: dueUs + awaitUs }
      : { dueUs: dueUs + separationUs + frameUs }),
  };
  return { transport: { ...transport, sending: next }, frames: [frame], events: [] };
}

function flowControl({ sendId, blockSize, separationByte }: TransportEnd, status: number): CanFrame {
  return { id: sendId, data: padded([(flow << 4) | status, blockSize, separationByte]) };
}

/** The gap of a flow control: milliseconds up to 7F, hundreds of microseconds F1 to F9; what is reserved counts as the longest. */
function separationOf(byte: number): number {
  if (byte <= 0x7f) return byte * 1000;
  return byte >= 0xf1 && byte <= 0xf9 ? (byte - 0xf0) * 100 : 0x7f * 1000;
}

function failedWith(transport: Transport, way: 'sending' | 'receiving', why: TransportFailure): Transported {
  return { transport, frames: [], events: [{ kind: 'failed', way, why }] };
}

function unchanged(transport: Transport): Transported {
  return { transport, frames: [], events: [] };
}
