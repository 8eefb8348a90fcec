import { describe, expect, it } from 'vitest';
import { mendOf } from '@/core/programming/mends';
import { key as testKey } from '@/core/programming/test-keys';
import type { OptionKind } from '../option-kinds';
import { quoteOf } from '../options';
import type { Available, QuoteRequest, QuoteSnapshot } from '../quote';
import { testPrice, testRequest, testSnapshot, testWay } from '../test-snapshot';

const optionOf = (kind: OptionKind, request: QuoteRequest, snapshot: QuoteSnapshot): Available => {
  const found = quoteOf(request, snapshot).options.find((one) => one.kind === kind);
  if (!found?.available) throw new Error(`${kind}: ${found?.reason}`);
  return found;
};
const labels = ({ lines }: Available) => lines.map(({ label }) => label);

describe('an original remote that lies in the van', () => {
  const piece = { condition: 'new', pieces: 2, costMinor: 9000, source: 'North' } as const;
  const blade = { ...piece, grade: 'aftermarket', article: 'BLANK', costMinor: 400 } as const;

  it('is there today with any blade that fits, and says so to shop and customer', () => {
    const stock = [{ ...piece, grade: 'original', article: 'REM' } as const, blade];
    const found = optionOf('shopOriginal', testRequest, { ...testSnapshot, stock });
    expect(found.earliestOn).toBe(testSnapshot.at.day);
    expect(found.notes).toContain('The blade BLANK is aftermarket.');
    expect(found.about).toContain('a blade made for the trade');
  });

  it('waits for an original blade where the remote is ordered anyway', () => {
    const found = optionOf('shopOriginal', testRequest, { ...testSnapshot, stock: [blade] });
    expect(found.notes.join()).not.toContain('aftermarket');
  });
});

describe('a chip that can be set to be one of several kinds', () => {
  const articles = {
    ...testSnapshot.articles,
    remote: null,
    multiTypes: [{ article: 'MULTI', setting: 'set with the chip writer' }],
  };
  const chipCar: QuoteSnapshot = {
    ...testSnapshot,
    articles,
    prices: [
      ...testSnapshot.prices,
      testPrice({ supplier: 'Wharf', kind: 'aftermarket', article: 'CHIP', priceMinor: 900 }),
      testPrice({ supplier: 'Wharf', kind: 'aftermarket', article: 'MULTI', priceMinor: 700 }),
    ],
    outcomes: [
      { source: 'Wharf', statedBasisPoints: 400, made: 0, comebacks: 0 },
      { source: 'MULTI', statedBasisPoints: 600, made: 40, comebacks: 5 },
    ],
  };

  it('is an option of its own whose comebacks are counted by its article', () => {
    const found = optionOf('shopMultiType', testRequest, chipCar);
    expect(labels(found)).toContain('MULTI');
    expect(found.sources).toContain('MULTI');
    // (10 × 6 % + 5) of 50 made.
    expect(found.comeback.rests[0]).toBe('MULTI: comebacks here 5 of 40, stated 6 %');
    const plain = optionOf('shopAftermarket', testRequest, chipCar);
    expect(labels(plain)).toContain('CHIP');
    expect(found.comeback.basisPoints).toBeGreaterThan(plain.comeback.basisPoints);
  });

  it('is not there for a remote or where none can be set', () => {
    const remote = { ...chipCar, articles: { ...articles, remote: 'REM' } };
    const none = { ...chipCar, articles: { ...articles, multiTypes: [] } };
    const reason = (snapshot: QuoteSnapshot) =>
      quoteOf(testRequest, snapshot).options.find(({ kind }) => kind === 'shopMultiType');
    expect(reason(remote)).toMatchObject({ reason: 'The chip of this key sits in its remote.' });
    expect(reason(none)).toMatchObject({ reason: 'No multi-type chip can be set as CHIP.' });
  });
});

describe('a copy', () => {
  const clones = { ...testSnapshot.now, route: 'cloneDirect', ways: { cloneDirect: testWay } } as const;
  const functions = ['lock', 'unlock', 'boot'];
  const copied: QuoteSnapshot = {
    ...testSnapshot,
    now: clones,
    articles: { ...testSnapshot.articles, functions },
    prices: [
      ...testSnapshot.prices,
      testPrice({ supplier: 'Wharf', kind: 'aftermarket', article: 'CHIP', priceMinor: 900 }),
    ],
  };

  it('of the chip alone lacks every button, and the fuller key is named with the difference', () => {
    const both = {
      ...copied,
      now: { ...clones, ways: { cloneDirect: testWay, add: testWay }, order: ['add'] },
    } as const;
    const copy = optionOf('shopClone', testRequest, both);
    expect(copy.lost).toEqual(functions);
    const fuller = optionOf('shopRefurbished', testRequest, both);
    expect(copy.fuller).toEqual({
      kind: 'shopRefurbished',
      moreMinor: fuller.totalMinor - copy.totalMinor,
    });
  });
});

