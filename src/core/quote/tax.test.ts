import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { line, sum } from './lines';
import { taxLines, taxOf } from './tax';

describe('taxLines', () => {
  it('spreads the tax of the class total, not of each line', () => {
    const lines = [1, 2, 3].map((at) => line(`${at}`, 'article', 'labour', 7));
    // 21 × 6.5 % = 1.365, so 1: to the first line; line by line it would be 0.455 each, so 0.
    expect(taxLines(lines, { goods: 0, labour: 650 }, false).map(({ taxMinor }) => taxMinor)).toEqual([
      1, 0, 0,
    ]);
  });

  it('takes the tax of a discount off', () => {
    const lines = [line('a', 'programming', 'labour', 20_000), line('b', 'discount', 'labour', -2000)];
    expect(taxLines(lines, { goods: 0, labour: 650 }, false).map(({ taxMinor }) => taxMinor)).toEqual([
      1300, -130,
    ]);
  });

  it('splits a price that has the tax in it', () => {
    const [one] = taxLines([line('a', 'article', 'goods', 10_650)], { goods: 650, labour: 0 }, true);
    expect(one).toMatchObject({ netMinor: 10_000, taxMinor: 650 });
  });

  it('conserves: taxes sum to the tax of each class, nets and taxes to what the customer pays', () => {
    const anyLine = fc.record({
      taxClass: fc.constantFrom('goods' as const, 'labour' as const),
      payee: fc.constantFrom('shop' as const, 'seller' as const, 'dealer' as const),
      statedMinor: fc.integer({ min: -50_000, max: 900_000 }),
    });
    const rate = fc.integer({ min: 0, max: 3000 });
    fc.assert(
      fc.property(
        fc.array(anyLine, { maxLength: 12 }),
        rate,
        rate,
        fc.boolean(),
        (drawn, goods, labour, included) => {
          const lines = drawn.map((one, at) => ({ ...one, label: `${at}`, part: 'article' as const }));
          const taxed = taxLines(lines, { goods, labour }, included);
          for (const payee of ['shop', 'seller', 'dealer'])
            for (const taxClass of ['goods', 'labour'] as const) {
              const group = taxed.filter((one) => one.payee === payee && one.taxClass === taxClass);
              const stated = sum(group.map((one) => one.statedMinor));
              const rateOf = taxClass === 'goods' ? goods : labour;
              expect(sum(group.map((one) => one.taxMinor))).toBe(taxOf(stated, rateOf, included));
            }
          for (const one of taxed) {
            expect(one.netMinor + (included ? one.taxMinor : 0)).toBe(one.statedMinor);
            // Each line's own tax, to one unit: what is printed adds up, and what is taken off is taxed so.
            const rateOf = one.taxClass === 'goods' ? goods : labour;
            const exact = (one.statedMinor * rateOf) / (included ? 10_000 + rateOf : 10_000);
            expect(Math.abs(one.taxMinor - exact)).toBeLessThan(1 + 1e-9);
          }
        },
      ),
    );
  });
});
