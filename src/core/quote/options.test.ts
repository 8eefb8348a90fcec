import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beats } from './beaten';
import { statedSum } from './lines';
import { type OptionKind, optionKinds } from './option-kinds';
import { firstOption, quoteOf } from './options';
import type { Available, QuoteRequest, QuoteSnapshot, QuoteWay } from './quote';
import { testPrice, testRequest, testRules, testSnapshot, testWay } from './test-snapshot';

function optionIn(kind: OptionKind, request: QuoteRequest, snapshot: QuoteSnapshot): Available {
  const found = quoteOf(request, snapshot).options.find((one) => one.kind === kind);
  if (!found?.available) throw new Error(`${kind}: ${found?.reason}`);
  return found;
}
const reasonOf = (kind: OptionKind, request: QuoteRequest, snapshot: QuoteSnapshot) => {
  const found = quoteOf(request, snapshot).options.find((one) => one.kind === kind);
  return found?.available ? 'available' : found?.reason;
};
const labels = (option: Available) => option.lines.map(({ label }) => label);
const clone = { ...testWay, chance: 0.95, chanceRests: '' };

describe('quoteOf', () => {
  it('prices the original as worked by hand', () => {
    // 9412 × 1.35 = 12706.2; 1903 × 1.35 = 2569.05; cut 2800; adding 8800; band to 20 km 4500 = 31375, up to 31400.
    // Tax goods 15275 × 6.5 % = 992.9, labour 16125 × 6.5 % = 1048.1; total 31400 + 993 + 1048.
    const original = optionIn('shopOriginal', testRequest, testSnapshot);
    expect(original.lines.map(({ netMinor }) => netMinor)).toEqual([12706, 2569, 2800, 8800, 4500, 25]);
    expect(original.totalMinor).toBe(33_441);
    // Something is ordered: 30 % ahead.
    expect(original.depositMinor).toBe(10_032);
    expect(original).toMatchObject({
      earliestOn: '2027-03-09',
      p80On: '2027-03-11',
      earliestDays: 6,
      p80Days: 8,
    });
  });

  it('reckons what the original earns', () => {
    // Costs 9412 + 1903 + driving 14.3 × 2 × 40 = 1144: 12459. Comeback: North 1 %, work 1.5 %: 2.485 % of driving 1144 is 28,
    // of 19 + 19 + 21 minutes is 1. Net 31400 − 12459 − 28 = 18913 over 60 minutes.
    const { earnings, comeback } = optionIn('shopOriginal', testRequest, testSnapshot);
    expect(comeback).toMatchObject({
      basisPoints: 249,
      percent: 2,
      bornBy: 'shop',
      customerMinor: 0,
      shopMinor: 1144,
    });
    expect(earnings).toMatchObject({
      cashMinor: 12_459,
      minutes: 60,
      marginMinor: 18_913,
      perHourMinor: 18_913,
    });
    // 12459 + 28 + 60 minutes at 60.00: 18487, up to 18500; with 6.5 % on 15275 (993) and on 3225 (210).
    expect(earnings).toMatchObject({ floorMinor: 18_500, floorTotalMinor: 19_703 });
  });

  it('has the remote learned apart as a line, by flatRates and by time', () => {
    const remote = {
      sessionP50Minutes: 4,
      keyP50Minutes: 2,
      spread: 0,
      waitsSeconds: [120],
      chance: 0.9,
      chanceRests: '',
    };
    const way = { ...testWay, spread: 0, remote };
    const snapshot = {
      ...testSnapshot,
      now: { ...testSnapshot.now, ways: { add: way } },
      rules: {
        ...testRules,
        flatRates: [
          ...testRules.flatRates,
          { work: 'remote' as const, difficulty: 'usual' as const, firstMinor: 4200, furtherMinor: 1800 },
        ],
      },
    };
    const priced = (request: QuoteRequest) =>
      optionIn('shopOriginal', request, snapshot).lines.find(({ label }) =>
        label.startsWith('Remote, learned apart'),
      );
    expect(priced({ ...testRequest, keys: 2 })).toMatchObject({
      label: 'Remote, learned apart × 2',
      netMinor: 6000,
    });
    // 4 + 2 minutes of work and 2 of waiting at half: 7 minutes at 88.00 an hour are 1026.67.
    expect(priced({ ...testRequest, book: 'timeAndParts' })?.netMinor).toBe(1027);
    expect(labels(optionIn('shopOriginal', testRequest, testSnapshot)).join()).not.toContain('apart');
  });

  it('prices an unknown pellet step: measured, or hunted for by flatRates and by time', () => {
    const pellet = (
      found: 'measured' | 'hunted',
      waitSeconds: number,
      waitP80Seconds: number,
    ): QuoteSnapshot => ({
      ...testSnapshot,
      articles: { ...testSnapshot.articles, remote: null, chip: null },
      now: {
        route: 'noProgramming',
        ways: {
          noProgramming: {
            ...testWay,
            sessionP50Minutes: 10,
            keyP50Minutes: 0,
            spread: 0,
            waitsSeconds: [waitSeconds],
            waitP80Seconds,
            pellet: { found, words: 'The step is not known.' },
          },
        },
        order: ['noProgramming'],
        allKeysLost: found === 'hunted',
      },
      rules: {
        ...testRules,
        flatRates: [
          ...testRules.flatRates,
          { work: 'pellet', difficulty: 'usual', firstMinor: 1800, furtherMinor: 0 },
          { work: 'pellet', difficulty: 'hard', firstMinor: 6400, furtherMinor: 0 },
        ],
      },
    });
    const two = { ...testRequest, keys: 2 };
    const lineOf = (request: QuoteRequest, snapshot: QuoteSnapshot) => {
      const option = optionIn('shopOriginal', request, snapshot);
      expect(option.notes).toContain('The step is not known.');
      return option.lines.find(({ label }) => label.startsWith('Pellet step'));
    };
    expect(lineOf(two, pellet('measured', 0, 0))).toMatchObject({
      label: 'Pellet step measured',
      netMinor: 1800,
    });
    expect(lineOf(two, pellet('hunted', 1680, 2940))).toMatchObject({
      label: 'Pellet step hunted',
      netMinor: 6400,
    });
    // 10 minutes and half of 28 at 88.00 an hour: 24 minutes are 35.20, for two keys as for one.
    expect(lineOf({ ...two, book: 'timeAndParts' }, pellet('hunted', 1680, 2940))?.netMinor).toBe(3520);
  });

  it('has what is likely to fail before it works in minutes and costs, and says so', () => {
    const firstTry = { works: 0.8, next: 'aklErase' as const, minutes: 30, cashMinor: 2500 };
    const remote = {
      sessionP50Minutes: 4,
      keyP50Minutes: 6,
      spread: 0,
      waitsSeconds: [],
      chance: 0.9,
      chanceRests: '',
    };
    const plain = { ...testWay, spread: 0, remote };
    const now = (add: QuoteWay) => ({
      ...testSnapshot,
      now: { ...testSnapshot.now, ways: { add } },
    });
    const before = optionIn('shopOriginal', testRequest, now(plain));
    const after = optionIn('shopOriginal', testRequest, now({ ...plain, firstTry }));
    // A fifth of 30 minutes and of 25.00; a tenth of the remote's ten minutes is in both.
    expect((after.earnings?.minutes ?? 0) - (before.earnings?.minutes ?? 0)).toBe(6);
    expect((after.earnings?.cashMinor ?? 0) - (before.earnings?.cashMinor ?? 0)).toBe(500);
    expect(after.comeback.rests).toContain('at the car the first try works in 80 %, then AKL, erasing');
    expect(after.totalMinor).toBe(before.totalMinor);
    expect(after.earnings?.floorMinor).toBeGreaterThan(before.earnings?.floorMinor ?? 0);
  });

  it('prices the second key at the margin of the same session, and later with the whole wait again', () => {
    const { options, secondKey } = quoteOf(testRequest, testSnapshot);
    // The reset key is the cheapest of the shop's.
    const reset = options.find(({ kind }) => kind === 'shopRefurbished');
    expect(secondKey?.kind).toBe('shopRefurbished');
    expect(secondKey?.nowMinor).toBe(reset?.available && reset.furtherKeyMinor);
    expect(secondKey?.laterMinor).toBeGreaterThan(secondKey?.nowMinor ?? 0);
    expect(secondKey?.lostMinor).toBeGreaterThan(secondKey?.laterMinor ?? 0);
    expect(secondKey?.expectedLossMinor).toBe(Math.round((secondKey?.lostMinor ?? 0) * 0.08));
  });

  it.each<[OptionKind, Partial<QuoteRequest>, Partial<QuoteSnapshot>, string]>([
    ['shopRepair', {}, {}, 'No key in hand has a fault that can be mended.'],
    ['shopUniversal', {}, {}, 'No universal remote has a profile for REM.'],
    ['shopClone', {}, {}, 'Keys of this platform cannot be copied.'],
    ['customerPrograms', {}, {}, 'This platform has no sequence that a customer can do alone.'],
    ['dealer', {}, { dealer: null }, 'No dealer of this make is known.'],
    ['shopOriginal', { keys: 0 }, {}, 'No new key is wanted.'],
    ['shopOriginal', {}, { prices: [] }, 'No original price for REM.'],
    [
      'shopRefurbished',
      {},
      { articles: { ...testSnapshot.articles, remote: null } },
      'The key has no remote, and only a remote is used again after a reset.',
    ],
    [
      'shopClone',
      {},
      { now: { ...testSnapshot.now, ways: { cloneDirect: { ...clone, refused: 'No key in hand.' } } } },
      'No key in hand.',
    ],
    [
      'shopOriginal',
      {},
      { cutting: { own: false, article: 'CUT-DISC', profile: 'disc' } },
      'Nobody known cuts a blade of this kind (disc).',
    ],
    [
      'shopAftermarket',
      { keys: 3 },
      { prices: testSnapshot.prices.map((one) => ({ ...one, pieces: 2 })) },
      'Nobody has 3 of REM aftermarket.',
    ],
    [
      'customerPrograms',
      {},
      { now: { ...testSnapshot.now, ways: { noProgramming: testWay } } },
      'Nothing is programmed on this car: the cut key is all.',
    ],
    [
      'shopOriginal',
      {},
      {
        now: {
          route: 'add',
          ways: { add: { ...testWay, refused: 'The memory is full.' } },
          order: [],
          allKeysLost: false,
        },
      },
      'The memory is full.',
    ],
  ])('says why there is no %s', (kind, request, snapshot, reason) => {
    expect(reasonOf(kind, { ...testRequest, ...request }, { ...testSnapshot, ...snapshot })).toBe(reason);
  });

  it('learns the shop’s keys by another open route where a copy was chosen', () => {
    const now = {
      route: 'cloneDirect' as const,
      ways: { cloneDirect: clone, add: testWay },
      order: ['cloneDirect', 'add'] as const,
      allKeysLost: false,
    };
    const snapshot = { ...testSnapshot, now };
    expect(optionIn('shopClone', testRequest, snapshot).route).toBe('cloneDirect');
    expect(labels(optionIn('shopClone', testRequest, snapshot))).toContain('CHIP');
    expect(optionIn('shopOriginal', testRequest, snapshot).route).toBe('add');
  });

  it('takes what lies in the van, reserves it and visits the same day', () => {
    const stock = (['REM', 'BLANK'] as const).map((article) => ({
      article,
      grade: 'aftermarket' as const,
      condition: 'new' as const,
      pieces: 1,
      costMinor: 3000,
      source: 'Wharf',
    }));
    const snapshot = { ...testSnapshot, stock };
    const found = optionIn('shopAftermarket', testRequest, snapshot);
    expect(found).toMatchObject({ earliestOn: '2027-03-03', visit: { hour: '13:19' }, depositMinor: 0 });
    expect(found.reserves.map(({ article, pieces }) => [article, pieces])).toEqual([
      ['REM', 1],
      ['BLANK', 1],
    ]);
    // Two keys are not there: all of them are ordered.
    expect(optionIn('shopAftermarket', { ...testRequest, keys: 2 }, snapshot).reserves).toEqual([]);
  });

  it('says what has to come first, and for whom: nothing where the van alone comes on a later day', () => {
    const stock = (['REM', 'BLANK'] as const).map((article) => ({
      article,
      grade: 'aftermarket' as const,
      condition: 'new' as const,
      pieces: 1,
      costMinor: 3000,
      source: 'Wharf',
    }));
    const gaps = testSnapshot.gaps.filter(({ day }) => day > testSnapshot.at.day);
    const later = optionIn('shopAftermarket', testRequest, { ...testSnapshot, stock, gaps });
    expect(later.earliestOn > testSnapshot.at.day).toBe(true);
    expect(later.comes).toBeNull();
    const ordered = optionIn('shopAftermarket', testRequest, testSnapshot);
    expect(ordered.comes).toEqual({ on: expect.any(String), ordered: true });
    expect((ordered.comes?.on ?? '') <= ordered.earliestOn).toBe(true);
    expect(optionIn('customerBuys', testRequest, testSnapshot).comes).toMatchObject({ ordered: false });
  });

  it('takes a reset equal under another badge, and says what is different', () => {
    const articles = { ...testSnapshot.articles, equivalents: [{ article: 'REM-2', note: 'plainer case' }] };
    const prices = [
      ...testSnapshot.prices,
      testPrice({
        supplier: 'Oddment',
        kind: 'used',
        condition: 'refurbished',
        article: 'REM-2',
        priceMinor: 900,
      }),
    ];
    const found = optionIn('shopRefurbished', testRequest, { ...testSnapshot, articles, prices });
    expect(labels(found)).toContain('REM-2');
    expect(found.notes[0]).toBe('REM-2 is an equivalent under another badge: plainer case.');
  });

  it('names the functions that a universal remote loses', () => {
    const articles = { ...testSnapshot.articles, universals: [{ article: 'UNI', lost: ['boot', 'panic'] }] };
    const prices = [
      ...testSnapshot.prices,
      testPrice({ supplier: 'Wharf', kind: 'aftermarket', article: 'UNI', priceMinor: 2000 }),
    ];
    expect(optionIn('shopUniversal', testRequest, { ...testSnapshot, articles, prices }).notes[0]).toBe(
      'The customer loses: boot, panic.',
    );
  });

  it('names the one function that a universal remote loses', () => {
    const articles = { ...testSnapshot.articles, universals: [{ article: 'UNI', lost: ['panic'] }] };
    const prices = [
      ...testSnapshot.prices,
      testPrice({ supplier: 'Wharf', kind: 'aftermarket', article: 'UNI', priceMinor: 2000 }),
    ];
    expect(optionIn('shopUniversal', testRequest, { ...testSnapshot, articles, prices }).notes[0]).toBe(
      'The customer loses: panic.',
    );
  });

  it('has the blade cut by the cheaper of vendor and dealer where the van cannot', () => {
    const vendor = testPrice({
      supplier: 'Cutter',
      kind: 'cutting',
      article: 'CUT-DISC',
      priceMinor: 1500,
      shippingMinor: 400,
      leadDays: 2,
      lateDays: 0,
    });
    const cutting = { own: false, article: 'CUT-DISC', profile: 'disc' };
    const snapshot = { ...testSnapshot, cutting, prices: [...testSnapshot.prices, vendor] };
    expect(labels(optionIn('shopOriginal', testRequest, snapshot))).toContain('Cutting by Cutter');
    const cheaper = {
      ...snapshot,
      dealer: testSnapshot.dealer && { ...testSnapshot.dealer, cutMinor: 1800 },
    };
    expect(labels(optionIn('shopOriginal', testRequest, cheaper))).toContain('Cutting by Dealer');
  });

  it('chooses the quicker source where the day counts more', () => {
    const quick = testPrice({ supplier: 'Quick', priceMinor: 12_000, leadDays: 1, lateDays: 0 });
    const blank = { ...quick, article: 'BLANK', priceMinor: 4000 };
    const snapshot = { ...testSnapshot, prices: [...testSnapshot.prices, quick, blank] };
    expect(optionIn('shopOriginal', testRequest, snapshot).comeback.rests[0]).toContain('North');
    expect(optionIn('shopOriginal', { ...testRequest, prefer: 'day' }, snapshot).comeback.rests[0]).toContain(
      'Quick',
    );
  });

  it('mends a key where that answers the call, and compares it only then', () => {
    const repair = { ...testWay, sessionP50Minutes: 0, keyP50Minutes: 14 };
    const snapshot = { ...testSnapshot, now: { ...testSnapshot.now, ways: { add: testWay, repair } } };
    const forSpare = quoteOf({ ...testRequest, repairs: 1 }, snapshot).options;
    expect(forSpare.every((one) => !one.available || one.worseThan !== 'shopRepair')).toBe(true);
    const forFault = quoteOf({ ...testRequest, repairs: 1, forFault: true }, snapshot).options;
    expect(forFault.find(({ kind }) => kind === 'shopRepair')).toMatchObject({
      available: true,
      worseThan: null,
    });
    expect(optionIn('shopRepair', { ...testRequest, keys: 0, repairs: 2 }, snapshot).lines[0]?.label).toBe(
      'Repair of a key × 2',
    );
  });

  it('keeps the appointment where the articles are there, and says so where they may not be', () => {
    const visit = { day: '2027-03-10', hour: '19:00' };
    const found = optionIn('shopOriginal', { ...testRequest, visit }, testSnapshot);
    expect(found.visit).toEqual(visit);
    expect(labels(found)).toContain('Evening, 25 %');
    expect(found.notes.at(-1)).toContain('One order of five comes after the appointment');
    const soon = optionIn(
      'shopOriginal',
      { ...testRequest, visit: { day: '2027-03-04', hour: '10:00' } },
      testSnapshot,
    );
    expect(soon.notes.at(-1)).toContain('Not here by the appointment');
  });

  it('flags a price that is old', () => {
    const prices = testSnapshot.prices.map((one) => ({
      ...one,
      since: one.article === 'REM' ? '2026-10-01' : one.since,
    }));
    expect(optionIn('shopOriginal', testRequest, { ...testSnapshot, prices }).stale).toEqual(['REM']);
  });
});

