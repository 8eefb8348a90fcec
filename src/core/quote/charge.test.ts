import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { charge, roundPrice } from './charge';
import { line, statedSum } from './lines';
import { testRules } from './test-snapshot';

const lines = [line('REM', 'article', 'goods', 5000), line('Work', 'programming', 'labour', 10_000)];
const plain = { rules: testRules, account: null, coupon: null, waitingSavesMinor: null, agreedMinor: null };
const account = { name: 'Taxi', goodsPercent: 10, labourPercent: 20, paysInDays: 30 };
const coupon = { code: 'SPARE', percent: 10, amountMinor: 0, fromMinor: 10_000, withAccount: true };
const off = (found: ReturnType<typeof charge>) =>
  found.slice(lines.length).map(({ label, statedMinor }) => [label, statedMinor]);

describe('charge', () => {
  it('takes account, coupon, flexible time, minimum and rounding in this order', () => {
    // 15000 − (500 + 2000) = 12500; − 10 % = 11250; − 8 % (900) = 10350; rounded up to 10400.
    expect(off(charge(lines, { ...plain, account, coupon, waitingSavesMinor: 9000 }))).toEqual([
      ['Terms of Taxi', -2500],
      ['Coupon SPARE', -1250],
      ['Flexible time', -900],
      ['Rounding', 50],
    ]);
  });

  it('gives no more for waiting than it saves', () => {
    expect(off(charge(lines, { ...plain, waitingSavesMinor: 300 }))).toEqual([['Flexible time', -300]]);
    expect(off(charge(lines, { ...plain, waitingSavesMinor: 0 }))).toEqual([]);
  });

  it('counts a coupon only from its sum on, and beside an account only where it says so', () => {
    expect(off(charge(lines, { ...plain, coupon: { ...coupon, fromMinor: 15_001 } }))).toEqual([]);
    expect(
      off(charge(lines, { ...plain, account, coupon: { ...coupon, withAccount: false } })).map(
        ([label]) => label,
      ),
    ).toEqual(['Terms of Taxi']);
    const amount = { ...coupon, percent: 0, amountMinor: 99_000 };
    expect(off(charge(lines, { ...plain, coupon: amount }))).toEqual([
      ['Coupon SPARE', -15_000],
      ['To the minimum charge', 5500],
    ]);
  });

  it('puts an agreed price in place of minimum and rounding', () => {
    expect(off(charge(lines, { ...plain, agreedMinor: 4123 }))).toEqual([['Agreed price', -10_877]]);
    expect(off(charge(lines, { ...plain, agreedMinor: 15_000 }))).toEqual([]);
  });

  it('lands on the lattice, at the minimum or above, and never below nothing', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(40_000), { minLength: 1, maxLength: 6 }),
        fc.constantFrom(1, 5, 10, 25, 100, 500),
        fc.constantFrom('up', 'nearest', 'down'),
        fc.nat(100),
        fc.nat(100),
        fc.option(fc.nat(5000), { nil: null }),
        fc.constantFrom(0, 5500),
        (amounts, roundingMinor, roundingMode, percent, share, waitingSavesMinor, minimumMinor) => {
          const given = amounts.map((minor, at) =>
            line(`${at}`, 'article', at % 2 ? 'goods' : 'labour', minor),
          );
          const charged = charge(given, {
            rules: { ...testRules, roundingMinor, roundingMode, minimumMinor },
            account: { ...account, goodsPercent: percent, labourPercent: share },
            coupon,
            waitingSavesMinor,
            agreedMinor: null,
          });
          const total = statedSum(charged);
          expect(total % roundingMinor).toBe(0);
          expect(total).toBeGreaterThanOrEqual(roundingMode === 'up' ? minimumMinor : 0);
        },
      ),
    );
  });
});

describe('roundPrice', () => {
  it.each([
    [1249, 500, 'nearest', 1000],
    [1250, 500, 'nearest', 1500],
    [1001, 500, 'up', 1500],
    [1499, 500, 'down', 1000],
    [1499, 1, 'up', 1499],
  ] as const)('%d by %d %s is %d', (minor, step, mode, rounded) => {
    expect(roundPrice(minor, step, mode)).toBe(rounded);
  });
});
