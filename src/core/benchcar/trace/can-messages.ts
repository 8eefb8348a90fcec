import type { CanFrame } from '../can/frame';
import {
  functionalMessage,
  idleTransport,
  longestMessage,
  receiveFrame,
  type Transport,
} from '../can/iso-tp';
import { toAllId } from '../can/module';

/** A frame with its moment. */
export interface TimedFrame extends CanFrame {
  readonly atUs: number;
}

/** A whole message on the bus, at the frame that made it whole. */
export interface BusMessage {
  /** Which frame of the trace, from 0. */
  readonly frame: number;
  readonly atUs: number;
  readonly id: number;
  readonly by: 'tool' | 'car';
  readonly bytes: readonly number[];
}

/** Ids of tools and modules: 7E0 to 7E7 ask, eight above answers. */
export function isAsking(id: number): boolean {
  return id === toAllId || (id >= 0x7e0 && id <= 0x7e7);
}

export function isAnswering(id: number): boolean {
  return id >= 0x7e8 && id <= 0x7ef;
}

/** Puts the messages of a trace together; what is no frame of a message, or of one that broke off, is left out. */
export class MessageReader {
  private readonly ends = new Map<number, Transport>();
  private frames = 0;

  /** The message that a frame made whole, where it did. */
  take({ id, data, atUs }: TimedFrame): BusMessage | undefined {
    const frame = this.frames;
    this.frames += 1;
    const by = isAsking(id) ? 'tool' : isAnswering(id) ? 'car' : undefined;
    if (!by) return undefined;
    if (id === toAllId) {
      const bytes = functionalMessage(data);
      return bytes && { frame, atUs, id, by, bytes };
    }
    const heard = receiveFrame(this.ends.get(id) ?? idleTransport, listener(id), { id, data }, atUs);
    this.ends.set(id, heard.transport);
    for (const event of heard.events)
      if (event.kind === 'message') return { frame, atUs, id, by, bytes: event.bytes };
    return undefined;
  }
}

/** Somebody who only listens: what it would answer goes nowhere. */
function listener(id: number) {
  return {
    sendId: 0,
    receiveId: id,
    blockSize: 0,
    separationByte: 0,
    longest: longestMessage,
    stalls: 0,
  };
}