const anyRequest: fc.Arbitrary<QuoteRequest> = fc.record({
  keys: fc.integer({ min: 0, max: 5 }),
  repairs: fc.integer({ min: 0, max: 2 }),
  forFault: fc.boolean(),
  book: fc.constantFrom('flatRates', 'timeAndParts'),
  prefer: fc.constantFrom('price', 'day'),
  visit: fc.constantFrom(null, { day: '2027-03-07', hour: '12:00' }, { day: '2027-03-05', hour: '18:30' }),
  flexible: fc.boolean(),
  waitsFilled: fc.boolean(),
  agreed: fc.option(fc.record({ kind: fc.constantFrom(...optionKinds), minor: fc.nat(90_000) }), {
    nil: null,
  }),
});

const anySnapshot: fc.Arbitrary<QuoteSnapshot> = fc
  .record({
    currency: fc.constantFrom('USD', 'JPY', 'KWD'),
    taxes: fc.tuple(fc.nat(2500), fc.nat(2500)),
    rounding: fc.constantFrom(1, 5, 100, 500),
    mode: fc.constantFrom('up' as const, 'nearest' as const, 'down' as const),
    taxIncluded: fc.boolean(),
    lost: fc.boolean(),
    factors: fc.array(fc.integer({ min: 1, max: 4000 }), { minLength: 8, maxLength: 8 }),
    account: fc.boolean(),
    coupon: fc.boolean(),
    payment: fc.nat(500),
    saves: fc.nat(60),
    uses: fc.nat(3000),
    repairable: fc.boolean(),
  })
  .map((drawn) => {
    const { lost, mode, payment } = drawn;
    const way = { ...testWay, credit: { name: 'Credits', useMinor: drawn.uses, left: 3 } };
    const kind = lost ? ('aklErase' as const) : ('add' as const);
    return {
      ...testSnapshot,
      currency: drawn.currency,
      taxBasisPoints: { goods: drawn.taxes[0], labour: drawn.taxes[1] },
      rules: {
        ...testRules,
        roundingMinor: drawn.rounding,
        roundingMode: mode,
        taxIncluded: drawn.taxIncluded,
        paymentBasisPoints: payment,
      },
      prices: testSnapshot.prices.map((one, at) => ({
        ...one,
        priceMinor: (drawn.factors[at] ?? 1) * 7,
        shippingMinor: (drawn.factors[at] ?? 1) % 900,
      })),
      now: {
        route: kind,
        ways: {
          [kind]: way,
          ...(drawn.repairable && { repair: { ...testWay, sessionP50Minutes: 0 } }),
          ...(!lost && { onBoard: testWay, cloneDirect: clone }),
        },
        order: [kind],
        allKeysLost: lost,
      },
      account: drawn.account ? { name: 'Taxi', goodsPercent: 5, labourPercent: 15, paysInDays: 30 } : null,
      coupon: drawn.coupon
        ? { code: 'TEN', percent: 10, amountMinor: 0, fromMinor: 5000, withAccount: true }
        : null,
      waitingSavesMinutes: drawn.saves,
    };
  });

