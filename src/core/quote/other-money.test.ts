import { describe, expect, it } from 'vitest';
import { quoteOf } from './options';
import { rulesInOtherMoney, snapshotInOtherMoney } from './other-money';
import { testRequest, testRules, testSnapshot, testWay } from './test-snapshot';

describe('another currency', () => {
  it('turns every amount of the rules, and rounds to a power of ten', () => {
    const yen = rulesInOtherMoney(testRules, 1.5);
    expect(yen).toMatchObject({ rateMinor: 13_200, minimumMinor: 8250, roundingMinor: 100, cutMinutes: 8 });
    expect(yen.flatRates[0]).toMatchObject({ firstMinor: 4200, furtherMinor: 3300 });
    expect(yen.bands[0]).toEqual({ toKm: 10, minor: 3750 });
    expect(rulesInOtherMoney(testRules, 3.1).roundingMinor).toBe(100);
    expect(rulesInOtherMoney(testRules, 0.001)).toMatchObject({ rateMinor: 9, roundingMinor: 1 });
  });

  it('leaves a quote what it was where one unit is worth one', () => {
    const same = snapshotInOtherMoney(testSnapshot, 'USD', 1);
    expect(same).toEqual(testSnapshot);
  });

  it('makes a quote of like size in the other units', () => {
    const credit = { name: 'Credits', useMinor: 1400, left: 3 };
    const way = { ...testWay, credit, pin: { source: 'the bureau', minor: 3200 } };
    const snapshot = { ...testSnapshot, now: { ...testSnapshot.now, ways: { add: way } } };
    const totals = (found: ReturnType<typeof quoteOf>) =>
      found.options.map((one) => (one.available ? one.totalMinor : 0));
    const dollars = totals(quoteOf(testRequest, snapshot));
    const dinars = totals(quoteOf(testRequest, snapshotInOtherMoney(snapshot, 'KWD', 3)));
    dollars.forEach((total, at) => {
      expect(Math.abs((dinars[at] ?? 0) - 3 * total)).toBeLessThanOrEqual(400);
    });
  });
});
