import { describe, expect, it } from 'vitest';
import { cutSource, opening } from './before-work';
import { quoteOf } from './options';
import { testRequest, testSnapshot } from './test-snapshot';

const { now } = testSnapshot;
const flat = {
  ...testSnapshot,
  rules: {
    ...testSnapshot.rules,
    passPercent: 10,
    flatRates: [
      ...testSnapshot.rules.flatRates,
      { work: 'open' as const, difficulty: 'usual' as const, firstMinor: 6800, furtherMinor: 0 },
      { work: 'lock' as const, difficulty: 'usual' as const, firstMinor: 4600, furtherMinor: 0 },
    ],
  },
};
const flatRates = { ...testRequest, book: 'flatRates' as const };

describe('what stands between the van and the work', () => {
  it('is nothing where the car is open and a key is there to cut by', () => {
    expect(opening(flatRates, flat).lines).toEqual([]);
    for (const cutFrom of ['key', undefined] as const)
      expect(cutSource(flatRates, { ...now, ...(cutFrom && { cutFrom }) }, flat)).toMatchObject({
        lines: [],
        minutes: 0,
        notes: [],
      });
  });

  it('is opening, by the flat rate or by its time', () => {
    expect(opening({ ...flatRates, opens: true }, flat)).toMatchObject({
      lines: [{ label: 'Opening the car', statedMinor: 6800 }],
      minutes: 16,
    });
    // 16 minutes at 88.00 an hour, also where the flat rates have none.
    for (const [book, snapshot] of [
      ['timeAndParts', flat],
      ['flatRates', testSnapshot],
    ] as const)
      expect(opening({ ...flatRates, book, opens: true }, snapshot).lines[0]?.statedMinor).toBe(2347);
  });

  it('is the source of the cut: told, by VIN with its fee and doubt, or the lock', () => {
    expect(cutSource(flatRates, { ...now, cutFrom: 'code' }, flat)).toMatchObject({
      lines: [],
      notes: ['Cut by the key code that was told.'],
    });
    expect(cutSource(flatRates, { ...now, cutFrom: 'lock' }, flat)).toMatchObject({
      lines: [{ label: 'Lock read for its cut', statedMinor: 4600 }],
      minutes: 22,
    });
    const service = { ...flat, codeService: { feeMinor: 2400, chance: 0.92 } };
    // 24.00 with 10 %, and 8 of 100 times the lock after all: 26.40 + 3.68 are less than 46.00.
    expect(cutSource(flatRates, { ...now, cutFrom: 'vin' }, service)).toMatchObject({
      lines: [{ label: 'Key code by VIN', statedMinor: 2640 }],
      costs: [{ label: 'Key code by VIN', minor: 2400 }],
      minutes: 2,
    });
    const dear = { ...flat, codeService: { feeMinor: 4000, chance: 0.9 } };
    expect(cutSource(flatRates, { ...now, cutFrom: 'vin' }, dear).lines[0]?.label).toBe(
      'Lock read for its cut',
    );
    expect(cutSource(flatRates, { ...now, cutFrom: 'vin' }, flat).lines[0]?.label).toBe(
      'Lock read for its cut',
    );
  });
});

describe('a locked car', () => {
  it('is opened in every option of the shop that makes a key, and alone where none is wanted', () => {
    const options = quoteOf(
      { ...flatRates, opens: true },
      { ...flat, now: { ...now, cutFrom: 'lock' } },
    ).options;
    for (const option of options) {
      if (!option.available || option.kind === 'shopOpens' || option.visit === null) continue;
      const labels = option.lines.map(({ label }) => label);
      expect(labels).toContain('Opening the car');
      expect(labels).toContain('Lock read for its cut');
    }
    expect(options.find(({ kind }) => kind === 'shopOpens')).toMatchObject({
      available: true,
      answers: false,
    });
    const alone = quoteOf({ ...flatRates, keys: 0, opens: true }, flat).options.filter(
      ({ available }) => available,
    );
    expect(alone).toMatchObject([{ kind: 'shopOpens', answers: true, route: 'noProgramming' }]);
    expect(quoteOf(flatRates, flat).options.find(({ kind }) => kind === 'shopOpens')).toMatchObject({
      available: false,
    });
  });
});