describe('a quote, whatever is asked', () => {
  it('is the same bytes for the same request and snapshot, and its parts sum to its total', () => {
    fc.assert(
      fc.property(anyRequest, anySnapshot, (request, snapshot) => {
        const quote = quoteOf(request, snapshot);
        const again = quoteOf(structuredClone(request), structuredClone(snapshot));
        expect(JSON.stringify(again)).toBe(JSON.stringify(quote));
        expect(quote.options.map(({ kind }) => kind)).toEqual(optionKinds);
        for (const one of quote.options) {
          if (!one.available) {
            expect(one.reason).not.toBe('');
            continue;
          }
          const parts = one.lines.reduce((total, { netMinor, taxMinor }) => total + netMinor + taxMinor, 0);
          expect(parts).toBe(one.totalMinor);
          expect(one.netMinor + one.taxMinor).toBe(one.totalMinor);
          expect(Number.isSafeInteger(one.totalMinor)).toBe(true);
          expect(one.p80On >= one.earliestOn).toBe(true);
          expect(one.depositMinor).toBeLessThanOrEqual(Math.max(0, one.totalMinor));
        }
      }),
    );
  });

  it('names for each beaten option one that is there, unbeaten, and beats it', () => {
    fc.assert(
      fc.property(anyRequest, anySnapshot, (request, snapshot) => {
        const all = quoteOf(request, snapshot).options.filter((one): one is Available => one.available);
        for (const one of all) {
          const by = all.find(({ kind }) => kind === one.worseThan);
          if (one.worseThan === null) expect(all.some((other) => beats(other, one))).toBe(false);
          else {
            expect(by?.worseThan).toBeNull();
            expect(by && beats(by, one)).toBe(true);
          }
        }
      }),
    );
  });

  it('by time and parts, discounts aside, never costs less when a cost rises', () => {
    const dearer = fc.record({ at: fc.nat(9), by: fc.integer({ min: 1, max: 3000 }) });
    fc.assert(
      fc.property(anyRequest, anySnapshot, dearer, (drawn, given, { at, by }) => {
        const request: QuoteRequest = {
          ...drawn,
          book: 'timeAndParts',
          prefer: 'price',
          flexible: false,
          agreed: null,
        };
        const snapshot = { ...given, account: null, coupon: null };
        const raised: QuoteSnapshot =
          at < snapshot.prices.length
            ? {
                ...snapshot,
                prices: snapshot.prices.map((one, index) =>
                  index === at ? { ...one, priceMinor: one.priceMinor + by } : one,
                ),
              }
            : at === 8
              ? { ...snapshot, rules: { ...snapshot.rules, rateMinor: snapshot.rules.rateMinor + by } }
              : {
                  ...snapshot,
                  trip: snapshot.trip && { ...snapshot.trip, minutes: snapshot.trip.minutes + (by % 60) },
                };
        const before = quoteOf(request, snapshot).options;
        const after = quoteOf(request, raised).options;
        before.forEach((one, index) => {
          const same = after[index];
          // A longer way can move the visit to an hour of another price; cost alone is looked at here.
          if (!one.available || !same?.available || one.visit?.hour !== same.visit?.hour) return;
          expect(statedSum(same.lines)).toBeGreaterThanOrEqual(statedSum(one.lines));
          // Where goods eat up a top-up that is taxed as labour, the tax may fall; without one the total never does.
          const adjusted = [...one.lines, ...same.lines].some(({ part }) => part === 'adjust');
          if (!adjusted) expect(same.totalMinor).toBeGreaterThanOrEqual(one.totalMinor);
        });
      }),
    );
  });

  it('never changes its request or its snapshot', () => {
    const [request, snapshot] = [structuredClone(testRequest), structuredClone(testSnapshot)];
    quoteOf(request, snapshot);
    expect([request, snapshot]).toEqual([testRequest, testSnapshot]);
  });
});