describe('what leads', () => {
  it('counts what a comeback costs the customer where he bears it', () => {
    const warrantyMonths = { ...testSnapshot.rules.warrantyMonths, shopRefurbished: 0 };
    const shop = { ...testSnapshot, rules: { ...testSnapshot.rules, warrantyMonths } };
    const { leadMinor, totalMinor, comeback } = optionOf('shopRefurbished', testRequest, shop);
    expect(comeback).toMatchObject({ bornBy: 'customer', customerMinor: totalMinor });
    // His second total and an hour of his own, by the chance of it.
    const cost = ((totalMinor + shop.rules.rateMinor) * comeback.basisPoints) / 10_000;
    expect(leadMinor).toBe(totalMinor + Math.round(cost));
  });
});

describe('a universal remote', () => {
  const prices = [
    ...testSnapshot.prices,
    testPrice({ supplier: 'Wharf', kind: 'aftermarket', article: 'UNI-A', priceMinor: 1000 }),
    testPrice({ supplier: 'Wharf', kind: 'aftermarket', article: 'UNI-B', priceMinor: 1400 }),
  ];

  it('is the one that loses least, with the cheaper one named', () => {
    const universals = [
      { article: 'UNI-A', lost: ['panic'] },
      { article: 'UNI-B', lost: [] },
    ];
    const found = optionOf('shopUniversal', testRequest, {
      ...testSnapshot,
      prices,
      articles: { ...testSnapshot.articles, universals },
    });
    expect(labels(found)).toContain('UNI-B');
    expect(found.lost).toBeUndefined();
    expect(found.notes).toContain('UNI-A costs less and loses panic.');
  });
});

describe('a worn key', () => {
  it('is mended by the least that does it', () => {
    expect(mendOf(testKey(1, { faults: ['flatCell'] }))).toBe('cell');
    expect(mendOf(testKey(1, { faults: ['flatCell', 'wornButtons'] }))).toBe('buttons');
    expect(mendOf(testKey(1, { faults: ['brokenLoop', 'flatCell'] }))).toBe('case');
    expect(mendOf(testKey(1, { blade: 'broken', faults: ['flatCell'] }))).toBe('blade');
    expect(mendOf(testKey(1, { faults: ['deadRemote'] }))).toBeNull();
    expect(mendOf(testKey(1, { faults: ['flatCell'], presence: 'lost' }))).toBeNull();
  });

  const repair = { ...testWay, sessionP50Minutes: 0, keyP50Minutes: 14 };
  const forCell: QuoteRequest = { ...testRequest, keys: 0, repairs: 1, mends: ['cell'], forFault: true };
  const mended: QuoteSnapshot = {
    ...testSnapshot,
    now: { ...testSnapshot.now, route: 'repair', ways: { repair } },
    beside: { ...testSnapshot.now, keys: 1 },
  };

  it('has the repair with what it takes, and the new key beside it', () => {
    const flatRates = [
      ...testSnapshot.rules.flatRates,
      { work: 'cell', difficulty: 'usual', firstMinor: 1400, furtherMinor: 900 } as const,
    ];
    const shop = { ...mended, rules: { ...mended.rules, flatRates, minimumMinor: 0 } };
    const cell = optionOf('shopRepair', forCell, shop);
    expect(labels(cell).slice(0, 2)).toEqual(['New cell', 'Cell']);
    expect(cell.lines[0]?.netMinor).toBe(1400);
    // 30 % of the parts of a repair, and the shop's 35 %.
    expect(cell.lines[1]?.netMinor).toBe(203);
    const key = optionOf('shopAftermarket', forCell, shop);
    expect(key).toMatchObject({ answers: true, keys: 1, worseThan: null });
    expect(key.furtherKeyMinor).toBeGreaterThan(0);
    expect(key.totalMinor).toBe(optionOf('shopAftermarket', testRequest, testSnapshot).totalMinor);
  });

  it('names no new key where nobody called about a worn one', () => {
    const none = quoteOf({ ...forCell, forFault: false }, { ...mended, beside: null });
    expect(none.options.find(({ kind }) => kind === 'shopAftermarket')).toMatchObject({
      reason: 'No new key is wanted.',
    });
  });
});
