import { describe, expect, it } from 'vitest';
import { keepsMacs } from '@/core/catalogue/bitting';
import { readSeries } from './packed';
import {
  cutFromLeft,
  facesDiffer,
  leftFromCut,
  leftReadable,
  offDepths,
  readingProblems,
  roundedReadings,
} from './readings';
import { type Blade, bittingRule, spacesOf, specProblems } from './spec';

const row = { spacesMm: [4, 6, 8, 10], cuts: [0, 0.4, 0.8] };
const blade: Blade = { rows: [row], measure: 'mm', stop: 'shoulder', macs: 2, cutter: null };
const rule = bittingRule(blade);
const words = (problems: readonly { readonly message: string }[]) => problems.map(({ message }) => message);

describe('a keyway', () => {
  it('is refused by space and reason where its numbers contradict', () => {
    expect(specProblems(blade)).toEqual([]);
    expect(words(specProblems({ ...blade, rows: [{ ...row, spacesMm: [4, 6, 6, 10] }] }))).toEqual([
      'Space 3 does not lie beyond space 2.',
    ]);
    expect(words(specProblems({ ...blade, rows: [{ ...row, cuts: [0] }] }))[0]).toMatch(/2 to 12 depths/);
    expect(words(specProblems({ ...blade, rows: [{ ...row, cuts: [0, 0.4, 0.4] }] }))).toEqual([
      'Depth 3 does not lie beyond depth 2.',
    ]);
    expect(words(specProblems({ ...blade, macs: 3 }))).toEqual(['Expected a MACS of 1 to 2.']);
    expect(specProblems({ ...blade, rows: [{ ...row, spacesMm: [4, Number.NaN, 8] }] })[0]?.field).toBe(
      'rows.0.spaces.1',
    );
    const second = { spacesMm: [5, 7], cuts: [0, 0.5] };
    expect(words(specProblems({ ...blade, rows: [row, second] }))).toEqual([
      'Both rows of cuts have as many depths.',
    ]);
    expect(words(specProblems({ ...blade, measure: 'degrees' }))).toHaveLength(2);
  });

  it('runs from the bow to the tip, wherever it is gauged from', () => {
    const toTip = (of: Blade) => spacesOf(of).map((space) => expect.closeTo(space.toTip, 12));
    expect([0, 1 / 3, 2 / 3, 1]).toEqual(toTip(blade));
    expect([1, 2 / 3, 1 / 3, 0]).toEqual(toTip({ ...blade, stop: 'tip' }));
    expect([1]).toEqual(toTip({ ...blade, stop: 'tip', rows: [{ ...row, spacesMm: [4] }] }));
    // Both rows of a track lie on one blade.
    const second = { spacesMm: [7, 16], cuts: [0, 0.4, 0.8] };
    expect([0, 1 / 6, 1 / 3, 1 / 2, 1 / 4, 1]).toEqual(toTip({ ...blade, rows: [row, second] }));
    expect(bittingRule({ ...blade, rows: [row, second] })).toEqual({
      spaces: 6,
      depths: 3,
      macs: 2,
      begins: [0, 4],
    });
  });
});

describe('readings', () => {
  it('are refused by face and space where they are no readings of this blade', () => {
    expect(readingProblems(blade, [[0, 0.4, 0.8, 0]])).toEqual([]);
    expect(words(readingProblems(blade, [[0, 0.4, 0.8]]))).toEqual([
      'Face 1 has 3 readings, and the keyway 4 spaces.',
    ]);
    expect(words(readingProblems(blade, [[0, 31, 0.8, 0]]))).toEqual([
      'Space 2 of face 1 is off the blade: 31.00 mm. Is the unit right?',
    ]);
    expect(words(readingProblems(blade, [[0, null, null, null]]))).toEqual([
      'Too few readings: 1 of 4 spaces.',
    ]);
    expect(words(readingProblems(blade, []))).toEqual(['Too few readings: 0 of 4 spaces.']);
    // Two faces together read what one does not.
    expect(
      readingProblems(blade, [
        [0, null, 0.4, null],
        [null, 0.8, null, 0],
      ]),
    ).toEqual([]);
  });

  it('of a series are refused by their row', () => {
    const row = (...written: string[]) => {
      const read = readSeries(rule, written);
      return 'problem' in read ? read.problem.field : read.packed.count;
    };
    expect(row('1231', '3-2-1-1')).toBe(2);
    expect(row('1231', '12')).toBe('1');
    expect(row('1241')).toBe('0');
    expect(row('1x31')).toBe('0');
    expect(readSeries({ ...rule, macs: 1 }, ['1321'])).toHaveProperty('problem');
    expect(keepsMacs([1, 3], { ...rule, macs: null })).toBe(true);
  });

  it('of two faces are compared beside what all spaces share', () => {
    const one = [0.05, 0.45, 0.85, 0.05];
    const other = one.map((reading, at) => reading + 0.1 + (at === 2 ? 0.12 : 0));
    expect(facesDiffer([one, other], 'mm')).toEqual([{ space: 3, by: expect.closeTo(0.22, 9) }]);
    expect(facesDiffer([one, one.map(() => null)], 'mm')).toEqual([]);
    expect(facesDiffer([one], 'mm')).toEqual([]);
  });

  it('lie so far beyond their depths, over both faces', () => {
    const faces = [
      [0.1, 0.45, 0.9, null],
      [0.2, null, 0.94, null],
    ];
    expect(offDepths(blade, faces, [1, 2, 3, 1])).toEqual([
      expect.closeTo(0.15, 9),
      expect.closeTo(0.05, 9),
      expect.closeTo(0.12, 9),
      null,
    ]);
  });

  it('cut as they read are the depths nearest to them', () => {
    expect(roundedReadings(blade, [[0.05, 0.61, 0.79, null]])).toEqual([1, 3, 3, null]);
    expect(
      roundedReadings(blade, [
        [0.1, 0.61, 0.79, null],
        [0.1, 0.5, null, 0.3],
      ]),
    ).toEqual([1, 2, 3, 2]);
  });

  it('by a caliper say what is left: half of what is gone where both edges are cut', () => {
    const two = { profile: 'edge, two sides', widthMm: 8.6 };
    const one = { profile: 'edge, one side', widthMm: 8 };
    expect(cutFromLeft(5, two)).toBeCloseTo(1.8, 9);
    expect(cutFromLeft(6.65, one)).toBeCloseTo(1.35, 9);
    for (const shape of [one, two]) expect(leftFromCut(cutFromLeft(6, shape), shape)).toBeCloseTo(6, 9);
    expect(leftReadable('edge, one side')).toBe(true);
    expect(leftReadable('inside track')).toBe(false);
  });
});
