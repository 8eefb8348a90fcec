import { type Progress, progressCodes } from '@/core/benchcar/car/records';
import { type MethodKind, methods } from '@/core/catalogue/methods';
import type { CarStanding } from '@/core/run/ask-car';
import type { Answer, Dialogue, Talk } from './dialogue';

/** What a tool can be told to do. */
export type ToolFunction =
  | { readonly kind: 'identify' }
  | { readonly kind: 'count'; readonly pin: string | null }
  | { readonly kind: 'readPin' }
  | { readonly kind: 'clearFaults' }
  | { readonly kind: 'begin'; readonly way: MethodKind; readonly pin: string | null }
  | { readonly kind: 'erase' | 'match' | 'learn' | 'makeRoom' | 'leave' }
  /** How the module stands after a command whose answer was not seen: it is asked, and nothing is changed. */
  | { readonly kind: 'stands' };

/** What came of a function, in words; what a program goes on with stands beside them. */
export interface ToolResult {
  readonly ok: boolean;
  readonly words: readonly string[];
  readonly vin?: string;
  readonly keyCount?: number;
  /** A PIN is a secret: it stands in no word. */
  readonly pin?: string;
  readonly learned?: number;
  /** Nothing came back at all. */
  readonly silent?: true;
  /** What a module that was asked how it stands said; left out where nothing was asked. */
  readonly stands?: CarStanding;
}

const pollUs = 1_000_000;

/** How a function goes, on whatever line. */
export function* run(talk: Dialogue, task: ToolFunction): Talk<ToolResult> {
  switch (task.kind) {
    case 'identify':
      return yield* identify(talk);
    case 'count': {
      const woken = yield* woke(talk, 'keyCount', task.pin);
      if (woken) return woken;
      const [count] = yield* bytesOf(talk, 'keyCount');
      return count === undefined
        ? no('This car cannot say how many keys it knows.')
        : { ok: true, words: [`It knows ${count} ${count === 1 ? 'key' : 'keys'}.`], keyCount: count };
    }
    case 'readPin': {
      const woken = yield* woke(talk, 'pin', null);
      if (woken) return woken;
      const answer = yield* talk.read('pin');
      return answer.kind === 'answered'
        ? { ok: true, words: ['The PIN was read.'], pin: textOf(answer.bytes) }
        : failed(answer);
    }
    case 'clearFaults': {
      const answer = yield* talk.clearFaults();
      return answer.kind === 'answered'
        ? { ok: true, words: ['Stored faults are cleared.'] }
        : failed(answer);
    }
    case 'begin':
      return yield* begin(talk, task.way, task.pin);
    case 'learn':
      return yield* learn(talk);
    case 'stands':
      return yield* stands(talk);
    case 'leave': {
      const left = yield* talk.command('leave');
      yield* talk.sleep();
      return left.kind === 'noAnswer' ? failed(left) : { ok: true, words: ['The tool has left.'] };
    }
    case 'erase':
    case 'match':
    case 'makeRoom': {
      const answer = yield* talk.command(task.kind);
      return answer.kind === 'answered' ? { ok: true, words: [said[task.kind]] } : failed(answer);
    }
  }
}

const said = {
  erase: 'Every key is erased. The next thing is to learn those that shall work.',
  match: 'The new module has taken the VIN of this car.',
  makeRoom: 'The key that was learned first is erased, the others stay.',
} as const;

function* identify(talk: Dialogue): Talk<ToolResult> {
  const woken = yield* talk.wake();
  if (woken.kind !== 'answered') return failed(woken);
  const words: string[] = [];
  const vin = yield* textAt(talk, 'vin');
  words.push(vin === undefined ? 'It holds no VIN.' : `Its VIN is ${vin}.`);
  const part = yield* textAt(talk, 'part');
  if (part !== undefined) words.push(`Part number ${part}.`);
  if (talk.knows('systemType')) words.push(`System type ${yield* textAt(talk, 'systemType')}.`);
  const [high = 0, low = 0] = yield* bytesOf(talk, 'volts');
  words.push(`${(((high << 8) | low) / 100).toFixed(1)} V.`);
  const faults = yield* talk.faults();
  if (faults.kind === 'answered') words.push(faultsSaid(faults.bytes));
  return { ok: true, words, ...(vin !== undefined && { vin }) };
}

