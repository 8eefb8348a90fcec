import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bladeKinds, cutBlades, cuttingArticle } from './cut';
import type { QuoteSnapshot } from './quote';
import { testPrice, testRules, testSnapshot } from './test-snapshot';

const dealer = testSnapshot.dealer;
if (!dealer) throw new Error('The snapshot of the tests has a dealer.');
const vendor = testPrice({
  supplier: 'Bench',
  kind: 'cutting',
  article: 'CUT-EDGE',
  priceMinor: 1500,
  shippingMinor: 700,
  leadDays: 2,
  lateDays: 1,
  cutOff: '15:00',
});
const elsewhere: QuoteSnapshot = {
  ...testSnapshot,
  cutting: { ...testSnapshot.cutting, own: false },
  prices: [vendor],
  dealer: null,
};
const cut = (keys: number, snapshot: QuoteSnapshot) => {
  const found = cutBlades(keys, 'flatRates', snapshot);
  if (!found.ok) throw new Error(found.reason);
  return found;
};

describe('cutBlades', () => {
  it('on the van’s machine costs the flatRates or the minutes, and waits for nobody', () => {
    // First 28.00, two further at 22.00; eight minutes each.
    const byMenu = cut(3, testSnapshot);
    expect(byMenu.lines.map(({ statedMinor }) => statedMinor)).toEqual([7200]);
    expect(byMenu).toMatchObject({ minutes: 24, costs: [], parcel: null, notes: [] });
    // 24 minutes at 88.00 an hour: 35.20.
    const byTime = cutBlades(3, 'timeAndParts', testSnapshot);
    expect(byTime.ok && byTime.lines[0]?.statedMinor).toBe(3520);
  });

  it('by a vendor ships once, is passed on with its share and comes on a working day', () => {
    // 2 × 15.00 + 7.00 = 37.00; passed on with 10 %: 40.70. Wednesday 09:20 + 2 days: Friday; four of five Monday.
    const found = cut(2, { ...elsewhere, rules: { ...testRules, passPercent: 10 } });
    expect(found.lines[0]).toMatchObject({ label: 'Cutting by Bench × 2', statedMinor: 4070 });
    expect(found.costs).toEqual([{ label: 'Cutting by Bench', minor: 3700 }]);
    expect(found.parcel).toEqual({ day: '2027-03-05', hour: '12:00', lateDays: 1 });
    expect(found.minutes).toBe(0);
    expect(found.notes).toEqual(['The van’s machine does not cut edge, two sides: Bench does.']);
  });

  it('goes to the dealer only where it cuts blades and is cheaper', () => {
    expect(cut(1, { ...elsewhere, dealer }).costs[0]?.label).toBe('Cutting by Bench');
    expect(cut(1, { ...elsewhere, dealer: { ...dealer, cutMinor: 2300 } }).costs[0]?.label).toBe(
      'Cutting by Bench',
    );
    expect(cut(1, { ...elsewhere, dealer: { ...dealer, cutMinor: 2100 } }).costs[0]).toEqual({
      label: 'Cutting by Dealer',
      minor: 2100,
    });
    // Shipping is paid once, so that the vendor wins with the second key: 37.00 against 42.00.
    expect(cut(2, { ...elsewhere, dealer: { ...dealer, cutMinor: 2100 } }).costs[0]).toEqual({
      label: 'Cutting by Bench',
      minor: 3700,
    });
  });

  it('is refused where nobody cuts the kind, however many cut another', () => {
    const other = { ...elsewhere, cutting: { own: false, article: 'CUT-DISC' as const, profile: 'disc' } };
    expect(cutBlades(1, 'flatRates', other)).toEqual({
      ok: false,
      reason: 'Nobody known cuts a blade of this kind (disc).',
    });
  });

  it('takes the lowest sum of all who cut, in whatever order they stand', () => {
    const offers = fc.array(
      fc.record({
        priceMinor: fc.nat(5000),
        shippingMinor: fc.nat(2000),
        supplier: fc.string({ maxLength: 3 }),
      }),
      { minLength: 1, maxLength: 6 },
    );
    fc.assert(
      fc.property(offers, fc.integer({ min: 1, max: 5 }), (drawn, keys) => {
        const prices = drawn.map((one) => ({ ...vendor, ...one }));
        const lowest = Math.min(...drawn.map((one) => keys * one.priceMinor + one.shippingMinor));
        const found = cut(keys, { ...elsewhere, prices });
        expect(found.costs[0]?.minor).toBe(lowest);
        expect(cut(keys, { ...elsewhere, prices: prices.toReversed() }).costs[0]?.minor).toBe(lowest);
      }),
    );
  });
});

describe('cuttingArticle', () => {
  it.each([
    ['edge, two sides', 'CUT-EDGE'],
    ['inside track, four sides', 'CUT-INSIDE-TRACK'],
    ['outside track, two sides', 'CUT-OUTSIDE-TRACK'],
    ['disc', 'CUT-DISC'],
  ])('of %s is %s', (profile, article) => {
    expect(cuttingArticle(profile)).toBe(article);
  });

  it('tells the kinds of blade apart', () => {
    expect(new Set(bladeKinds.map((kind) => cuttingArticle(`${kind}, any`))).size).toBe(bladeKinds.length);
  });
});
