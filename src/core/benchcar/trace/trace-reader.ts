import type { CanFrame } from '../can/frame';
import type { Behaviour } from '../document/behaviour';
import { MessageReader } from './can-messages';
import { canWords } from './can-words';
import { LineReader } from './line-words';

/** A message between tool and car, as it is shown. */
export interface TraceLine {
  readonly atUs: number;
  readonly by: 'tool' | 'car';
  readonly words: string;
  /** Its bytes in hexadecimal, hidden ones as dots. */
  readonly bytes: string;
}

/** What was said on the line, by whom. */
interface SaidOnLine {
  readonly atUs: number;
  readonly by: 'tool' | 'car';
  readonly said:
    | { readonly kind: 'frame'; readonly frame: CanFrame }
    | { readonly kind: 'bytes'; readonly bytes: readonly number[] };
}

/**
 * Reads what is said on a line, one thing after the other, into messages with words and masked bytes; frames that are no message, or
 * only part of one, come to nothing.
 */
export function traceReader(link: Behaviour['link']): (line: SaidOnLine) => TraceLine | undefined {
  if (link.kind === 'can') {
    const messages = new MessageReader();
    return ({ atUs, said }) => {
      const message = said.kind === 'frame' ? messages.take({ atUs, ...said.frame }) : undefined;
      if (!message) return undefined;
      const { words, hiddenFrom } = canWords(link, message);
      return { atUs, by: message.by, words, bytes: masked(message.bytes, hiddenFrom) };
    };
  }
  if (link.kind === 'serial') {
    const reader = new LineReader(link);
    return ({ atUs, by, said }) => {
      if (said.kind !== 'bytes') return undefined;
      const { words, hiddenFrom } = reader.say(by, said.bytes);
      return { atUs, by, words, bytes: masked(said.bytes, hiddenFrom) };
    };
  }
  return () => undefined;
}

/** Long messages are cut: what they hold is said in words. */
const mostBytes = 24;

function masked(bytes: readonly number[], hiddenFrom: number | null): string {
  const shown = bytes
    .slice(0, mostBytes)
    .map((byte, at) =>
      hiddenFrom !== null && at >= hiddenFrom ? '••' : byte.toString(16).toUpperCase().padStart(2, '0'),
    );
  return bytes.length > mostBytes ? `${shown.join(' ')} … ${bytes.length} bytes` : shown.join(' ');
}
