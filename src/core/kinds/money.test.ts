import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatMoney, minorPlaces, money, roundUpTo, scaleMinor, spreadMinor } from './money';

describe('scaleMinor', () => {
  it.each([
    [250, 65, 1000, 16],
    [-5, 1, 2, -3],
    [5, 1, 2, 3],
    [10_000, 65, 1000, 650],
    [0, 7, 3, 0],
  ])('%i × %i / %i is %i', (value, numerator, denominator, expected) => {
    expect(scaleMinor(value, numerator, denominator)).toBe(expected);
  });

  it('is within half a unit of the exact value and odd about zero', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.nat(100_000),
        fc.integer({ min: 1, max: 1e6 }),
        (v, n, d) => {
          const scaled = scaleMinor(v, n, d);
          const twice = BigInt(scaled) * 2n * BigInt(d) - 2n * BigInt(v) * BigInt(n);
          expect((twice < 0n ? -twice : twice) <= BigInt(d)).toBe(true);
          expect(scaleMinor(-v, n, d) + scaled).toBe(0);
        },
      ),
    );
  });
});

describe('spreadMinor', () => {
  it('conserves the total and stays within one unit of the exact share', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1e8, max: 1e8 }),
        fc.array(fc.nat(1e6), { minLength: 1, maxLength: 12 }),
        (total, weights) => {
          const parts = spreadMinor(total, weights);
          expect(parts.reduce((sum, part) => sum + part, 0)).toBe(total);
          const sum = weights.reduce((all, weight) => all + weight, 0);
          if (sum > 0) {
            parts.forEach((part, at) => {
              expect(Math.abs(part - (total * (weights[at] ?? 0)) / sum)).toBeLessThan(1 + 1e-6);
            });
          }
        },
      ),
    );
  });

  it('breaks ties towards the earlier part', () => {
    expect(spreadMinor(100, [1, 1, 1])).toEqual([34, 33, 33]);
    expect(spreadMinor(5, [0, 0])).toEqual([5, 0]);
  });
});

describe('money', () => {
  it('refuses parts of a minor unit', () => {
    expect(() => money(1.5, 'USD')).toThrow('whole minor units');
  });

  it('knows the places of a currency', () => {
    expect([minorPlaces('USD'), minorPlaces('JPY'), minorPlaces('KWD')]).toEqual([2, 0, 3]);
  });

  it('is written by the locale', () => {
    expect(formatMoney(money(26800, 'USD'), 'en-US')).toBe('$268.00');
    expect(formatMoney(money(26800, 'USD'), 'en-US', 'short')).toBe('$268');
    expect(formatMoney(money(26850, 'USD'), 'en-US', 'short')).toBe('$268.50');
    expect(formatMoney(money(268, 'JPY'), 'en-US')).toBe('¥268');
  });

  it('rounds up to a lattice', () => {
    expect([roundUpTo(1, 100), roundUpTo(100, 100), roundUpTo(101, 500)]).toEqual([100, 100, 500]);
  });
});
