import { describe, expect, it } from 'vitest';
import { arrivalOf } from '@/core/supply/arrival';
import { sum } from '../lines';
import { optionKinds } from '../option-kinds';
import type { KeyState, QuoteRequest, QuoteSnapshot, QuoteWay } from '../quote';
import { testPrice, testRequest, testRules, testSnapshot, testWay } from '../test-snapshot';
import { customerBuys, customerPrograms } from './customer-does';
import { dealer } from './dealer';
import { type Draft, type DraftOrNot, learningWay } from './draft';
import { draftOf } from './draft-of';
import { repair } from './repair';
import { copy, universal } from './shop-brings';

const drafted = (draft: DraftOrNot): Draft => {
  if (!draft.ok) throw new Error(draft.reason);
  return draft;
};
const reason = (draft: DraftOrNot) => (draft.ok ? 'there' : draft.reason);
const stated = ({ lines }: Draft) => lines.map(({ statedMinor }) => statedMinor);
const ways = (
  given: Readonly<Record<string, Partial<QuoteWay>>>,
  route: KeyState['route'],
  more: Partial<KeyState> = {},
): KeyState => ({
  route,
  ways: Object.fromEntries(Object.entries(given).map(([kind, way]) => [kind, { ...testWay, ...way }])),
  order: Object.keys(given) as KeyState['order'],
  allKeysLost: false,
  ...more,
});
const { now } = testSnapshot;
const two: QuoteRequest = { ...testRequest, keys: 2 };

describe('learningWay', () => {
  it('is the chosen route where it is open and learns', () => {
    expect(learningWay(ways({ add: {}, onBoard: {} }, 'onBoard'))).toMatchObject({ kind: 'onBoard' });
  });

  it('is the first open one of the order where the chosen copies, mends, or is closed', () => {
    expect(learningWay(ways({ cloneDirect: {}, add: {} }, 'cloneDirect'))).toMatchObject({ kind: 'add' });
    expect(learningWay(ways({ onBoard: { refused: 'no working key' }, add: {} }, 'onBoard'))).toMatchObject({
      kind: 'add',
    });
  });

  it('is none with the reason of the chosen one where nothing learns', () => {
    expect(learningWay(ways({ add: { refused: 'the memory is full' } }, 'add'))).toEqual({
      reason: 'the memory is full',
    });
    expect(learningWay(ways({ cloneDirect: {} }, 'cloneDirect'))).toEqual({
      reason: 'No route is open that learns a new key.',
    });
    // A remote alone starts no car: it is learned only where it was chosen.
    expect(learningWay(ways({ cloneDirect: {}, remote: {} }, 'cloneDirect'))).toHaveProperty('reason');
    expect(learningWay(ways({ remote: {} }, 'remote'))).toMatchObject({ kind: 'remote' });
  });
});

describe('repair', () => {
  const mends = ways({ repair: { sessionP50Minutes: 5, keyP50Minutes: 10, spread: 0 } }, 'repair');

  it('costs the flatRates and its parts, by key', () => {
    // 38.00 and 30.00; cells 2 × 5.00 with 35 %.
    const draft = drafted(repair({ ...testRequest, repairs: 2 }, mends, testSnapshot));
    expect(stated(draft)).toEqual([6800, 1350]);
    expect(draft.costs).toEqual([{ label: 'Cell, buttons or case', minor: 1000 }]);
    expect(draft).toMatchObject({ parcels: [], ordered: false, bornBy: 'shop' });
  });

  it('by time costs its minutes: five and ten for each', () => {
    const draft = drafted(repair({ ...testRequest, repairs: 2, book: 'timeAndParts' }, mends, testSnapshot));
    expect(draft.visit?.workMinutes).toBe(25);
    // 25 minutes at 88.00 an hour: 36.666…
    expect(draft.lines[0]?.statedMinor).toBe(3667);
  });

  it('sells no parts where none are taken, and is borne by the customer without a warranty', () => {
    const rules = { ...testRules, repairPartsMinor: 0, warrantyMonths: {} };
    const draft = drafted(repair(testRequest, mends, { ...testSnapshot, rules }));
    expect(stated(draft)).toEqual([3800]);
    expect(draft.bornBy).toBe('customer');
  });

  it('says why it is not there', () => {
    expect(reason(repair(testRequest, now, testSnapshot))).toBe(
      'No key in hand has a fault that can be mended.',
    );
    const closed = ways({ repair: { refused: 'the board is corroded' } }, 'add');
    expect(reason(repair(testRequest, closed, testSnapshot))).toBe('the board is corroded');
  });
});

