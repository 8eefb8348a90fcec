import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { comparePrices, type ListedPrice, repeatedLines } from './price-file';

const price = (article: string, priceMinor: number, more: Partial<ListedPrice> = {}): ListedPrice => ({
  article,
  condition: 'new',
  priceMinor,
  pieces: null,
  leadDays: 1,
  warrantyMonths: 0,
  minimumOrder: 1,
  shippingMinor: 0,
  ...more,
});

describe('a price file against the prices that hold', () => {
  it('tells what is new, changed, the same and missing; a condition is a price of its own', () => {
    const reset = price('A', 40, { condition: 'refurbished' });
    expect(
      comparePrices([price('A', 100), price('B', 5), price('C', 7)], [price('A', 110), reset, price('B', 5)]),
    ).toEqual({
      added: [reset],
      changed: [{ before: price('A', 100), after: price('A', 110) }],
      same: [price('B', 5)],
      missing: [price('C', 7)],
    });
  });

  it('finds lines that repeat an article', () => {
    expect(repeatedLines([price('A', 1), price('B', 1), price('A', 2), price('A', 3)])).toEqual([2, 3]);
  });

  it('puts every line in one place, and after storing nothing differs', () => {
    const listed = fc.uniqueArray(
      fc.record({ article: fc.constantFrom('A', 'B', 'C', 'D', 'E'), minor: fc.nat(3) }),
      { selector: ({ article }) => article },
    );
    fc.assert(
      fc.property(listed, listed, (held, file) => {
        const [present, told] = [held, file].map((rows) =>
          rows.map(({ article, minor }) => price(article, minor)),
        );
        if (!present || !told) return;
        const found = comparePrices(present, told);
        expect(found.added.length + found.changed.length + found.same.length).toBe(told.length);
        const after = [...found.missing, ...told];
        expect(comparePrices(after, told)).toMatchObject({ added: [], changed: [], same: told });
      }),
    );
  });
});
