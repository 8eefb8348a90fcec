import { describe, expect, it } from 'vitest';
import { readingProblems, seriesProblems } from './readings';
import { type BladeAxis, keepsMacs, specProblems, towardsTip } from './spec';

const axis: BladeAxis = { spacesMm: [4, 6, 8, 10], depthsMm: [0, 0.4, 0.8], macs: 2 };
const words = (problems: readonly { readonly message: string }[]) => problems.map(({ message }) => message);

describe('a keyway', () => {
  it('is refused by space and reason where its numbers contradict', () => {
    expect(specProblems(axis)).toEqual([]);
    expect(words(specProblems({ ...axis, spacesMm: [4, 6, 6, 10] }))).toEqual([
      'Space 3 does not lie beyond space 2.',
    ]);
    expect(words(specProblems({ ...axis, depthsMm: [0] }))[0]).toMatch(/2 to 12 depths/);
    expect(words(specProblems({ ...axis, depthsMm: [0, 0.4, 0.4] }))).toEqual([
      'Depth 3 does not lie beyond depth 2.',
    ]);
    expect(words(specProblems({ ...axis, macs: 3 }))).toEqual(['Expected a MACS of 1 to 2.']);
    expect(specProblems({ ...axis, spacesMm: [4, Number.NaN, 8] })[0]?.field).toBe('spacesMm.1');
  });

  it('runs from the bow to the tip, wherever it is gauged from', () => {
    expect(towardsTip(axis, 'shoulder')).toEqual([0, 1 / 3, 2 / 3, 1]);
    expect(towardsTip(axis, 'tip')).toEqual([1, 2 / 3, 1 / 3, 0].map((at) => expect.closeTo(at, 12)));
    expect(towardsTip({ ...axis, spacesMm: [4] }, 'tip')).toEqual([1]);
  });
});

describe('readings', () => {
  it('are refused by face and space where they are no readings of this blade', () => {
    expect(readingProblems(axis, [[0, 0.4, 0.8, 0]])).toEqual([]);
    expect(words(readingProblems(axis, [[0, 0.4, 0.8]]))).toEqual([
      'Face 1 has 3 readings, and the keyway 4 spaces.',
    ]);
    expect(words(readingProblems(axis, [[0, 31, 0.8, 0]]))).toEqual([
      'Space 2 of face 1 is off the blade: 31.00 mm. Is the unit right?',
    ]);
    expect(words(readingProblems(axis, [[0, null, null, null]]))).toEqual([
      'Too few readings: 1 of 4 spaces.',
    ]);
    expect(words(readingProblems(axis, []))).toEqual(['Too few readings: 0 of 4 spaces.']);
    // Two faces together read what one does not.
    expect(
      readingProblems(axis, [
        [0, null, 0.4, null],
        [null, 0.8, null, 0],
      ]),
    ).toEqual([]);
  });

  it('of a series are refused by their row', () => {
    expect(seriesProblems(axis, [[1, 2, 3, 1]])).toEqual([]);
    expect(
      seriesProblems(axis, [
        [1, 2, 3, 1],
        [1, 2],
      ])[0],
    ).toMatchObject({ field: 'series.1' });
    expect(seriesProblems(axis, [[1, 2, 4, 1]])).toHaveLength(1);
    expect(seriesProblems(axis, [[1, 2.5, 3, 1]])).toHaveLength(1);
    expect(seriesProblems({ ...axis, macs: 1 }, [[1, 3, 2, 1]])).toHaveLength(1);
    expect(keepsMacs([1, 3], null)).toBe(true);
  });
});
