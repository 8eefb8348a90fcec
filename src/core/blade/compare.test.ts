import { describe, expect, it } from 'vitest';
import { compareBittings, comparisonWords } from './compare';

const locks = [
  { lock: 'ignition', spaces: [3, 4, 5] },
  { lock: "driver's door", spaces: [1, 2, 3] },
];

describe('a bitting from a number beside the key in hand', () => {
  it('is the same', () => {
    const same = compareBittings([1, 2, 3, 1, 2], [1, 2, 3, 1, 2], locks);
    expect(same.differs).toEqual([]);
    expect(comparisonWords(same)).toBe('It is the bitting of this key.');
  });

  it('fits the door and not the ignition, where it differs in what only the ignition holds', () => {
    const found = compareBittings([1, 2, 3, 1, 2], [1, 2, 3, 4, 2], locks);
    expect(found).toEqual({
      differs: [4],
      locks: [
        { lock: 'ignition', differs: [4] },
        { lock: "driver's door", differs: [] },
      ],
    });
    expect(comparisonWords(found)).toMatch(/at space 4\. It fits driver's door and not ignition/);
  });

  it('fits none, or differs where no lock holds it', () => {
    expect(comparisonWords(compareBittings([1, 2, 3, 1, 2], [1, 2, 1, 1, 2], locks))).toMatch(/fits no lock/);
    expect(comparisonWords(compareBittings([1, 2, 3], [1, 2, 1], [{ lock: 'boot', spaces: [1] }]))).toMatch(
      /both turn all/,
    );
    expect(comparisonWords(compareBittings([1, 2, 3], [1, 1, 1], []))).toMatch(/at spaces 2–3\. The part/);
  });
});