function faultsSaid(bytes: readonly number[]): string {
  const codes = Array.from({ length: bytes.length / 3 }, (_, at) =>
    bytes
      .slice(3 * at, 3 * at + 3)
      .map((byte) => byte.toString(16).toUpperCase().padStart(2, '0'))
      .join(''),
  );
  return codes.length === 0 ? 'No stored faults.' : `Stored faults: ${codes.join(', ')}.`;
}

function* begin(talk: Dialogue, way: MethodKind, pin: string | null): Talk<ToolResult> {
  const name = `begin ${way}`;
  const woken = yield* woke(talk, name, pin);
  if (woken) return woken;
  const answer = yield* talk.command(name);
  if (answer.kind !== 'answered') return failed(answer);
  // What an image is worked out of is long, and read before the wait.
  const data = talk.knows('keyData') ? yield* talk.read('keyData') : undefined;
  if (data && data.kind !== 'answered') return failed(data);
  // What the car does not tell in its answer is asked for until it is over.
  for (;;) {
    const [code] = yield* bytesOf(talk, 'progress');
    const progress = code === undefined ? 'ready' : progressCodes[code];
    if (progress === 'waits') {
      yield { kind: 'pause', us: pollUs };
      continue;
    }
    return progress === 'idle'
      ? no('The car has given it up: something changed meanwhile.')
      : { ok: true, words: [`${methods[way].name} is open.`] };
  }
}

function* stands(talk: Dialogue): Talk<ToolResult> {
  let answer = yield* talk.read('progress');
  if (answer.kind !== 'answered') {
    const woken = yield* talk.wake();
    if (woken.kind === 'noAnswer') return failed(woken);
    answer = yield* talk.read('progress');
  }
  const [code, learned] = answer.kind === 'answered' ? answer.bytes : [];
  const [keyCount] = talk.knows('keyCount') ? yield* bytesOf(talk, 'keyCount') : [];
  const progress = code === undefined ? null : (progressCodes[code] ?? null);
  return {
    ok: true,
    words: [
      progress === null ? 'It does not say how far it is.' : progressWords[progress],
      ...(keyCount === undefined ? [] : [`It knows ${keyCount} ${keyCount === 1 ? 'key' : 'keys'}.`]),
    ],
    stands: { progress, learned: learned ?? null, keyCount: keyCount ?? null, isBlank: null },
  };
}

const progressWords = {
  idle: 'Nothing is open in it.',
  waits: 'A function is open, and it waits.',
  ready: 'A function is open, and it is ready.',
  awaitsKey: 'It awaits a key.',
  hands: 'A function is open, and hands have to do something.',
} as const satisfies Record<Progress, string>;

function* learn(talk: Dialogue): Talk<ToolResult> {
  const before = yield* bytesOf(talk, 'progress');
  const answer = yield* talk.command('learn');
  if (answer.kind !== 'answered') return failed(answer);
  for (;;) {
    const [code, learned = 0] = yield* bytesOf(talk, 'progress');
    if (code === undefined) return no('The car does not say how far it is.');
    if (learned > (before[1] ?? 0))
      return { ok: true, words: [`A key was taken: ${learned} in this session.`], learned };
    if (progressCodes[code] !== 'awaitsKey') return no('No key was taken.');
    yield { kind: 'pause', us: pollUs };
  }
}

/** Wakes the module and opens what a name stands behind; what went wrong, where something did. */
function* woke(talk: Dialogue, name: string, pin: string | null): Talk<ToolResult | undefined> {
  const woken = yield* talk.wake();
  if (woken.kind !== 'answered') return failed(woken);
  const opened = yield* talk.open(name, pin);
  return opened.kind === 'answered' ? undefined : failed(opened);
}

function* bytesOf(talk: Dialogue, holds: string): Talk<readonly number[]> {
  const answer = yield* talk.read(holds);
  return answer.kind === 'answered' ? answer.bytes : [];
}

function* textAt(talk: Dialogue, holds: string): Talk<string | undefined> {
  const answer = yield* talk.read(holds);
  return answer.kind === 'answered' ? textOf(answer.bytes) : undefined;
}

function textOf(bytes: readonly number[]): string {
  return String.fromCharCode(...bytes);
}

function failed(answer: Answer): ToolResult {
  switch (answer.kind) {
    case 'refused':
      return no(`${answer.words}.`);
    case 'noAnswer':
      return {
        ...no('No answer. Look at the lead chain, the system type and the ignition.'),
        silent: true,
      };
    case 'answered':
      throw new Error('an answer is no failure');
  }
}

function no(words: string): ToolResult {
  return { ok: false, words: [words] };
}
