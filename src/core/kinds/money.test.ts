import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { convertMinor, formatMoney, minorPlaces, money, roundUpTo, scaleMinor, spreadMinor } from './money';

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
  it('conserves the total and stays within one unit of each exact part', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -1e8, max: 1e8 }), { minLength: 1, maxLength: 12 }),
        fc.integer({ min: 1, max: 20_000 }),
        (numerators, denominator) => {
          const total = scaleMinor(
            numerators.reduce((all, one) => all + one, 0),
            1,
            denominator,
          );
          const parts = spreadMinor(total, numerators, denominator);
          expect(parts.reduce((sum, part) => sum + part, 0)).toBe(total);
          parts.forEach((part, at) => {
            const exact = (numerators[at] ?? 0) / denominator;
            expect(Math.abs(part - exact)).toBeLessThan(1 + 1e-6);
            if (Math.abs(exact) >= 1) expect(Math.sign(part)).toBe(Math.sign(exact));
          });
        },
      ),
    );
  });

  it('breaks ties towards the earlier part, and takes a discount off its own', () => {
    expect(spreadMinor(1, [50, 50], 100)).toEqual([1, 0]);
    expect(spreadMinor(6, [1000, -400], 100)).toEqual([10, -4]);
    expect(spreadMinor(0, [], 100)).toEqual([]);
  });
});

describe('convertMinor', () => {
  it('is exact by the decimals of the factor, half away from zero', () => {
    expect([
      convertMinor(5, 1.5),
      convertMinor(-5, 1.5),
      convertMinor(10, 0.05),
      convertMinor(7, 1e-7),
    ]).toEqual([8, -8, 1, 0]);
    expect(convertMinor(1005, 0.1)).toBe(101);
    expect(convertMinor(3, 2e21)).toBe(6e21);
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.integer({ min: 1, max: 99_999 }),
        (minor, thousandths) => {
          expect(convertMinor(minor, thousandths / 1000)).toBe(scaleMinor(minor, thousandths, 1000));
        },
      ),
    );
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
