import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arrivalOf, type Parcel, parcelOf } from '@/core/supply/arrival';
import type { SupplierPrice } from '@/core/supply/supplier-prices';
import type { QuoteSnapshot } from './quote';
import { sourceArticles, type Wanted } from './source-articles';
import { testPrice, testRules, testSnapshot } from './test-snapshot';

const wanted = (article: string, pieces = 1): Wanted => ({
  articles: [article],
  pieces,
  stock: () => true,
  prices: () => true,
  plain: 'Remote key',
  words: 'new',
});
const withPrices = (prices: readonly SupplierPrice[], more: Partial<QuoteSnapshot> = {}): QuoteSnapshot => ({
  ...testSnapshot,
  prices,
  ...more,
});
const cheap = { prefer: 'price' } as const;

describe('the sources of articles', () => {
  it('share the shipping of one supplier, so that the dearer article may be the cheaper order', () => {
    const found = sourceArticles(
      [wanted('REM'), wanted('BLANK')],
      cheap,
      withPrices([
        testPrice({ supplier: 'A', priceMinor: 1000, shippingMinor: 500 }),
        testPrice({ supplier: 'A', article: 'BLANK', priceMinor: 300, shippingMinor: 500 }),
        testPrice({ supplier: 'B', article: 'BLANK', priceMinor: 200, shippingMinor: 500 }),
      ]),
    );
    if (!found.ok) throw new Error(found.reason);
    expect(found.sources).toEqual(['A']);
    // 1000 × 1.35 + 300 × 1.35 + 500.
    expect(found.lines.reduce((sum, { statedMinor }) => sum + statedMinor, 0)).toBe(1350 + 405 + 500);
    expect(found.costs.reduce((sum, { minor }) => sum + minor, 0)).toBe(1800);
  });

  it('say what comes in more pieces than are wanted, and what is too few', () => {
    const tens = sourceArticles([wanted('REM', 2)], cheap, withPrices([testPrice({ minimumOrder: 10 })]));
    expect(tens.ok && tens.notes.at(-1)).toBe('REM comes in 10; the rest goes to the shelf.');
    const few = sourceArticles([wanted('REM', 3)], cheap, withPrices([testPrice({ pieces: 2 })]));
    expect(few).toEqual({ ok: false, reason: 'Nobody has 3 of REM new.' });
    expect(sourceArticles([wanted('REM')], cheap, withPrices([]))).toEqual({
      ok: false,
      reason: 'No new price for REM.',
    });
  });

  it('value what lies in the van at its cost, else at the lowest price it is sold for', () => {
    const piece = {
      article: 'REM',
      grade: 'original' as const,
      condition: 'new' as const,
      pieces: 2,
      costMinor: null,
      source: null,
    };
    const prices = [testPrice({ priceMinor: 900 }), testPrice({ supplier: 'B', priceMinor: 700 })];
    const found = sourceArticles([wanted('REM', 2)], cheap, withPrices(prices, { stock: [piece] }));
    expect(found.ok && found.costs).toEqual([{ label: 'REM', minor: 1400 }]);
    expect(found.ok && found.warrantyMonths).toBeNull();
    const known = withPrices(prices, { stock: [{ ...piece, costMinor: 650, source: 'B' }] });
    expect(sourceArticles([wanted('REM', 2)], cheap, known)).toMatchObject({
      costs: [{ label: 'REM', minor: 1300 }],
      sources: ['B'],
      ordered: false,
    });
  });

  it('are the cheapest, or the quickest, of all combinations', () => {
    const prices = fc.array(
      fc.record({
        supplier: fc.constantFrom('A', 'B', 'C'),
        article: fc.constantFrom('REM', 'BLANK'),
        priceMinor: fc.nat(3000),
        shippingMinor: fc.constantFrom(0, 300, 900),
        leadDays: fc.nat(6),
        lateDays: fc.nat(3),
      }),
      { maxLength: 6 },
    );
    fc.assert(
      fc.property(prices, fc.constantFrom('price' as const, 'day' as const), (drawn, prefer) => {
        const sold = drawn.map((one) => testPrice(one));
        const found = sourceArticles([wanted('REM'), wanted('BLANK')], { prefer }, withPrices(sold));
        const all = sold
          .filter(({ article }) => article === 'REM')
          .flatMap((rem) =>
            sold.filter(({ article }) => article === 'BLANK').map((blank) => pairOf(rem, blank)),
          );
        if (!found.ok) {
          expect(all).toEqual([]);
          return;
        }
        const total = found.lines.reduce((sum, { statedMinor }) => sum + statedMinor, 0);
        if (prefer === 'price') expect(total).toBe(Math.min(...all.map((one) => one.total)));
        else {
          const soonest = all.map(({ day }) => day).sort()[0];
          expect(arrivalOf(found.parcels, testSnapshot.at).p80.day).toBe(soonest);
          expect(total).toBe(Math.min(...all.filter(({ day }) => day === soonest).map((one) => one.total)));
        }
      }),
    );
  });
});

/** What two articles come to when ordered from these two, worked apart from the code. */
function pairOf(rem: SupplierPrice, blank: SupplierPrice) {
  const marked = (minor: number) => Math.round((minor * (100 + testRules.keyMarkupPercent)) / 100);
  const shipping =
    rem.supplier === blank.supplier
      ? Math.max(rem.shippingMinor, blank.shippingMinor)
      : rem.shippingMinor + blank.shippingMinor;
  const parcels = [rem, blank].map((price) => parcelOf(price, testSnapshot.at));
  const [one, other] = parcels as [Parcel, Parcel];
  const later =
    one.day > other.day || (one.day === other.day && one.lateDays >= other.lateDays) ? one : other;
  const sent = rem.supplier === blank.supplier ? [later] : parcels;
  return {
    total: marked(rem.priceMinor) + marked(blank.priceMinor) + shipping,
    day: arrivalOf(sent, testSnapshot.at).p80.day,
  };
}
