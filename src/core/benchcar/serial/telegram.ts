// What goes over the older line, byte by byte: a head, an address, how many bytes follow, these, and a byte that makes the sum of all
// a multiple of 256. It is our own; `docs/formats.md` describes it.

export const requestHead = 0x5a;
export const answerHead = 0xa5;
/** The most bytes that one telegram carries between its count and its sum. */
export const longestTelegram = 64;
/** How long a byte takes at 9,600 baud, with its start and stop bit. */
export const byteUs = 1_042;

/** What a module says to a command. */
export const statuses = [
  'done',
  'unknownCommand',
  'wrongLength',
  'conditions',
  'needsPin',
  'wrongPin',
  'shut',
  'voltage',
  'sequence',
  'waits',
] as const;
export type Status = (typeof statuses)[number];

export const statusWords: Readonly<Record<Status, string>> = {
  done: 'Yes',
  unknownCommand: 'It has no such command',
  wrongLength: 'The telegram has the wrong length',
  conditions: 'Something at the car is not as it must be',
  needsPin: 'Locked: the PIN has to be given first',
  wrongPin: 'The PIN is wrong',
  shut: 'It has shut itself: the time is not over',
  voltage: 'The voltage is too low',
  sequence: 'Something has to be asked first',
  waits: 'It is not done yet',
};

/** Commands that every module on the line has; those of its platform follow from 20 on. */
export const lineCommands = {
  wake: 0x01,
  sleep: 0x02,
  read: 0x03,
  pin: 0x04,
  faults: 0x05,
  clearFaults: 0x06,
} as const;

export interface Telegram {
  readonly address: number;
  readonly body: readonly number[];
}

/** @throws Error where the body has no byte or too many: a bug of the caller */
export function telegramOf(head: number, { address, body }: Telegram): readonly number[] {
  if (body.length < 1 || body.length > longestTelegram) throw new Error(`a body of ${body.length} bytes`);
  const bytes = [head, address, body.length, ...body];
  return [...bytes, (256 - (sum(bytes) & 0xff)) & 0xff];
}

/**
 * The first telegram in what came, and what is left after it: whatever stands before a head is skipped, one whose sum is wrong is
 * dropped from its head on.
 * @returns no telegram while one is not complete
 */
export function readTelegram(
  head: number,
  bytes: readonly number[],
): { readonly telegram: Telegram | null; readonly rest: readonly number[] } {
  let rest = bytes;
  for (;;) {
    const from = rest.indexOf(head);
    if (from < 0) return { telegram: null, rest: [] };
    rest = rest.slice(from);
    const [, address, length] = rest;
    if (address === undefined || length === undefined) return { telegram: null, rest };
    if (length < 1 || length > longestTelegram) {
      rest = rest.slice(1);
      continue;
    }
    const whole = rest.slice(0, 4 + length);
    if (whole.length < 4 + length) return { telegram: null, rest };
    if ((sum(whole) & 0xff) === 0)
      return { telegram: { address, body: whole.slice(3, 3 + length) }, rest: rest.slice(4 + length) };
    rest = rest.slice(1);
  }
}

function sum(bytes: readonly number[]): number {
  return bytes.reduce((total, byte) => total + byte, 0);
}
