import { describe, expect, it } from 'vitest';
import { laterCharges } from '@/core/quote/bargain';
import type { OptionKind } from '@/core/quote/option-kinds';
import { quoteOf } from '@/core/quote/options';
import type { BookStyle, RoundingMode } from '@/core/quote/price-rules';
import type { QuoteRequest, QuoteSnapshot } from '@/core/quote/quote';
import { testPrice, testRequest, testRules, testSnapshot, testWay } from '@/core/quote/test-snapshot';
import { tripLines } from '@/core/quote/trip-lines';
import type { SupplierKind } from '@/core/supply/supplier-prices';
import { workedQuotes } from '../support/worked-quotes';

type Cells = (typeof workedQuotes)[number];
const number = (cells: Cells, name: string) => Number(cells[name]);

const sellers: Partial<Record<string, { kind: SupplierKind; condition: 'new' | 'refurbished' }>> = {
  shopOriginal: { kind: 'original', condition: 'new' },
  shopRefurbished: { kind: 'used', condition: 'refurbished' },
  shopAftermarket: { kind: 'aftermarket', condition: 'new' },
  customerBuys: { kind: 'online', condition: 'new' },
  customerPrograms: { kind: 'aftermarket', condition: 'new' },
  dealer: { kind: 'original', condition: 'new' },
};

function requestOf(cells: Cells): QuoteRequest {
  const option = cells.option as OptionKind;
  const repair = option === 'shopRepair';
  return {
    ...testRequest,
    keys: repair ? 0 : number(cells, 'keys'),
    repairs: repair ? number(cells, 'keys') : 0,
    book: cells.book as BookStyle,
    visit: { day: '2027-03-12', hour: '12:00' },
    flexible: number(cells, 'flexible') > 0,
    agreed: cells.agreed ? { kind: option, minor: number(cells, 'agreed') } : null,
  };
}

function snapshotOf(cells: Cells): QuoteSnapshot {
  const of = (name: string) => number(cells, name);
  const option = cells.option as OptionKind;
  const seller = sellers[option] ?? { kind: 'original', condition: 'new' };
  const way = {
    ...testWay,
    sessionP50Minutes: of('session'),
    keyP50Minutes: of('key_each'),
    spread: 0,
    waitsSeconds: [of('wait') * 60],
    keysAgain: of('keys_again'),
    credit: of('credit') > 0 ? { name: 'Credits', useMinor: of('credit'), left: 3 } : null,
    pin: of('pin') > 0 ? { source: 'the bureau', minor: of('pin') } : null,
  };
  const lost = cells.lost === 'yes';
  const ordered = cells.ordered === 'yes';
  const sold = (article: string, name: string, kind = seller.kind, condition = seller.condition) =>
    testPrice({
      supplier: 'North',
      article,
      kind,
      condition,
      priceMinor: of(name),
      shippingMinor: of('shipping'),
    });
  const prices =
    option === 'shopRefurbished'
      ? [sold('REM', 'electronics'), sold('BLANK', 'blank', 'aftermarket', 'new')]
      : [sold('REM', 'electronics'), sold('BLANK', 'blank')];
  return {
    ...testSnapshot,
    currency: cells.currency ?? '',
    rules: {
      ...testRules,
      rateMinor: of('rate'),
      marginRateMinor: of('margin_rate'),
      keyMarkupPercent: of('markup'),
      passPercent: of('pass'),
      cutMinutes: of('cut_minutes'),
      repairPartsMinor: of('blank'),
      waitPercent: of('wait_percent'),
      minimumMinor: of('minimum'),
      roundingMinor: of('rounding'),
      roundingMode: cells.mode as RoundingMode,
      taxIncluded: cells.included === 'yes',
      depositPercent: of('deposit'),
      cancellationMinor: of('cancellation'),
      noShowMinor: of('no_show'),
      paymentBasisPoints: of('payment'),
      kmCostMinor: of('km_cost'),
      flexiblePercent: of('flexible'),
      towBaseMinor: of('tow_base'),
      towPerKmMinor: of('tow_per_km'),
      onlineShippingMinor: 0,
      flatRates: [
        { work: 'cut', difficulty: 'usual', firstMinor: of('cut_first'), furtherMinor: of('cut_further') },
        ...(['add', 'repair'] as const).map((work) => ({
          work,
          difficulty: 'usual' as const,
          firstMinor: of('work_first'),
          furtherMinor: of('work_further'),
        })),
      ],
      bands: [{ toKm: 100, minor: of('band') }],
      hours: [{ label: 'Hour', days: [5], from: '00:00', to: '24:00', percent: of('hour_percent') }],
    },
    taxBasisPoints: { goods: of('goods_tax'), labour: of('labour_tax') },
    prices: ordered ? prices : [],
    stock: ordered
      ? []
      : ['REM', 'BLANK'].map((article, at) => ({
          article,
          grade: 'original' as const,
          condition: 'new' as const,
          pieces: 9,
          costMinor: of(at === 0 ? 'electronics' : 'blank'),
          source: 'North',
        })),
    now: {
      route: 'add',
      ways: { add: way, repair: { ...way, sessionP50Minutes: 0 }, ...(!lost && { onBoard: way }) },
      order: ['add'],
      allKeysLost: lost,
    },
    dealer: {
      name: 'Dealer',
      labourMinor: of('desk_labour'),
      programmingMinor: of('desk_programming'),
      keyMarkupPercent: of('desk_markup'),
      workingDays: 4,
      lateDays: 2,
      towKm: of('tow_km'),
      cutMinor: null,
    },
    trip: {
      from: 'the workshop',
      to: 'Quarry End',
      distanceKm: of('km'),
      minutes: of('there'),
      backMinutes: of('back'),
      ferryMinutes: 0,
    },
    outcomes: [{ source: 'North', statedBasisPoints: of('stated_risk'), made: 0, comebacks: 0 }],
    account:
      of('account_goods') + of('account_labour') > 0
        ? {
            name: 'Taxi',
            goodsPercent: of('account_goods'),
            labourPercent: of('account_labour'),
            paysInDays: 30,
          }
        : null,
    coupon:
      of('coupon_percent') + of('coupon_amount') > 0
        ? {
            code: 'C',
            percent: of('coupon_percent'),
            amountMinor: of('coupon_amount'),
            fromMinor: 0,
            withAccount: true,
          }
        : null,
    waitingSavesMinutes: of('saves'),
  };
}

