import { describe, expect, it } from 'vitest';
import type { Recut } from '@/core/catalogue/lists/keys';
import { normal, seededRandom } from '@/core/kinds/random';
import { drillKeyways } from '../../../../tests/support/blade-drill';
import type { Blade } from '../spec';
import { checkCut } from './check-cut';
import { checkWords } from './check-words';
import { cuttingListOf } from './cutting-list';
import { fitAdvice } from './fit-advice';
import { cutReading } from './shifted';

const blade: Blade = {
  rows: [{ spacesMm: [3, 5.4, 7.8, 10.2, 12.6], cuts: [0, 0.35, 0.7, 1.05] }],
  measure: 'mm',
  stop: 'shoulder',
  macs: 2,
  cutter: { flatMm: 0.9, angleDeg: 90 },
};
const meant = [2, 3, 1, 4, 2];
const deeper: Recut[] = ['deeper'];
const right = cutReading(blade, meant, { shiftMm: 0, tooDeep: 0 });
const withOff = (off: Readonly<Record<number, number>>) =>
  right.map((depth, space) => depth + (off[space + 1] ?? 0));
const checked = (reading: (number | null)[], recut = deeper) => checkCut(blade, recut, meant, [reading]);
const said = (reading: (number | null)[], recut = deeper) => checkWords(checked(reading, recut), 'mm', 'mm');

describe('a fresh blade held against what was meant', () => {
  it('passes where every space is as it should be, two faces read as one', () => {
    const faces = [withOff({ 1: 0.07 }), withOff({ 1: -0.07 })];
    expect(checkCut(blade, deeper, meant, faces)).toMatchObject({
      verdict: 'passes',
      off: [],
      machine: null,
    });
  });

  it('names the space that is out, by how much, and whether it can be mended', () => {
    expect(checked(withOff({ 2: -0.2 }))).toMatchObject({
      verdict: 'cutDeeper',
      off: [{ space: 2, by: expect.closeTo(-0.2, 9), readsAs: 2 }],
    });
    expect(said(withOff({ 2: -0.2 }))).toMatch(/^Space 2 is 0\.20 mm too shallow.*cut this blade once more/);
    expect(said(withOff({ 2: -0.2 }), ['never'])).toMatch(/cannot be cut again: take a new blank/);
    expect(checked(withOff({ 2: -0.2, 4: 0.1 }))).toMatchObject({ verdict: 'newBlank' });
    expect(said(withOff({ 4: 0.1 }))).toMatch(/^Space 4 is 0\.10 mm too deep.*Too deep cannot be mended/);
  });

  it('says nothing of spaces that were not read', () => {
    const read = withOff({}).map((depth, space) => (space === 3 ? null : depth));
    expect(checked(read)).toMatchObject({ verdict: 'readOn', unread: [4] });
    expect(said(read)).toMatch(/Read space 4 too/);
  });

  it('blames the machine where all are out alike: its depth, either way, and its stop', () => {
    const deep = cutReading(blade, meant, { shiftMm: 0, tooDeep: 0.14 });
    expect(checked(deep)).toMatchObject({ verdict: 'newBlank', machine: { of: 'depth' } });
    expect(said(deep)).toMatch(/0\.14 mm too deep: the machine’s depth/);
    // So near their places that no side of a neighbour shows, cuts beside them read shallow, and no more is said.
    const shallow = cutReading(blade, meant, { shiftMm: 0, tooDeep: -0.14 });
    expect(checked(shallow)).toMatchObject({ verdict: 'newBlank', machine: { of: 'either' } });
    expect(said(shallow)).toMatch(/0\.14 mm too shallow: the machine’s depth is set wrong, or its stop is/);
    const shifted = cutReading(blade, meant, { shiftMm: 1.05, tooDeep: 0 });
    expect(checked(shifted)).toMatchObject({ verdict: 'newBlank', machine: { of: 'stop' } });
    expect(checked(shifted).machine?.shiftMm).toBeCloseTo(1.05, 1);
    expect(said(shifted)).toMatch(/1\.05 mm beside their places: the machine’s stop/);
  });

  it('over the keyways of the world: right ones pass, and a machine out of calibration is found and rarely misnamed', () => {
    const counts = { right: 0, passed: 0, deep: 0, deepFound: 0, shifted: 0, found: 0, wrong: 0 };
    for (const keyway of drillKeyways()) {
      const random = seededRandom(`cut ${keyway.name}`);
      const scale = keyway.blade.measure === 'degrees' ? 60 : 1;
      const recut = keyway.blade.rows.map((): Recut => 'deeper');
      for (const bitting of keyway.series.slice(0, 20)) {
        if (bitting.filter((depth) => depth > 1).length < 3) continue;
        const check = (shiftMm: number, tooDeep: number) => {
          const read = cutReading(keyway.blade, bitting, { shiftMm, tooDeep: tooDeep * scale });
          return checkCut(keyway.blade, recut, bitting, [
            read.map((depth) => depth + normal(random, 0, 0.015 * scale)),
          ]);
        };
        counts.right += 1;
        if (check(0, 0).verdict === 'passes') counts.passed += 1;
        counts.deep += 1;
        const deep = check(0, 0.14).machine;
        if (deep?.of === 'depth' && Math.abs(deep.tooDeep / scale - 0.14) < 0.03) counts.deepFound += 1;
        if (!keyway.blade.cutter) continue;
        counts.shifted += 1;
        const shifted = check(keyway.blade.cutter.flatMm / 2 + 0.3, 0);
        expect(shifted.verdict).not.toBe('passes');
        if (shifted.machine && shifted.machine.of !== 'depth') counts.found += 1;
        if (shifted.machine?.of === 'depth') counts.wrong += 1;
      }
    }
    expect(counts.passed / counts.right).toBeGreaterThan(0.98);
    expect(counts.deepFound / counts.deep).toBeGreaterThan(0.95);
    expect(counts.found / counts.shifted).toBeGreaterThan(0.9);
    expect(counts.wrong / counts.shifted).toBeLessThan(0.03);
  });
});

