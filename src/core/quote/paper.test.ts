import { describe, expect, it } from 'vitest';
import { isSold, type OptionKind } from './option-kinds';
import { quoteOf } from './options';
import { earlierPaper, paperChanges, paperOf } from './paper';
import type { QuoteRequest, QuoteSnapshot } from './quote';
import { testRequest, testSnapshot, testWay } from './test-snapshot';

function paper(kind: OptionKind, more: Partial<QuoteSnapshot> = {}, request: QuoteRequest = testRequest) {
  const snapshot = { ...testSnapshot, ...more };
  const found = paperOf(
    kind,
    { request, snapshot, ...quoteOf(request, snapshot) },
    'Halvorn Merrowdale II, 2019',
  );
  if (!found) throw new Error(`${kind} is not there`);
  return found;
}

describe('the paper of a quote', () => {
  it('names the option offered with its lines, and two others that nothing beats, cheapest first', () => {
    const found = paper('shopOriginal');
    expect(found.chosen.kind).toBe('shopOriginal');
    const sum = found.chosen.lines.reduce((total, line) => total + line.netMinor + line.taxMinor, 0);
    expect(sum).toBe(found.chosen.totalMinor);
    expect(found.alternatives).toHaveLength(2);
    const totals = found.alternatives.map(({ totalMinor }) => totalMinor);
    expect(totals).toEqual([...totals].sort((a, b) => a - b));
    expect(found.alternatives.map(({ kind }) => kind)).not.toContain('shopOriginal');
    expect(found.work).toBe('1 new key: add by the OBD socket');
  });

  it('says what is in it and what is not, and what must be shown at the car', () => {
    const found = paper('shopOriginal');
    expect(found.included).toEqual([
      'The key with all its parts.',
      'Cutting the blade.',
      'Programming, and proving every key and function.',
      'The trip to Quarry End and back.',
    ]);
    expect(found.authority).toContain('photo identity');
    const collects = paper('customerPrograms', {
      now: { ...testSnapshot.now, ways: { add: testWay, onBoard: testWay } },
    });
    expect(collects.included).toEqual(['The key with all its parts.', 'Cutting the blade.']);
    expect(collects.notIncluded).toContain('A visit to the car.');
    expect(paper('dealer').authority).toBeNull();
  });

  it('carries the terms with their amounts', () => {
    const words = (kind: OptionKind, more?: Partial<QuoteSnapshot>) =>
      paper(kind, more).terms.map(({ words, minor }) => [words, minor]);
    expect(words('shopOriginal')).toEqual([
      ['Paid ahead, as a part of the total, when the key is ordered', 10_032],
      ['Cancelled less than 12 hours before the time agreed', 2663],
      ['Nobody at the car, or no papers, with the trip', 8520],
    ]);
    const account = { name: 'Taxi', goodsPercent: 0, labourPercent: 10, paysInDays: 30 };
    expect(words('shopOriginal', { account })[0]).toEqual(['Paid within 30 days, on account', null]);
    expect(words('dealer')).toEqual([]);
  });

  it('warns of what follows: live lost keys, erased keys, copies, coin cells', () => {
    const lost = {
      ways: { aklAdd: testWay },
      route: 'aklAdd',
      order: ['aklAdd'],
      allKeysLost: true,
    } as const;
    expect(paper('shopOriginal', { now: lost }).cautions).toContain(
      'Lost keys still start the car until they are erased.',
    );
    const erase = {
      ways: { aklErase: testWay },
      route: 'aklErase',
      order: ['aklErase'],
      allKeysLost: true,
    } as const;
    expect(paper('shopOriginal', { now: erase }).cautions.join()).toContain('have all of them with you');
    const clone = { ...testSnapshot.now, ways: { add: testWay, cloneDirect: testWay } };
    expect(paper('shopClone', { now: clone }).cautions).toContain('Keep the two keys apart near the car.');
    expect(paper('shopOriginal').cautions.join()).toContain('small children');
    const plain = { ...testSnapshot.articles, remote: null };
    expect(paper('shopClone', { now: clone, articles: plain }).cautions.join()).not.toContain(
      'small children',
    );
  });

  it('is not there for an option that is not', () => {
    const quote = quoteOf(testRequest, testSnapshot);
    expect(
      paperOf('shopClone', { request: testRequest, snapshot: testSnapshot, ...quote }, 'car'),
    ).toBeUndefined();
    expect(isSold('dealer')).toBe(false);
    expect(isSold('customerPrograms')).toBe(true);
  });

  it('speaks of a repair as one', () => {
    const repair = { ...testWay, sessionP50Minutes: 0, keyP50Minutes: 14 };
    const now = { ...testSnapshot.now, ways: { repair } };
    const found = paper('shopRepair', { now }, { ...testRequest, keys: 0, repairs: 2, forFault: true });
    expect(found.work).toBe('Repair of 2 keys');
    expect(found.authority).toBeNull();
    expect(found.chosen.notes[0]).toBe('The key you have, mended.');
  });
});

describe('two versions of a quote', () => {
  it('differ in nothing where nothing changed', () => {
    expect(paperChanges(paper('shopOriginal'), paper('shopOriginal'))).toEqual([]);
  });

  it('are told apart by option, total, days and lines; a line that came or went stands with nothing', () => {
    const changes = paperChanges(paper('shopOriginal'), paper('shopAftermarket'));
    expect(changes.find(({ what }) => what === 'Option')).toEqual({
      what: 'Option',
      from: 'Shop, new original',
      to: 'Shop, aftermarket',
    });
    expect(changes.find(({ what }) => what === 'Total')).toEqual({ what: 'Total', from: 33_441, to: 23_856 });
    expect(changes.find(({ what }) => what === 'Remote key')).toEqual({
      what: 'Remote key',
      from: 12_706,
      to: 5198,
    });
    expect(changes.find(({ what }) => what === 'Four in five by')?.from).toBe('Thu 11 Mar 2027');
    const discount = { code: 'TEN', percent: 10, amountMinor: 0, fromMinor: 0, withAccount: true };
    const cheaper = paperChanges(paper('shopOriginal'), paper('shopOriginal', { coupon: discount }));
    expect(cheaper.find(({ what }) => what === 'Coupon TEN')).toEqual({
      what: 'Coupon TEN',
      from: null,
      to: -3138,
    });
  });
});

describe('a quote from before papers were frozen', () => {
  const frozen = {
    request: { route: 'add', keys: 1 },
    snapshot: { currency: 'USD' },
    car: 'Fenholt Dapplemere II, 2016',
    options: [
      {
        kind: 'shopOriginal',
        available: true,
        lines: [{ label: 'REM', payee: 'shop', netMinor: 10_000, taxMinor: 650 }],
        netMinor: 10_000,
        taxMinor: 650,
        totalMinor: 10_650,
        furtherKeyMinor: null,
        drivesOn: '2027-03-05',
        notes: ['From North.'],
      },
      { kind: 'dealer', available: false, reason: 'No dealer of this make is known.' },
    ],
  } as const;

  it('keeps its lines, total, day and words', () => {
    expect(earlierPaper('shopOriginal', frozen)).toMatchObject({
      car: 'Fenholt Dapplemere II, 2016',
      work: 'Add by the OBD socket, 1 new key',
      chosen: { totalMinor: 10_650, earliestOn: '2027-03-05', comebackPercent: null, notes: ['From North.'] },
      alternatives: [],
    });
    expect(earlierPaper('dealer', frozen)).toBeUndefined();
  });
});