describe('a quote worked by hand', () => {
  it('there are forty at least, and three of each rule', () => {
    expect(workedQuotes.length).toBeGreaterThanOrEqual(40);
    const rules: Record<string, (cells: Cells) => boolean> = {
      account: (cells) => number(cells, 'account_labour') > 0,
      coupon: (cells) => number(cells, 'coupon_percent') + number(cells, 'coupon_amount') > 0,
      flexible: (cells) => number(cells, 'flexible') > 0,
      minimum: ({ working }) => working?.includes('minimum') ?? false,
      rounding: ({ mode, rounding }) => mode !== 'up' || rounding !== '100',
      deposit: (cells) => number(cells, 'due_ahead') > 0,
      cancellation: ({ cancellation }) => cancellation !== '2500',
      noShow: ({ no_show }) => no_show !== '3500',
      included: ({ included }) => included === 'yes',
      excluded: ({ included }) => included === 'no',
      time: ({ book }) => book === 'timeAndParts',
    };
    for (const [rule, isIn] of Object.entries(rules))
      expect([rule, workedQuotes.filter(isIn).length >= 3]).toEqual([rule, true]);
  });

  it.each(workedQuotes.map((cells) => [cells.name, cells] as const))('%s', (_, cells) => {
    const [request, snapshot] = [requestOf(cells), snapshotOf(cells)];
    const option = quoteOf(request, snapshot).options.find(({ kind }) => kind === cells.option);
    if (!option?.available) throw new Error(option?.reason);
    const trip = tripLines(snapshot.trip, request.book, snapshot.rules)[0]?.statedMinor ?? 0;
    const later = laterCharges(snapshot, trip);
    expect({
      total: option.totalMinor,
      tax: option.taxMinor,
      due_ahead: option.depositMinor,
      floor: !cells.floor ? '' : option.earnings?.floorMinor,
      cancelled: later.cancellationMinor,
      missed: later.noShowMinor,
      working: cells.working,
    }).toEqual({
      total: number(cells, 'total'),
      tax: number(cells, 'tax'),
      due_ahead: number(cells, 'due_ahead'),
      floor: !cells.floor ? '' : number(cells, 'floor'),
      cancelled: number(cells, 'cancelled'),
      missed: number(cells, 'missed'),
      working: cells.working,
    });
  });
});