describe('customerBuys', () => {
  it('pays the seller without a markup and the shop for its work alone', () => {
    const draft = drafted(customerBuys(two, now, testSnapshot));
    // Online 27.00 and 5.77, two of each; the shop's shipping to the customer stands in for the seller's own.
    expect(draft.others.map(({ statedMinor }) => statedMinor)).toEqual([5400, 1154, 650]);
    expect(draft.others.every(({ payee }) => payee === 'seller')).toBe(true);
    // Two blades cut 28.00 + 22.00, two keys added 88.00 + 26.00: nothing of it is an article.
    expect(stated(draft)).toEqual([5000, 11_400]);
    expect(draft).toMatchObject({ costs: [], ordered: false, bornBy: 'customer', reserves: [] });
  });

  it('takes the seller’s shipping where the seller says one', () => {
    const prices = testSnapshot.prices.map((price) =>
      price.kind === 'online' ? { ...price, shippingMinor: 300 } : price,
    );
    const draft = drafted(customerBuys(testRequest, now, { ...testSnapshot, prices }));
    expect(draft.others.map(({ label }) => label)).toContain('Shipping from Penny, bought by the customer');
    expect(draft.others.some(({ label }) => label === 'Shipping to the customer')).toBe(false);
  });

  it('leaves what the route uses up with the shop', () => {
    const module = ways({ add: { usedUp: { article: 'MOD', eachKey: false } } }, 'add');
    const prices = [...testSnapshot.prices, testPrice({ article: 'MOD', priceMinor: 10_000, leadDays: 9 })];
    const draft = drafted(customerBuys(testRequest, module, { ...testSnapshot, prices }));
    // 100.00 with 35 %, and its day is the later one: Wednesday and nine working days.
    expect(stated(draft)).toEqual([13_500, 2800, 8800]);
    expect(draft.ordered).toBe(true);
    expect(arrivalOf(draft.parcels, testSnapshot.at).earliest.day).toBe('2027-03-16');
  });

  it('is not there where nobody sells to customers, or nothing learns', () => {
    const prices = testSnapshot.prices.filter(({ kind }) => kind !== 'online');
    expect(reason(customerBuys(testRequest, now, { ...testSnapshot, prices }))).toMatch(
      /online price for REM/,
    );
    expect(reason(customerBuys(testRequest, ways({ cloneDirect: {} }, 'cloneDirect'), testSnapshot))).toBe(
      'No route is open that learns a new key.',
    );
  });
});

describe('customerPrograms', () => {
  const alone = ways({ add: {}, onBoard: { chance: 0.9, chanceRests: 'stated 90 %' } }, 'add');

  it('is the cut key without a visit; help is a visit of its own with its tax', () => {
    const draft = drafted(customerPrograms(testRequest, alone, testSnapshot));
    // Wharf 8.01 and 38.50 with 35 %: 10.8135, 51.975; cut 28.00.
    expect(stated(draft)).toEqual([1081, 5198, 2800]);
    expect(draft).toMatchObject({ visit: null, shopMinutes: 8, bornBy: 'customer' });
    expect(draft.risk).toEqual({ basisPoints: 1000, rests: 'the sequence works alone: stated 90 %' });
    // On-board 58.00 and the trip's band 45.00, with 6.5 %.
    expect(draft.againCustomerMinor).toBe(10_300 + 670);
    const within = { ...testSnapshot, rules: { ...testRules, taxIncluded: true } };
    expect(drafted(customerPrograms(testRequest, alone, within)).againCustomerMinor).toBe(10_300);
  });

  it('says why it is not there', () => {
    const none = ways({ noProgramming: {} }, 'noProgramming');
    expect(reason(customerPrograms(testRequest, none, testSnapshot))).toMatch(/the cut key is all/);
    expect(reason(customerPrograms(testRequest, now, testSnapshot))).toBe(
      'This platform has no sequence that a customer can do alone.',
    );
    const closed = ways({ onBoard: { refused: 'two working keys are needed' } }, 'add');
    expect(reason(customerPrograms(testRequest, closed, testSnapshot))).toBe('two working keys are needed');
  });
});

