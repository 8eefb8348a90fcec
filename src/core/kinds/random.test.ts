import { describe, expect, it } from 'vitest';
import { normal, pick, seededRandom } from './random';

const draw = (seed: string, count: number) => {
  const random = seededRandom(seed);
  return Array.from({ length: count }, () => random());
};

describe('seededRandom', () => {
  it('gives the same numbers for the same seed, and others for another', () => {
    expect(draw('a', 20)).toEqual(draw('a', 20));
    expect(draw('a', 20)).not.toEqual(draw('b', 20));
  });

  it('stays in [0, 1) and is even over ten bins', () => {
    const numbers = draw('bins', 20_000);
    const bins = new Array<number>(10).fill(0);
    for (const number of numbers) {
      expect(number).toBeGreaterThanOrEqual(0);
      expect(number).toBeLessThan(1);
      const bin = Math.floor(number * 10);
      bins[bin] = (bins[bin] ?? 0) + 1;
    }
    for (const count of bins) expect(Math.abs(count - 2000)).toBeLessThan(200);
  });
});

describe('pick', () => {
  it('follows the weights', () => {
    const random = seededRandom('weights');
    const counts = { rare: 0, often: 0, never: 0 };
    for (let at = 0; at < 10_000; at += 1) {
      counts[
        pick(random, ['rare', 'often', 'never'] as const, (item) => ({ rare: 1, often: 3, never: 0 })[item])
      ] += 1;
    }
    expect(counts.never).toBe(0);
    expect(counts.often / counts.rare).toBeGreaterThan(2.7);
    expect(counts.often / counts.rare).toBeLessThan(3.3);
  });

  it('refuses an empty list', () => {
    expect(() => pick(seededRandom('x'), [])).toThrow('at least one item');
  });
});

describe('normal', () => {
  it('has the mean and the deviation asked for', () => {
    const random = seededRandom('normal');
    const values = Array.from({ length: 20_000 }, () => normal(random, 18, 6));
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length;
    expect(Math.abs(mean - 18)).toBeLessThan(0.2);
    expect(Math.abs(Math.sqrt(variance) - 6)).toBeLessThan(0.2);
  });
});
