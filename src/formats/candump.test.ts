import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { candumpOf, readCandump } from './candump';

const byte = fc.integer({ min: 0, max: 255 });
const frame = fc.record({
  atUs: fc.integer({ min: 0, max: 9_000_000_000 }),
  id: fc.integer({ min: 0, max: 0x7ff }),
  data: fc.array(byte, { minLength: 8, maxLength: 8 }),
});

describe('a log of frames', () => {
  it('is written as candump writes it', () => {
    expect(candumpOf([{ atUs: 1_500_000, id: 0x7e0, data: [2, 0x3e, 0, 0, 0, 0, 0, 0] }])).toBe(
      '(1.500000) can0 7E0#023E000000000000\n',
    );
    expect(candumpOf([{ atUs: 7, id: 0x0a, data: [0xff, 0, 0, 0, 0, 0, 0, 1] }])).toBe(
      '(0.000007) can0 00A#FF00000000000001\n',
    );
    expect(candumpOf([])).toBe('');
  });

  it('comes back as it went', () => {
    fc.assert(
      fc.property(fc.array(frame, { maxLength: 30 }), (frames) => {
        expect(readCandump(candumpOf(frames))).toEqual({ ok: true, frames });
      }),
    );
  });

  it('reads small letters, other interfaces and short frames', () => {
    expect(readCandump('(12.000001) vcan1 7df#023e80\n')).toEqual({
      ok: true,
      frames: [{ atUs: 12_000_001, id: 0x7df, data: [2, 0x3e, 0x80] }],
    });
  });

  it.each([
    ['a remote frame', '(1.000000) can0 7E0#R'],
    ['an id of eight digits', '(1.000000) can0 18DB33F1#00'],
    ['half a byte', '(1.000000) can0 7E0#0'],
    ['no time', 'can0 7E0#00'],
    ['a comment', '# a comment'],
  ])('names the line of %s', (_what, row) => {
    expect(readCandump(`(0.000000) can0 7E0#00\n${row}\n`)).toEqual({ ok: false, line: 2 });
  });
});