describe('dealer', () => {
  it('tows only where all keys are lost', () => {
    // 94.12 and 19.03 with 45 %: 136.474, 27.5935; labour 95.00; fee 120.00; tow 85.00 + 9 km × 3.20 = 28.80.
    const lost = drafted(dealer(testRequest, testSnapshot.lost ?? now, testSnapshot));
    expect(lost.others.map(({ statedMinor }) => statedMinor)).toEqual([13_647, 2759, 9500, 12_000, 11_380]);
    // By road from the car it is 12.4 km: 85.00 + 39.68.
    const near = { ...testSnapshot, towKm: 12.4 };
    const towed = drafted(dealer(testRequest, testSnapshot.lost ?? now, near));
    expect(towed.others.at(-1)).toMatchObject({ label: 'Tow, 12 km', statedMinor: 12_468 });
    const spare = drafted(dealer(testRequest, now, testSnapshot));
    expect(sum(spare.others.map(({ statedMinor }) => statedMinor))).toBe(37_906);
    expect(spare).toMatchObject({
      lines: [],
      visit: null,
      bornBy: 'dealer',
      parcels: [{ day: '2027-03-09' }],
    });
  });

  it('takes no fee where nothing is programmed, and the module where nothing else makes a key', () => {
    const plain = { ...testSnapshot, articles: { ...testSnapshot.articles, remote: null, chip: null } };
    const labels = (found: ReturnType<typeof dealer>) => drafted(found).others.map(({ label }) => label);
    expect(labels(dealer(testRequest, now, plain))).toEqual(['BLANK', 'Labour of the dealer']);
    const changed = dealer({ ...testRequest, keys: 2 }, { ...now, module: 'BLANK' }, testSnapshot);
    expect(labels(changed)).toEqual([
      'REM × 2',
      'BLANK × 2',
      'BLANK',
      'Labour of the dealer',
      'Programming fee of the dealer × 2',
    ]);
    expect(drafted(changed).notes[0]).toMatch(/the module must be changed there too/);
  });

  it('says why it is not there', () => {
    expect(reason(dealer(testRequest, now, { ...testSnapshot, dealer: null }))).toBe(
      'No dealer of this make is known.',
    );
    expect(reason(dealer(testRequest, now, { ...testSnapshot, prices: [] }))).toBe(
      'No original price for REM.',
    );
  });
});

describe('universal and copy', () => {
  it('a universal remote needs a remote and a profile', () => {
    const { articles } = testSnapshot;
    expect(
      reason(universal(testRequest, now, { ...testSnapshot, articles: { ...articles, remote: null } })),
    ).toBe('The key has no remote.');
    expect(reason(universal(testRequest, now, testSnapshot))).toBe(
      'No universal remote has a profile for REM.',
    );
  });

  it('a copy takes the chip, soldered the remote’s board, and tells that the rest is missing', () => {
    const direct = drafted(copy(testRequest, ways({ cloneDirect: {} }, 'cloneDirect'), testSnapshot));
    expect(direct.lines.some(({ label }) => label.includes('CHIP'))).toBe(true);
    expect(direct.notes).toContain('The copy starts the car and has no remote.');
    const soldered = drafted(copy(testRequest, ways({ cloneSoldered: {} }, 'cloneSoldered'), testSnapshot));
    expect(soldered.lines.some(({ label }) => label.includes('REM'))).toBe(true);
    expect(soldered.notes).not.toContain('The copy starts the car and has no remote.');
  });

  it('a copy is refused with the reason of the copying route', () => {
    expect(reason(copy(testRequest, now, testSnapshot))).toBe('Keys of this platform cannot be copied.');
    const closed = ways({ cloneDirect: { refused: 'no tool of the van copies it' }, add: {} }, 'add');
    expect(reason(copy(testRequest, closed, testSnapshot))).toBe('no tool of the van copies it');
  });
});

describe('every option', () => {
  const many: QuoteSnapshot = {
    ...testSnapshot,
    articles: {
      ...testSnapshot.articles,
      universals: [{ article: 'UNI', lost: ['boot'] }],
    },
    prices: [...testSnapshot.prices, testPrice({ kind: 'aftermarket', article: 'UNI', priceMinor: 2500 })],
    now: ways({ add: {}, onBoard: {}, cloneDirect: {}, repair: {} }, 'add'),
  };

  const hand = {
    currency: 'USD',
    articles: [{ article: 'BLANK', pieces: 1 }],
    lines: [{ label: 'Work', goods: false, minor: 4500 }],
    minutes: 30,
  };
  const chipOnly = {
    ...many.articles,
    remote: null,
    chip: 'REM',
    multiTypes: [{ article: 'UNI', setting: 'set with the chip writer' }],
  };

  it.each(optionKinds)(
    '%s is there where nothing closes it, and no line is a share of a minor unit',
    (kind) => {
      for (const book of ['flatRates', 'timeAndParts'] as const) {
        const car = kind === 'shopMultiType' ? { ...many, articles: chipOnly } : many;
        const draft = drafted(draftOf(kind, { ...two, repairs: 1, opens: true, book, hand }, car.now, car));
        const all = [...draft.lines, ...draft.others];
        expect(all.length).toBeGreaterThan(0);
        for (const { statedMinor, label } of all) {
          expect(Number.isSafeInteger(statedMinor)).toBe(true);
          expect(label).not.toMatch(/undefined|NaN|null/);
        }
        for (const { day } of draft.parcels) expect(day >= many.at.day).toBe(true);
      }
    },
  );
});
