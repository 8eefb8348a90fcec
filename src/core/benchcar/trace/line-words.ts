import { isRecord, recordWords } from '../car/records';
import { isCommand } from '../course/commands';
import type { SerialLink } from '../document/behaviour';
import {
  answerHead,
  lineCommands,
  readTelegram,
  requestHead,
  statuses,
  statusWords,
} from '../serial/telegram';
import { commandWords } from './command-words';
import { recordValue, secretRecords } from './record-value';

/** What a telegram says, and from which of its bytes on it is hidden. */
export interface SaidTelegram {
  readonly words: string;
  readonly hiddenFrom: number | null;
}

/**
 * Says the telegrams of an older line one after the other; an answer is read by the question before it.
 * Bytes that are no telegram are said as such.
 */
export class LineReader {
  private asked: readonly number[] = [];

  constructor(private readonly link: SerialLink) {}

  say(by: 'tool' | 'car', bytes: readonly number[]): SaidTelegram {
    const { telegram } = readTelegram(by === 'tool' ? requestHead : answerHead, bytes);
    if (!telegram) return { words: 'No telegram', hiddenFrom: null };
    if (by === 'tool') {
      this.asked = telegram.body;
      return this.question(telegram.body);
    }
    return this.answer(telegram.body);
  }

  private question([command = 0, first = 0]: readonly number[]): SaidTelegram {
    const plain = (words: string): SaidTelegram => ({ words, hiddenFrom: null });
    switch (command) {
      case lineCommands.wake:
        return plain('Wake up, or stay awake');
      case lineCommands.sleep:
        return plain('Go to sleep');
      case lineCommands.read: {
        const holds = this.holdsOf(first);
        return plain(
          `Tell me ${holds !== undefined && isRecord(holds) ? recordWords[holds] : `record ${first}`}`,
        );
      }
      case lineCommands.pin:
        return { words: 'Here is the PIN, hidden', hiddenFrom: 4 };
      case lineCommands.faults:
        return plain('Which faults are stored?');
      case lineCommands.clearFaults:
        return plain('Forget the stored faults');
      default: {
        const does = this.link.commands.find(({ id }) => id === command)?.does;
        return plain(does !== undefined && isCommand(does) ? commandWords(does) : `Do command ${command}`);
      }
    }
  }

  private answer([code = 0, ...data]: readonly number[]): SaidTelegram {
    const status = statuses[code] ?? 'unknownCommand';
    if (status !== 'done') return { words: statusWords[status], hiddenFrom: null };
    const [command, record = 0] = this.asked;
    if (command === lineCommands.read && secretRecords.has(this.holdsOf(record) ?? ''))
      return { words: 'Here it is, hidden', hiddenFrom: 4 };
    if (command === lineCommands.read)
      return { words: `It is ${recordValue(this.holdsOf(record), data)}`, hiddenFrom: null };
    if (command === lineCommands.faults)
      return { words: data.length === 0 ? 'None' : `${data.length / 2} stored`, hiddenFrom: null };
    return { words: statusWords.done, hiddenFrom: null };
  }

  private holdsOf(id: number): string | undefined {
    return this.link.records.find((record) => record.id === id)?.holds;
  }
}
