import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { longestTelegram, readTelegram, requestHead, telegramOf } from './telegram';

const byte = fc.integer({ min: 0, max: 255 });
const telegrams = fc.record({
  address: byte,
  body: fc.array(byte, { minLength: 1, maxLength: longestTelegram }),
});

describe('telegrams of the older line', () => {
  it('come out as they went in, whatever stands before and after', () => {
    // Bytes before that are no head; after it anything.
    const noise = fc.array(
      byte.filter((one) => one !== requestHead),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(telegrams, noise, fc.array(byte, { maxLength: 12 }), (telegram, before, after) => {
        const read = readTelegram(requestHead, [...before, ...telegramOf(requestHead, telegram), ...after]);
        expect(read).toEqual({ telegram, rest: after });
      }),
    );
  });

  it('are none while a byte is missing, and are then read whole', () => {
    fc.assert(
      fc.property(telegrams, fc.nat(), (telegram, cut) => {
        const bytes = telegramOf(requestHead, telegram);
        const at = cut % bytes.length;
        const { telegram: early, rest } = readTelegram(requestHead, bytes.slice(0, at));
        expect(early).toBeNull();
        expect(readTelegram(requestHead, [...rest, ...bytes.slice(at)]).telegram).toEqual(telegram);
      }),
    );
  });

  it('are dropped where one byte is another one', () => {
    fc.assert(
      fc.property(telegrams, fc.nat(), fc.integer({ min: 1, max: 255 }), (telegram, which, by) => {
        const bytes = [...telegramOf(requestHead, telegram)];
        const at = which % bytes.length;
        bytes[at] = ((bytes[at] ?? 0) + by) & 0xff;
        expect(readTelegram(requestHead, bytes).telegram).not.toEqual(telegram);
      }),
    );
  });

  it('carry one byte at least and not too many', () => {
    expect(() => telegramOf(requestHead, { address: 1, body: [] })).toThrow('a body of 0 bytes');
    expect(() => telegramOf(requestHead, { address: 1, body: Array(65).fill(0) })).toThrow('65');
  });
});