describe('the time of a visit', () => {
  const evening = { day: '2027-03-03', from: '18:00', by: '21:00' };
  const near = { from: 'Low', to: 'Quarry End', distanceKm: 2, minutes: 3, backMinutes: 19, ferryMinutes: 0 };
  const lying = (article: string) => ({
    article,
    grade: 'original' as const,
    condition: 'new' as const,
    pieces: 3,
    costMinor: 5000,
    source: 'North',
  });
  const snapshot = {
    ...testSnapshot,
    stock: [lying('REM'), lying('BLANK')],
    gaps: [
      { day: '2027-03-03', from: '17:30', to: '22:00', outside: true, trip: near },
      { day: '2027-03-04', from: '08:00', to: '17:30' },
    ],
  };

  it('is the hour that was asked for, with its trip and what it costs more, beside the ordinary one', () => {
    const request = { ...testRequest, asked: evening };
    const found = quoteOf(request, snapshot);
    const first = firstOption(found.options);
    expect(first).toMatchObject({ visit: { day: '2027-03-03', hour: '18:00' }, trip: near, inTime: true });
    expect(first?.lines.map(({ label }) => label)).toContain('Evening, 25 %');
    expect(found.otherTime).toMatchObject({ visit: { day: '2027-03-04' } });
    expect(found.otherTime?.totalMinor).toBeLessThan(first?.totalMinor ?? 0);
    expect(quoteOf(testRequest, snapshot).otherTime).toBeNull();
  });

  it('is said to be missed where the van is not free, and is the first that is', () => {
    const none = { ...testRequest, asked: { day: '2027-03-03', from: '19:00', by: '19:10' } };
    const first = firstOption(quoteOf(none, snapshot).options);
    expect(first).toMatchObject({ inTime: false, visit: { day: '2027-03-04' } });
    expect(first?.notes.join()).toContain('Not ready by today 19:10: Thu 4 Mar');
  });
});

describe('the option to say first', () => {
  const options = quoteOf(testRequest, testSnapshot).options;
  const with_ = (changes: Partial<Record<string, object>>) =>
    firstOption(options.map((one) => ({ ...one, worseThan: null, ...changes[one.kind] })) as typeof options)
      ?.kind;

  it('weighs a comeback by its chance, keeps the time, and is what the customer asked for', () => {
    const cheap = { totalMinor: 10_000, leadMinor: 13_000 };
    const sound = { totalMinor: 11_000, leadMinor: 11_500 };
    expect(with_({ shopOriginal: cheap, shopAftermarket: sound })).toBe('shopAftermarket');
    expect(
      with_({ shopOriginal: { ...cheap, inTime: true }, shopAftermarket: { ...sound, inTime: false } }),
    ).toBe('shopOriginal');
    expect(with_({ shopOriginal: { ...cheap, asked: true }, shopAftermarket: sound })).toBe('shopOriginal');
  });
});
