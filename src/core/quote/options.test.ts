import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { routeKinds } from '@/core/programming/route';
import { quoteOptions } from './options';
import type { QuoteOption, QuoteRequest, QuoteSnapshot } from './quote';
import { taxLines } from './tax';

const snapshot: QuoteSnapshot = {
  at: { day: '2027-03-03', hour: '09:20' },
  currency: 'USD',
  quoteValidDays: 14,
  book: {
    rateMinor: 8800,
    keyMarkupPercent: 35,
    minimumMinor: 5500,
    roundingMinor: 100,
    towBaseMinor: 8500,
    towPerKmMinor: 320,
    onlineShippingMinor: 650,
  },
  menu: {
    cut: { firstMinor: 2800, furtherMinor: 2200 },
    repair: { firstMinor: 3800, furtherMinor: 3000 },
    add: { firstMinor: 8800, furtherMinor: 2600 },
    onBoard: { firstMinor: 5800, furtherMinor: 2000 },
    aklErase: { firstMinor: 16800, furtherMinor: 3400 },
    aklAdd: { firstMinor: 14800, furtherMinor: 3000 },
  },
  taxBasisPoints: { goods: 650, labour: 650 },
  prices: [
    {
      supplier: 'North',
      kind: 'original',
      article: 'REM',
      priceMinor: 9412,
      leadDays: 4,
      warrantyMonths: 24,
      cutOff: '11:00',
    },
    {
      supplier: 'North',
      kind: 'original',
      article: 'BLANK',
      priceMinor: 1903,
      leadDays: 3,
      warrantyMonths: 24,
      cutOff: '11:00',
    },
    {
      supplier: 'Wharf',
      kind: 'aftermarket',
      article: 'REM',
      priceMinor: 3850,
      leadDays: 1,
      warrantyMonths: 6,
      cutOff: '09:00',
    },
    {
      supplier: 'Wharf',
      kind: 'aftermarket',
      article: 'BLANK',
      priceMinor: 801,
      leadDays: 1,
      warrantyMonths: 6,
      cutOff: '15:30',
    },
    {
      supplier: 'Penny',
      kind: 'online',
      article: 'REM',
      priceMinor: 2700,
      leadDays: 5,
      warrantyMonths: 0,
      cutOff: '23:00',
    },
    {
      supplier: 'Penny',
      kind: 'online',
      article: 'BLANK',
      priceMinor: 577,
      leadDays: 5,
      warrantyMonths: 0,
      cutOff: '23:00',
    },
  ],
  desk: {
    name: 'Desk',
    labourMinor: 9500,
    programmingMinor: 12000,
    keyMarkupPercent: 45,
    workingDays: 4,
    towKm: 9,
  },
  trip: { place: 'Quarry End', distanceKm: 14.3, minutes: 19 },
};
const request: QuoteRequest = {
  route: 'aklAdd',
  keys: 1,
  keysAgain: 0,
  allKeysLost: true,
  articles: ['REM', 'BLANK'],
};

function named(options: readonly QuoteOption[], kind: QuoteOption['kind']) {
  const found = options.find((one) => one.kind === kind);
  if (!found?.available) throw new Error(`${kind} is not available`);
  return found;
}