describe('a cutting list', () => {
  it('has each cut by axis and space, from the stop', () => {
    const list = cuttingListOf(blade, meant, { job: 12, keyway: 'Test 5', profile: 'edge', tolerance: 0.06 });
    expect(list).toMatchObject({ stop: 'shoulder', depthsIn: 'mm', flatMm: 0.9, angleDeg: 90 });
    expect(list.cuts).toEqual([
      { axis: 1, space: 1, atMm: 3, depth: 2, cut: 0.35 },
      { axis: 1, space: 2, atMm: 5.4, depth: 3, cut: 0.7 },
      { axis: 1, space: 3, atMm: 7.8, depth: 1, cut: 0 },
      { axis: 1, space: 4, atMm: 10.2, depth: 4, cut: 1.05 },
      { axis: 1, space: 5, atMm: 12.6, depth: 2, cut: 0.35 },
    ]);
  });
});

describe('what the locks say', () => {
  const locks = [
    { lock: 'ignition', spaces: [1, 2, 3, 4] },
    { lock: "driver's door", spaces: [1, 2, 3] },
    { lock: 'boot', spaces: [2, 3, 4, 5] },
    { lock: 'glovebox', spaces: null },
  ] as const;
  const did = (lock: (typeof locks)[number]['lock'], turns: 'bothWays' | 'oneWay' | 'no', smooth = true) => ({
    lock,
    turns,
    smooth,
  });

  it('fits where every lock turns both ways and smoothly, and not before each was tried', () => {
    const all = locks.map(({ lock }) => did(lock, 'bothWays'));
    expect(fitAdvice(locks, all)).toEqual({ fits: true, toTry: [], words: [] });
    expect(fitAdvice(locks, all.slice(1))).toEqual({ fits: false, toTry: ['ignition'], words: [] });
    expect(fitAdvice([], []).fits).toBe(false);
  });

  it.each([
    ['nothing turns', [did('ignition', 'no')], /no other lock does yet.*Measure the blade again/],
    [
      'a space that no turning lock holds',
      [did("driver's door", 'bothWays'), did('ignition', 'bothWays'), did('boot', 'no')],
      /boot does not turn: space 5 stands in no lock that turns/,
    ],
    [
      'a lock whose spaces are all proved',
      [did('ignition', 'bothWays'), did("driver's door", 'no')],
      /every space it holds turns another lock.*part was replaced/,
    ],
    [
      'a lock nobody knows',
      [did('ignition', 'bothWays'), did('glovebox', 'no')],
      /nobody knows which spaces/,
    ],
    ['one way only', [did('ignition', 'oneWay')], /one way only/],
    ['a burr', [did('ignition', 'bothWays', false)], /take the burr off/],
  ] as const)('%s', (_, fits, words) => {
    const advice = fitAdvice(locks, fits);
    expect(advice.fits).toBe(false);
    expect(advice.words.join(' ')).toMatch(words);
  });
});
