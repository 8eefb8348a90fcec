import { refusals } from '../can/refusals';
import { service } from '../can/speech';
import { isRecord, recordWords } from '../car/records';
import { isCommand } from '../course/commands';
import type { CanLink } from '../document/behaviour';
import type { BusMessage } from './can-messages';
import { commandWords } from './command-words';
import { recordValue, secretRecords } from './record-value';

/** What a message says: in plain words, and as far as the standard names it. */
export interface SaidMessage {
  readonly words: string;
  readonly service: number;
  /** Without the bit that suppresses a positive answer; null where the service has none. */
  readonly sub: number | null;
  /** A record's or a routine's number; null for none. */
  readonly identifier: number | null;
  /** The code of a negative answer; null for others. */
  readonly refusal: number | null;
  /** From which byte on it is hidden, seeds, PIN and key data; null where nothing is. */
  readonly hiddenFrom: number | null;
}

const named = (service: number, more: Partial<SaidMessage> & { readonly words: string }): SaidMessage => ({
  service,
  sub: null,
  identifier: null,
  refusal: null,
  hiddenFrom: null,
  ...more,
});

/** Says a message between a tool and a module of a platform. */
export function canWords(link: CanLink, { by, bytes }: BusMessage): SaidMessage {
  const [head = 0] = bytes;
  if (by === 'tool') return question(link, head, bytes);
  if (head === 0x7f) {
    const [, of = 0, code = 0] = bytes;
    const known = Object.values(refusals).find((one) => one.code === code);
    return named(of, { words: known?.words ?? 'It refuses', refusal: code });
  }
  return answer(link, head - 0x40, bytes);
}

function question(link: CanLink, head: number, bytes: readonly number[]): SaidMessage {
  const sub = (bytes[1] ?? 0) & 0x7f;
  switch (head) {
    case service.session:
      return named(head, { sub, words: sub === 3 ? 'Wake up for work' : 'Go back to rest' });
    case service.reset:
      return named(head, { sub, words: 'Start anew' });
    case service.clearFaults:
      return named(head, { words: 'Forget the stored faults' });
    case service.readFaults:
      return named(head, { sub, words: 'Which faults are stored?' });
    case service.read: {
      const id = word(bytes, 1);
      return named(head, { identifier: id, words: `Tell me ${recordSaid(link, id)}` });
    }
    case service.access:
      return sub % 2 === 1
        ? named(head, { sub, words: `Give me a seed, level ${sub}` })
        : named(head, { sub, words: 'Here is the key to it, hidden', hiddenFrom: 2 });
    case service.write:
      return named(head, { identifier: word(bytes, 1), words: 'Write this down', hiddenFrom: 3 });
    case service.routine: {
      const id = word(bytes, 2);
      const said = routineSaid(link, id);
      const words =
        sub === 1
          ? said
          : sub === 2
            ? `Stop: ${said.toLowerCase()}`
            : `How far is it: ${said.toLowerCase()}?`;
      return named(head, { sub, identifier: id, words });
    }
    case service.testerPresent:
      return named(head, { sub, words: 'I am still here' });
    default:
      return named(head, { words: 'Something that no module here knows' });
  }
}

function answer(link: CanLink, of: number, bytes: readonly number[]): SaidMessage {
  const sub = (bytes[1] ?? 0) & 0x7f;
  switch (of) {
    case service.session:
      return named(of, { sub, words: sub === 3 ? 'Yes: awake' : 'Yes: at rest' });
    case service.reset:
      return named(of, { sub, words: 'Yes: starting anew' });
    case service.clearFaults:
      return named(of, { words: 'Yes: forgotten' });
    case service.readFaults: {
      const count = Math.floor((bytes.length - 3) / 4);
      return named(of, { sub, words: count === 0 ? 'None' : `${count} stored` });
    }
    case service.read: {
      const id = word(bytes, 1);
      const holds = holdsOf(link, id);
      const isSecret = holds !== undefined && secretRecords.has(holds);
      return named(of, {
        identifier: id,
        words: isSecret ? `Here it is, hidden` : `It is ${recordValue(holds, bytes.slice(3))}`,
        hiddenFrom: isSecret ? 3 : null,
      });
    }
    case service.access:
      if (sub % 2 === 0) return named(of, { sub, words: 'Yes: open' });
      return bytes.slice(2).every((byte) => byte === 0)
        ? named(of, { sub, words: 'It is open already' })
        : named(of, { sub, words: 'A seed, hidden', hiddenFrom: 2 });
    case service.write:
      return named(of, { identifier: word(bytes, 1), words: 'Yes: written' });
    case service.routine:
      return named(of, { sub, identifier: word(bytes, 2), words: sub === 3 ? 'So far it is' : 'Yes: done' });
    case service.testerPresent:
      return named(of, { sub, words: 'Good' });
    default:
      return named(of, { words: 'Something that no tool here asks' });
  }
}

function holdsOf({ records }: CanLink, id: number): string | undefined {
  return records.find((record) => record.id === id)?.holds;
}

function recordSaid(link: CanLink, id: number): string {
  const holds = holdsOf(link, id);
  return holds !== undefined && isRecord(holds) ? recordWords[holds] : `record ${hex(id)}`;
}

function routineSaid({ routines }: CanLink, id: number): string {
  const does = routines.find((routine) => routine.id === id)?.does;
  return does !== undefined && isCommand(does) ? commandWords(does) : `Do routine ${hex(id)}`;
}

function word(bytes: readonly number[], at: number): number {
  return ((bytes[at] ?? 0) << 8) | (bytes[at + 1] ?? 0);
}

function hex(value: number): string {
  return value.toString(16).toUpperCase().padStart(4, '0');
}
