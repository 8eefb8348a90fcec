import { describe, expect, it } from 'vitest';
import { quoteOf } from './options';
import type { Available, QuoteRequest, QuoteSnapshot } from './quote';
import { testRequest, testRules, testSnapshot, testWay } from './test-snapshot';

const secondKey = (request: QuoteRequest, snapshot: QuoteSnapshot) => quoteOf(request, snapshot).secondKey;
const total = (request: QuoteRequest, snapshot: QuoteSnapshot, kind: string) =>
  quoteOf(request, snapshot).options.find((one): one is Available => one.available && one.kind === kind)
    ?.totalMinor ?? Number.NaN;

describe('a second key', () => {
  it('now is what the two cost more than the one, by the cheapest option of the shop', () => {
    const found = secondKey(testRequest, testSnapshot);
    expect(found?.kind).toBe('shopRefurbished');
    expect(found?.nowMinor).toBe(
      total({ ...testRequest, keys: 2 }, testSnapshot, 'shopRefurbished') -
        total(testRequest, testSnapshot, 'shopRefurbished'),
    );
  });

  it('later is a whole visit: as much as the first one, without the agreed price and the flexible time', () => {
    const plain = secondKey(testRequest, testSnapshot);
    expect(plain?.laterMinor).toBe(total(testRequest, testSnapshot, 'shopRefurbished'));
    const bargained: QuoteRequest = {
      ...testRequest,
      flexible: true,
      agreed: { kind: 'shopRefurbished', minor: 9900 },
    };
    expect(secondKey(bargained, testSnapshot)?.laterMinor).toBe(plain?.laterMinor);
  });

  it('after a loss goes by the route for all keys lost, and the year costs its chance', () => {
    const found = secondKey(testRequest, testSnapshot);
    const lost: QuoteSnapshot = { ...testSnapshot, now: testSnapshot.lost ?? testSnapshot.now };
    expect(found?.lostMinor).toBe(total(testRequest, lost, 'shopRefurbished'));
    // 8 % a year by the rules of the tests.
    expect(found?.expectedLossMinor).toBe(Math.round((found?.lostMinor ?? 0) * 0.08));
    const never = { ...testSnapshot, rules: { ...testRules, lossPercent: 0 } };
    expect(secondKey(testRequest, never)?.expectedLossMinor).toBe(0);
  });

  it('after a loss takes the cheapest other option of the shop where this one is closed then', () => {
    const clones: QuoteSnapshot = {
      ...testSnapshot,
      now: {
        ...testSnapshot.now,
        ways: {
          ...testSnapshot.now.ways,
          cloneDirect: { ...testWay, sessionP50Minutes: 1, keyP50Minutes: 1 },
        },
      },
      // Nothing but the copy is cheap.
      prices: testSnapshot.prices.filter(({ kind }) => kind !== 'used'),
      rules: { ...testRules, style: 'timeAndParts' },
    };
    const found = secondKey({ ...testRequest, book: 'timeAndParts' }, clones);
    expect(found?.kind).toBe('shopClone');
    // No key is left to copy: the shop's cheapest new key counts.
    const lost = { ...clones, now: clones.lost ?? clones.now };
    expect(found?.lostMinor).toBe(total({ ...testRequest, book: 'timeAndParts' }, lost, 'shopAftermarket'));
  });

  it('is not spoken of where the car takes none, and has no loss where nothing opens after one', () => {
    expect(secondKey({ ...testRequest, keys: 0 }, testSnapshot)).toBeNull();
    const stuck = secondKey(testRequest, {
      ...testSnapshot,
      lost: { route: 'aklErase', ways: {}, order: [], allKeysLost: true },
    });
    expect(stuck).toMatchObject({ lostMinor: null, expectedLossMinor: null });
    expect(stuck?.laterMinor).toBeGreaterThan(0);
  });
});
