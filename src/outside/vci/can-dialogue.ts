import { keyOf } from '@/core/benchcar/can/can-module';
import { refusals } from '@/core/benchcar/can/refusals';
import { service } from '@/core/benchcar/can/speech';
import type { CanLink } from '@/core/benchcar/document/behaviour';
import type { Answer, Dialogue, Talk } from './dialogue';
import { done } from './dialogue';

/** How long between two requests of a seed that is still kept back. */
const askAgainUs = 5_000_000;
/** A wait that is longer than this is none any more. */
const patienceUs = 3_600_000_000;

/** Talks to a module on CAN by the records, routines and levels that its platform has. */
export function canDialogue(link: CanLink): Dialogue {
  const levelOf = (name: string): number | null =>
    link.routines.find(({ does }) => does === name)?.level ??
    link.records.find(({ holds }) => holds === name)?.level ??
    link.access.find(({ begins }) => `begin ${begins}` === name)?.level ??
    null;
  return {
    wake: () => say([service.session, 0x03]),
    sleep: () => say([service.session, 0x01], false),
    read: function* (holds) {
      const record = link.records.find((one) => one.holds === holds);
      if (!record) return missing;
      const answer = yield* say([service.read, record.id >> 8, record.id & 0xff]);
      return without(answer, 3);
    },
    open: function* (name, pin) {
      const level = levelOf(name);
      return level === null ? done : yield* opened(link, level, pin);
    },
    command: function* (does) {
      const routine = link.routines.find((one) => one.does === does);
      // A way that is begun by asking for its seed needs no routine.
      if (!routine) return link.access.some(({ begins }) => `begin ${begins}` === does) ? done : missing;
      return without(yield* say([service.routine, 0x01, routine.id >> 8, routine.id & 0xff]), 4);
    },
    faults: function* () {
      const answer = without(yield* say([service.readFaults, 0x02, 0xff]), 3);
      return answer.kind === 'answered'
        ? { kind: 'answered', bytes: answer.bytes.filter((_, at) => at % 4 !== 3) }
        : answer;
    },
    clearFaults: () => say([service.clearFaults, 0xff, 0xff, 0xff]),
    knows: (name) =>
      link.routines.some(({ does }) => does === name) ||
      link.records.some(({ holds }) => holds === name) ||
      link.access.some(({ begins }) => `begin ${begins}` === name),
  };
}

function* opened(link: CanLink, level: number, pin: string | null): Talk<Answer> {
  let waitedUs = 0;
  for (;;) {
    const seeded = yield* say([service.access, level]);
    if (seeded.kind === 'refused' && seeded.why === 'delayRuns' && waitedUs < patienceUs) {
      yield { kind: 'pause', us: askAgainUs };
      waitedUs += askAgainUs;
      continue;
    }
    if (seeded.kind !== 'answered') return seeded;
    const seed = seeded.bytes.slice(2);
    if (seed.every((byte) => byte === 0)) return done;
    return yield* say([service.access, level + 1, ...keyOf(link, level, seed, pin ?? '')]);
  }
}

function* say(message: readonly number[], keepOpen = true): Talk<Answer> {
  return yield { kind: 'say', message, keepOpen };
}

function without(answer: Answer, bytes: number): Answer {
  return answer.kind === 'answered' ? { kind: 'answered', bytes: answer.bytes.slice(bytes) } : answer;
}

const missing: Answer = { kind: 'refused', why: 'outOfRange', words: refusals.outOfRange.words };