describe('quoteOptions', () => {
  const options = quoteOptions(request, snapshot);

  it('prices the original as worked by hand', () => {
    // 9412 × 1.35 = 12706.2; 1903 × 1.35 = 2569.05; cut 2800; adding 14800; trip 38 min × 8800 / 60 = 5573.3
    // 12706 + 2569 + 2800 + 14800 + 5573 = 38448, rounded up to 38500; tax goods 15275 × 6.5 % = 992.9,
    // labour 23225 × 6.5 % = 1509.6; total 38500 + 993 + 1510.
    const original = named(options, 'shopOriginal');
    expect(original.lines.map((line) => line.netMinor)).toEqual([12706, 2569, 2800, 14800, 5573, 52]);
    expect(original.taxMinor).toBe(993 + 1510);
    expect(original.totalMinor).toBe(41003);
    expect(original).toMatchObject({ drivesOn: '2027-03-09', days: 6 });
  });

  it('prices the second key at the margin of the same session', () => {
    // 12706 + 2569 + 2200 + 3000 = 20475 more: 38448 + 20475 = 58923, rounded up to 59000.
    // Tax: goods 30550 × 6.5 % = 1985.75, labour 28450 × 6.5 % = 1849.25; total 59000 + 1986 + 1849 = 62835.
    expect(named(options, 'shopOriginal').furtherKeyMinor).toBe(62835 - 41003);
  });

  it('orders after the cut-off go out the next working day', () => {
    expect(named(options, 'shopAftermarket').drivesOn).toBe('2027-03-05');
    const friday = quoteOptions(request, { ...snapshot, at: { day: '2027-03-05', hour: '16:00' } });
    expect(named(friday, 'shopAftermarket').drivesOn).toBe('2027-03-09');
    const saturday = quoteOptions(request, { ...snapshot, at: { day: '2027-03-06', hour: '08:00' } });
    expect(named(saturday, 'shopAftermarket').drivesOn).toBe('2027-03-09');
  });

  it('tows to the desk only when no key works', () => {
    const labels = (all: QuoteOption[]) => named(all, 'franchiseDesk').lines.map((line) => line.label);
    expect(labels(options)).toContain('Tow, 23 km');
    expect(
      labels(quoteOptions({ ...request, allKeysLost: false }, snapshot)).some((label) =>
        label.startsWith('Tow'),
      ),
    ).toBe(false);
  });

  it('says who is paid when the customer buys', () => {
    const lines = named(options, 'customerBuys').lines;
    expect(lines.filter((line) => line.payee === 'seller').map((line) => line.netMinor)).toEqual([
      2700, 577, 650,
    ]);
  });

  it('says why an option does not exist', () => {
    const without = quoteOptions({ ...request, articles: ['REM', 'OTHER'] }, { ...snapshot, desk: null });
    expect(without.map((one) => (one.available ? '' : one.reason))).toEqual([
      'No original price for OTHER.',
      'No aftermarket price for OTHER.',
      'No online price for OTHER.',
      'No desk of this make is known.',
    ]);
  });

  it('prices a repair up to the minimum charge', () => {
    const repair = quoteOptions({ ...request, route: 'repair', keys: 0 }, { ...snapshot, trip: null });
    expect(named(repair, 'shopRepair').lines.map((line) => line.netMinor)).toEqual([3800, 1700]);
    expect(repair.filter((one) => one.available)).toHaveLength(1);
  });

  it('is the same for the same request and snapshot, and its parts sum to its total', () => {
    const requests = fc.record({
      route: fc.constantFrom(...routeKinds),
      keys: fc.integer({ min: 0, max: 5 }),
      keysAgain: fc.integer({ min: 0, max: 3 }),
      allKeysLost: fc.boolean(),
      articles: fc.constantFrom(['REM', 'BLANK'], ['BLANK']),
    });
    const rounding = fc.constantFrom(1, 5, 100, 500);
    const rate = fc.integer({ min: 0, max: 2500 });
    fc.assert(
      fc.property(requests, rounding, rate, rate, (asked, roundingMinor, goods, labour) => {
        const given = {
          ...snapshot,
          book: { ...snapshot.book, roundingMinor },
          taxBasisPoints: { goods, labour },
        };
        const all = quoteOptions(asked, given);
        expect(JSON.stringify(quoteOptions(asked, given))).toBe(JSON.stringify(all));
        for (const one of all) {
          if (!one.available) continue;
          const sum = one.lines.reduce((total, line) => total + line.netMinor + line.taxMinor, 0);
          expect(sum).toBe(one.totalMinor);
          expect(one.netMinor + one.taxMinor).toBe(one.totalMinor);
          const shop = one.lines
            .filter((line) => line.payee === 'shop')
            .reduce((total, line) => total + line.netMinor, 0);
          if (shop > 0) {
            expect(shop % roundingMinor).toBe(0);
            expect(shop).toBeGreaterThanOrEqual(snapshot.book.minimumMinor);
          }
          if (one.furtherKeyMinor !== null) expect(one.furtherKeyMinor).toBeGreaterThanOrEqual(0);
        }
      }),
    );
  });
});

describe('taxLines', () => {
  it('spreads the tax of the class total, not of each line', () => {
    const lines = [1, 2, 3].map((at) => ({
      label: `${at}`,
      payee: 'shop' as const,
      taxClass: 'labour' as const,
      netMinor: 7,
    }));
    // 21 × 6.5 % = 1.365, so 1: to the first line; line by line it would be 0.455 each, so 0.
    expect(taxLines(lines, { goods: 0, labour: 650 }).map((line) => line.taxMinor)).toEqual([1, 0, 0]);
  });
});
