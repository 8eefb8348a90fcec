import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bargainOver, highestAgreed, laterCharges } from './bargain';
import { optionKinds } from './option-kinds';
import { quoteOf } from './options';
import type { QuoteSnapshot } from './quote';
import { testRequest, testRules, testSnapshot } from './test-snapshot';

const over = (rivalMinor: number, snapshot: QuoteSnapshot = testSnapshot) => {
  const found = bargainOver(
    'shopOriginal',
    rivalMinor,
    testRequest,
    snapshot,
    quoteOf(testRequest, snapshot),
  );
  if (!found) throw new Error('no bargain');
  return found;
};

describe('a bargain', () => {
  it('is taken at the floor and above, and let go below it by what is short', () => {
    const { floorTotalMinor } = over(40_000);
    expect(over(floorTotalMinor).answer).toEqual({ kind: 'take' });
    expect(over(floorTotalMinor).atRival?.totalMinor).toBe(floorTotalMinor);
    expect(over(floorTotalMinor - 1800).answer).toMatchObject({
      kind: 'between',
      shortMinor: 1800,
      at: { totalMinor: floorTotalMinor },
    });
    // Where the list itself lies under the floor there is nothing between.
    const dear = { ...testSnapshot, rules: { ...testRules, marginRateMinor: 100_000 } };
    expect(over(10_000, dear).answer.kind).toBe('letGo');
  });

  it('is never over more than the shop’s own list', () => {
    const { listTotalMinor } = over(40_000);
    expect(over(listTotalMinor + 9000).atRival?.totalMinor).toBeLessThanOrEqual(listTotalMinor);
    const highest = highestAgreed('shopOriginal', testRequest, testSnapshot) ?? 0;
    expect(over(listTotalMinor).atRival?.priceMinor).toBe(highest);
    expect(highestAgreed('dealer', testRequest, testSnapshot)).toBeNull();
  });

  it('is taken with a flexible time where waiting brings the floor under the price', () => {
    const saving = { ...testSnapshot, waitingSavesMinutes: 20 };
    const { floorTotalMinor } = over(40_000, saving);
    const found = over(floorTotalMinor - 1500, saving);
    expect(found.answer).toEqual({ kind: 'takeFlexible' });
    expect(found.counters.some(({ change }) => change === 'time')).toBe(true);
  });

  it('offers another option and a second key where they earn enough', () => {
    const found = over(20_000);
    expect(found.counters.map(({ change, kind }) => [change, kind])).toEqual([
      ['option', 'shopRefurbished'],
      ['option', 'shopAftermarket'],
      ['option', 'customerBuys'],
      ['secondKey', 'shopOriginal'],
    ]);
  });

  it('does not exist for an option by which the shop earns nothing', () => {
    expect(
      bargainOver('dealer', 20_000, testRequest, testSnapshot, quoteOf(testRequest, testSnapshot)),
    ).toBeUndefined();
  });

  it('never offers what does not earn the hourly margin, nor above the rival but for a second key', () => {
    fc.assert(
      fc.property(
        fc.nat(60_000),
        fc.constantFrom(...optionKinds),
        fc.nat(40),
        (rival, kind, waitingSavesMinutes) => {
          const snapshot = { ...testSnapshot, waitingSavesMinutes };
          const found = bargainOver(kind, rival, testRequest, snapshot, quoteOf(testRequest, snapshot));
          for (const counter of found?.counters ?? []) {
            expect(counter.perHourMinor ?? Number.POSITIVE_INFINITY).toBeGreaterThanOrEqual(
              testRules.marginRateMinor,
            );
            if (counter.change !== 'secondKey') expect(counter.totalMinor).toBeLessThanOrEqual(rival);
          }
          if (found?.answer.kind === 'letGo') expect(found.answer.shortMinor).toBeGreaterThan(0);
          if (found?.answer.kind === 'between') {
            expect(found.answer.at.totalMinor).toBeGreaterThan(rival);
            expect(found.answer.at.totalMinor).toBeLessThan(found.listTotalMinor);
          }
          if (found?.atRival)
            expect(found.atRival.totalMinor).toBeLessThanOrEqual(Math.min(rival, found.listTotalMinor));
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('later charges', () => {
  it('carry the tax of labour', () => {
    expect(laterCharges(testSnapshot, 4500)).toEqual({
      cancellationHours: 12,
      cancellationMinor: 2663,
      noShowMinor: 8520,
    });
    const included = { ...testSnapshot, rules: { ...testRules, taxIncluded: true } };
    expect(laterCharges(included, 4500)).toMatchObject({ cancellationMinor: 2500, noShowMinor: 8000 });
  });
});
