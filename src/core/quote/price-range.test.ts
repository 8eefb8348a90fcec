import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { priceRange, type WeighedTotal, widthOf } from './price-range';

const at = (totalMinor: number, probability: number): WeighedTotal => ({ totalMinor, probability });

/** Every pair of totals, the plain way. */
function bruteWidth(totals: readonly WeighedTotal[], covered: number): number {
  const all = totals.reduce((sum, { probability }) => sum + probability, 0);
  let best = Number.POSITIVE_INFINITY;
  for (const from of totals)
    for (const to of totals) {
      const held = totals
        .filter(({ totalMinor }) => totalMinor >= from.totalMinor && totalMinor <= to.totalMinor)
        .reduce((sum, { probability }) => sum + probability, 0);
      if (to.totalMinor >= from.totalMinor && held >= covered * all - 1e-9)
        best = Math.min(best, to.totalMinor - from.totalMinor);
    }
  return best;
}

describe('the narrowest range of prices', () => {
  it('is one price where one is nearly certain, and leaves an unlikely one out', () => {
    expect(priceRange([at(200_00, 0.96), at(400_00, 0.04)])).toEqual({
      fromMinor: 200_00,
      toMinor: 200_00,
    });
    expect(priceRange([at(200_00, 0.9), at(400_00, 0.1)])).toEqual({ fromMinor: 200_00, toMinor: 400_00 });
    expect(priceRange([])).toBeNull();
  });

  it('leaves out what lies far off on either side', () => {
    expect(priceRange([at(1, 0.03), at(200_00, 0.5), at(230_00, 0.45), at(900_00, 0.02)])).toEqual({
      fromMinor: 200_00,
      toMinor: 230_00,
    });
  });

  it('is as narrow as the best of all pairs, and holds what it promises', () => {
    const totals = fc.array(
      fc.record({
        totalMinor: fc.integer({ min: 0, max: 40 }).map((step) => step * 2500),
        probability: fc.double({ min: 0.01, max: 1, noNaN: true }),
      }),
      { minLength: 1, maxLength: 12 },
    );
    fc.assert(
      fc.property(totals, fc.constantFrom(0.5, 0.8, 0.95, 1), (list, covered) => {
        const range = priceRange(list, covered);
        if (!range) throw new Error('no range');
        expect(widthOf(range)).toBe(bruteWidth(list, covered));
        const held = list
          .filter(({ totalMinor }) => totalMinor >= range.fromMinor && totalMinor <= range.toMinor)
          .reduce((sum, { probability }) => sum + probability, 0);
        const all = list.reduce((sum, { probability }) => sum + probability, 0);
        expect(held).toBeGreaterThanOrEqual(covered * all - 1e-9);
      }),
    );
  });
});
