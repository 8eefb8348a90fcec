import { describe, expect, it } from 'vitest';
import { cutSource } from './before-work';
import { type BittingSource, bittingSources, type SourcesRequest } from './bitting-sources';
import { cutBlades } from './cut';
import { testRequest, testSnapshot } from './test-snapshot';

const cutting = { own: false, article: 'CUT-EDGE', profile: 'edge, one side' };
const [price] = testSnapshot.prices;
if (!price) throw new Error('the test snapshot has a price');
const vendor = (supplier: string, priceMinor: number) => ({
  ...price,
  kind: 'cutting' as const,
  supplier,
  article: 'CUT-EDGE',
  priceMinor,
  shippingMinor: 520,
});
const snapshot = {
  ...testSnapshot,
  cutting,
  prices: [...testSnapshot.prices, vendor('Cutters', 1450), vendor('Others', 2100)],
  codeService: { feeMinor: 900, chance: 0.85 },
};
const request: SourcesRequest = {
  lists: snapshot,
  article: 'CUT-EDGE',
  codeTerms: { feeMinor: 900, minutesFrom: 6, minutesTo: 20, failurePercent: 15 },
  book: testRequest.book,
  locks: [],
  hasVin: true,
  keyHere: true,
  at: snapshot.at,
  holidays: [],
};
const sourceOf = (kind: BittingSource['kind'], more: Partial<SourcesRequest> = {}) => {
  const found = bittingSources({ ...request, ...more }).find((one) => one.kind === kind);
  if (!found) throw new Error(`expected a source ${kind}`);
  return found;
};

describe('the sources of a bitting', () => {
  it('cost what Quote charges for them', () => {
    const { now } = snapshot;
    const lock = cutSource(testRequest, { ...now, cutFrom: 'lock' }, snapshot);
    expect(sourceOf('lock').priceMinor).toBe(lock.lines[0]?.statedMinor);
    expect(sourceOf('lock').minutes).toBe(lock.minutes);
    const byVin = cutSource(
      testRequest,
      { ...now, cutFrom: 'vin' },
      { ...snapshot, codeService: { feeMinor: 900, chance: 1 } },
    );
    expect(sourceOf('vin').priceMinor).toBe(byVin.lines[0]?.statedMinor);
    const cut = cutBlades(1, 'timeAndParts', { ...snapshot, dealer: null });
    const vendors = bittingSources(request).filter(({ kind }) => kind === 'vendor');
    expect(cut.ok && cut.lines[0]?.statedMinor).toBe(
      Math.min(...vendors.map(({ priceMinor }) => priceMinor)),
    );
    expect(vendors.map(({ name }) => name)).toEqual(['Cut by Cutters', 'Cut by Others']);
  });

  it('say how far they hold and what that rests on', () => {
    expect(sourceOf('key')).toMatchObject({ reliability: 0.9, rests: expect.stringMatching(/stated 90 %/) });
    for (const { reliability, rests } of bittingSources(request)) {
      expect(reliability).toBeGreaterThan(0);
      expect(reliability).toBeLessThan(1);
      expect(rests).not.toBe('');
    }
  });

  it('say why one cannot be used', () => {
    expect(sourceOf('vin', { hasVin: false }).lacking).toMatch(/VIN at Call/);
    expect(sourceOf('vin', { lists: { ...snapshot, codeService: null } }).lacking).toMatch(/no code service/);
    expect(sourceOf('key', { keyHere: false }).lacking).toMatch(/No key is here/);
    expect(sourceOf('stamped').lacking).toMatch(/knows no number/);
    const lock = {
      lock: "driver's door",
      seen: 'covered',
      spaces: null,
      numberAt: 'the housing',
      coveredBy: 'door card',
      tool: null,
      mustNotFall: null,
      goesBack: null,
    } as const;
    expect(sourceOf('stamped', { locks: [lock] })).toMatchObject({
      lacking: null,
      takes: "the housing, at the driver's door",
      minutes: 18,
    });
  });

  it('want the right to the car, those that are ordered in advance and a lock at the car', () => {
    expect(bittingSources(request).map(({ kind, purpose }) => [kind, purpose])).toEqual([
      ['told', 'codeToBitting'],
      ['vin', 'codeFromVin'],
      ['stamped', 'codeToBitting'],
      ['key', 'decode'],
      ['lock', 'readLock'],
      ['vendor', 'orderCut'],
      ['vendor', 'orderCut'],
      ...(snapshot.dealer?.cutMinor == null ? [] : [['dealer', 'orderCut']]),
    ]);
  });

  it('come later where others do it', () => {
    expect(sourceOf('told').ready).toBeNull();
    const { ready } = sourceOf('vendor');
    expect(ready && ready.earliest > snapshot.at.day && ready.mostly >= ready.earliest).toBe(true);
  });
});
