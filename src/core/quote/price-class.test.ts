import { describe, expect, it } from 'vitest';
import { priceClassMinor, usualPriceClassMinor } from './price-class';

describe('a price class', () => {
  it.each([
    ['USD', 2500],
    ['JPY', 25],
    ['KWD', 25_000],
  ])('is usually 25 of %s', (currency, minor) => {
    expect(usualPriceClassMinor(currency)).toBe(minor);
  });

  it('takes totals together that differ by less than half a step from its middle', () => {
    expect([31_250, 32_499, 33_749].map((total) => priceClassMinor(total, 2500))).toEqual([
      32_500, 32_500, 32_500,
    ]);
    expect(priceClassMinor(33_750, 2500)).toBe(35_000);
  });
});
