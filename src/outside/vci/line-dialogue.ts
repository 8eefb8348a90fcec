import type { SerialLink } from '@/core/benchcar/document/behaviour';
import { lineCommands, statuses, statusWords } from '@/core/benchcar/serial/telegram';
import type { Answer, Dialogue, Talk } from './dialogue';
import { done } from './dialogue';

/** Talks to a module on the older line. */
export function lineDialogue(link: SerialLink): Dialogue {
  const wantsPin = (name: string) =>
    link.commands.find(({ does }) => does === name)?.pin ??
    link.records.find(({ holds }) => holds === name)?.pin ??
    false;
  return {
    wake: () => say([lineCommands.wake]),
    sleep: () => say([lineCommands.sleep], false),
    read: function* (holds) {
      const record = link.records.find((one) => one.holds === holds);
      return record ? yield* say([lineCommands.read, record.id]) : missing;
    },
    open: function* (name, pin) {
      if (!wantsPin(name)) return done;
      return yield* say([lineCommands.pin, ...[...(pin ?? '')].map((digit) => digit.charCodeAt(0))]);
    },
    command: function* (does) {
      const command = link.commands.find((one) => one.does === does);
      return command ? yield* say([command.id]) : missing;
    },
    faults: function* () {
      const answer = yield* say([lineCommands.faults]);
      if (answer.kind !== 'answered') return answer;
      // Two bytes here stand for three there, so that a fault is read alike.
      return {
        kind: 'answered',
        bytes: answer.bytes.flatMap((byte, at) => (at % 2 === 0 ? [0, byte] : [byte])),
      };
    },
    clearFaults: () => say([lineCommands.clearFaults]),
    knows: (name) =>
      link.commands.some(({ does }) => does === name) || link.records.some(({ holds }) => holds === name),
  };
}

/** What a telegram's body says to a command. */
export function lineAnswer(body: readonly number[]): Answer {
  const [code = 0, ...bytes] = body;
  const status = statuses[code] ?? 'unknownCommand';
  return status === 'done'
    ? { kind: 'answered', bytes }
    : { kind: 'refused', why: status, words: statusWords[status] };
}

function* say(message: readonly number[], keepOpen = true): Talk<Answer> {
  return yield { kind: 'say', message, keepOpen };
}

const missing: Answer = { kind: 'refused', why: 'unknownCommand', words: statusWords.unknownCommand };
