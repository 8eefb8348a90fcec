import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { earnAt, floorPrice, priceForTotal } from './earnings';
import { line } from './lines';
import { testRules } from './test-snapshot';

const grounds = { rules: testRules, taxBasisPoints: { goods: 650, labour: 650 } };
const basis = {
  lines: [line('REM', 'article', 'goods', 12_706), line('Work', 'programming', 'labour', 8800)],
  others: [],
  costs: [
    { label: 'REM', minor: 9412 },
    { label: 'Driving', minor: 1144 },
  ],
  expectedShopMinor: 90,
  minutes: 51,
};

describe('the floor', () => {
  it('is worked by hand', () => {
    // Costs 9412 + 1144 + 90 = 10646; 51 minutes at 60.00 an hour are 5100; together 15746, on the lattice 15800.
    expect(floorPrice(basis, grounds)).toBe(15_800);
    expect(earnAt(15_800, basis, grounds)).toMatchObject({ marginMinor: 5154, perHourMinor: 6064 });
  });

  it('is the cash cost where it takes no time', () => {
    const still = { ...basis, minutes: 0 };
    expect(floorPrice(still, grounds)).toBe(10_700);
    expect(earnAt(10_700, still, grounds).perHourMinor).toBeNull();
  });

  it('leaves out the tax that is in the price, and the share of a payment', () => {
    // Net of 16800 with tax in it: goods 12706 has 775.5 (776) of tax, the rest 4094 has 249.9 (250): 15774;
    // one step lower 15680. 2 % of 16800 is 336: not enough; the share wants 35.. more, so 17200.
    const included = { ...grounds, rules: { ...testRules, taxIncluded: true } };
    expect(floorPrice(basis, included)).toBe(16_800);
    expect(floorPrice(basis, { ...grounds, rules: { ...testRules, paymentBasisPoints: 200 } })).toBe(16_100);
  });

  it('is the lowest price of the lattice that earns the hourly margin', () => {
    const minor = fc.nat(60_000);
    fc.assert(
      fc.property(
        minor,
        minor,
        minor,
        fc.nat(300),
        fc.nat(20_000),
        fc.constantFrom(1, 1, 5, 50, 100, 500),
        fc.boolean(),
        fc.nat(2000),
        fc.nat(3000),
        fc.nat(3000),
        (
          goods,
          cost,
          comeback,
          minutes,
          marginRateMinor,
          roundingMinor,
          taxIncluded,
          paymentBasisPoints,
          g,
          l,
        ) => {
          const given = {
            ...basis,
            lines: [line('a', 'article', 'goods', goods)],
            costs: [{ label: 'a', minor: cost }],
            expectedShopMinor: comeback,
            minutes,
          };
          const rules = { ...testRules, marginRateMinor, roundingMinor, taxIncluded, paymentBasisPoints };
          const all = { rules, taxBasisPoints: { goods: g, labour: l } };
          const floor = floorPrice(given, all);
          const earns = (price: number) =>
            60 * earnAt(price, given, all).marginMinor >= marginRateMinor * minutes;
          expect(floor % roundingMinor).toBe(0);
          expect(earns(floor)).toBe(true);
          const below = Array.from({ length: 40 }, (_, step) => floor - (step + 1) * roundingMinor);
          expect(below.filter((price) => price >= 0 && earns(price))).toEqual([]);
        },
      ),
      { numRuns: 1500 },
    );
  });

  it('is found where tax and share are rounded apart and the margin dips', () => {
    const given = {
      ...basis,
      lines: [line('a', 'article', 'goods', 14_112)],
      costs: [{ label: 'a', minor: 7954 }],
      expectedShopMinor: 45_707,
      minutes: 250,
    };
    const rules = {
      ...testRules,
      marginRateMinor: 5300,
      roundingMinor: 1,
      taxIncluded: true,
      paymentBasisPoints: 1990,
    };
    const all = { rules, taxBasisPoints: { goods: 2349, labour: 2903 } };
    const earns = (price: number) => 60 * earnAt(price, given, all).marginMinor >= 5300 * 250;
    const floor = floorPrice(given, all);
    expect([floor - 1, floor, floor + 1].map(earns)).toEqual([false, true, false]);
  });
});

describe('the price for a total', () => {
  it('is the largest of the lattice that the total holds', () => {
    fc.assert(
      fc.property(
        fc.nat(200_000),
        fc.constantFrom(1, 100, 500),
        fc.boolean(),
        (total, roundingMinor, taxIncluded) => {
          const all = { ...grounds, rules: { ...testRules, roundingMinor, taxIncluded } };
          const price = priceForTotal(total, basis, all);
          if (price === null) return;
          expect(earnAt(price, basis, all).totalMinor).toBeLessThanOrEqual(total);
          expect(earnAt(price + roundingMinor, basis, all).totalMinor).toBeGreaterThan(total);
        },
      ),
    );
  });

  it('does not exist where others are paid more', () => {
    const others = [line('REM', 'article', 'goods', 5000, 'seller')];
    expect(priceForTotal(4000, { ...basis, others }, grounds)).toBeNull();
  });
});
