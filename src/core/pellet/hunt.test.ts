import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { equallyLikely, huntOf } from './hunt';

describe('huntOf', () => {
  it('is as worked by hand', () => {
    // Nine steps alike: (1 + … + 9) / 9 = 5 tries, 4 lockouts of 7 minutes; 8 of 9 are the first above four fifths.
    expect(huntOf(equallyLikely(9), 420)).toMatchObject({
      p80Tries: 8,
      worstTries: 9,
      p80Seconds: 7 * 420,
      worstSeconds: 8 * 420,
    });
    expect(huntOf(equallyLikely(9), 420).meanSeconds).toBeCloseTo(4 * 420);
    expect(huntOf([0.1, 0.9], 60)).toMatchObject({
      meanTries: 1.1,
      p80Tries: 1,
      p80Seconds: 0,
      worstSeconds: 60,
    });
    expect(huntOf([1], 60).worstSeconds).toBe(0);
    expect(() => huntOf([], 60)).toThrow(/likely/);
    expect(() => huntOf([0, 0], 60)).toThrow(/likely/);
  });

  it('is the mean over the step being the right one, and no order is better', () => {
    const drawn = fc.array(fc.integer({ min: 1, max: 100 }), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(drawn, fc.integer({ min: 1, max: 900 }), (weights, lockout) => {
        const total = weights.reduce((sum, one) => sum + one, 0);
        const inOrder = (order: readonly number[]) =>
          order.reduce((sum, weight, at) => sum + (weight / total) * at * lockout, 0);
        const hunt = huntOf(weights, lockout);
        for (const order of permutations(weights))
          expect(hunt.meanSeconds).toBeLessThanOrEqual(inOrder(order) + 1e-6);
        expect(hunt.p80Seconds).toBeLessThanOrEqual(hunt.worstSeconds);
        const falling = [...weights].sort((a, b) => b - a);
        const within = falling.slice(0, hunt.p80Tries).reduce((sum, one) => sum + one, 0);
        expect(within / total).toBeGreaterThanOrEqual(0.8 - 1e-9);
      }),
      { numRuns: 60 },
    );
  });
});

function permutations(all: readonly number[]): number[][] {
  if (all.length === 0) return [[]];
  return all.flatMap((one, at) =>
    permutations(all.filter((_, index) => index !== at)).map((rest) => [one, ...rest]),
  );
}
