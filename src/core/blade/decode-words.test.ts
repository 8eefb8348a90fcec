import { describe, expect, it } from 'vitest';
import type { Decode } from './decode';
import { groupBitting, readAgainWords, roundingWords, wearWords } from './decode-words';
import type { Blade } from './spec';
import { lengthWords } from './unit';

const decode = (more: Partial<Decode> = {}): Decode => ({
  ranked: [],
  wear: { bow: 0.02, tip: 0.08 },
  shift: { probability: 0.01, mm: 0, towardsTip: 0.5 },
  residuals: [],
  readAgain: null,
  ...more,
});
const blade: Blade = {
  rows: [{ spacesMm: [4, 6, 8, 10], cuts: [0, 0.4, 0.8] }],
  measure: 'mm',
  stop: 'shoulder',
  macs: 2,
  cutter: null,
};

describe('a decode in words', () => {
  it('says how the key looks', () => {
    expect(wearWords(decode(), 'mm', 'mm')).toMatch(/^worn as keys are/);
    expect(wearWords(decode({ wear: { bow: 0, tip: 0.03 } }), 'mm', 'mm')).toBe('hardly worn.');
    expect(wearWords(decode({ wear: { bow: 0.05, tip: 0.25 } }), 'mm', 'mm')).toMatch(/used long/);
    const shift = { probability: 0.7, mm: 0.635, towardsTip: 0.9 };
    expect(wearWords(decode({ shift }), 'mm', 'thousandths')).toMatch(
      /^a copy of a copy: its cuts lie about 25\.0 thou off their spaces towards the tip\./,
    );
    expect(wearWords(decode({ shift: { ...shift, towardsTip: 0.5 } }), 'mm', 'mm')).toMatch(
      /about 0\.64 mm off their spaces\. Cut by the code/,
    );
  });

  it('says which space to read again, and why', () => {
    const readAgain = { space: 2, depths: [2, 3] };
    const words = (faces: Parameters<typeof readAgainWords>[1]) =>
      readAgainWords(decode({ readAgain }), faces, 'mm', 'mm')?.words;
    expect(words([[0, 0.6, 0, 0]])).toBe('it lies between two depths. It would settle 2 against 3.');
    expect(words([[0, null, 0, 0]])).toBe('nobody has read it yet. It would settle 2 against 3.');
    expect(
      words([
        [0, 0.45, 0, 0],
        [0, 0.62, 0, 0],
      ]),
    ).toBe('the two faces differ by 0.17 mm. It would settle 2 against 3.');
    expect(readAgainWords(decode(), [[0]], 'mm', 'mm')).toBeNull();
    // Faces that differ are named, even where nothing is in doubt.
    const apart = [
      [0, 0.4, 0.8, 0],
      [0, 0.4, 0.92, 0],
    ];
    expect(readAgainWords(decode(), apart, 'mm', 'mm')).toEqual({
      space: 3,
      words: 'the two faces differ by 0.12 mm. It hardly changes the bitting: clean it, and be sure.',
    });
  });

  it('says what cutting as it reads would make of it', () => {
    expect(roundingWords(blade, [[0.05, 0.62, 0.83, null]], [1, 2, 3, 1])).toEqual({
      bitting: '133·',
      words: '1 cut too deep, and it may not turn.',
    });
    expect(roundingWords(blade, [[0.05, 0.42, 0.83, null]], [1, 2, 3, 1])).toBeNull();
    expect(roundingWords(blade, [[0.3, 0.1, 0.83, 0]], [1, 2, 3, 1])?.words).toBe(
      '1 cut too deep and 1 cut too shallow, and it may not turn.',
    );
  });

  it('writes lengths and angles with their units', () => {
    expect(lengthWords(0.6, 'mm', 'mm')).toBe('0.60 mm');
    expect(lengthWords(0.6, 'mm', 'thousandths')).toBe('23.6 thou');
    expect(lengthWords(18, 'degrees', 'thousandths')).toBe('18.0°');
  });

  it('is read aloud in groups of four', () => {
    expect(groupBitting([1, 3, 2, 4, 2, 3, 1, 2])).toBe('1324 2312');
    expect(groupBitting([1, 12, 2])).toBe('1-12-2');
  });
});
