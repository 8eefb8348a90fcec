import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keepsMacs } from '@/core/catalogue/bitting';
import { seededRandom } from '@/core/kinds/random';
import {
  bladeFigures,
  drillKeyways,
  shiftedReadings,
  wornReadings,
} from '../../../tests/support/blade-drill';
import { type DecodeRequest, decodeBlade, shiftedFrom, tellsFrom } from './decode';
import { packBittings } from './packed';
import { type Blade, bittingRule, spacesOf } from './spec';

const blade: Blade = {
  rows: [{ spacesMm: [4, 6.5, 9, 11.5, 14, 16.5], cuts: [0, 0.4, 0.8, 1.2] }],
  measure: 'mm',
  stop: 'shoulder',
  macs: 3,
  cutter: { flatMm: 0.8, angleDeg: 90 },
};
const request = (faces: DecodeRequest['faces'], more: Partial<DecodeRequest> = {}): DecodeRequest => ({
  blade,
  faces,
  series: null,
  ...more,
});
const cutsAt = (of: Blade, bitting: readonly number[]) =>
  spacesOf(of).map(({ cuts }, space) => cuts[(bitting[space] ?? 1) - 1] ?? 0);
const planted = [1, 3, 2, 4, 2, 1];
const clean = cutsAt(blade, planted);
const packed = (...bittings: number[][]) => packBittings(bittings, bittings[0]?.length ?? 0);

describe('a decode', () => {
  it('recovers a new key, with hardly any wear', () => {
    const { ranked, wear, readAgain } = decodeBlade(request([clean]));
    expect(ranked[0]?.bitting).toEqual(planted);
    expect(ranked[0]?.probability).toBeGreaterThan(0.9);
    expect(wear.tip).toBeLessThan(0.08);
    expect(readAgain).toBeNull();
  });

  it('recovers a key worn most at the tip, and says by how much', () => {
    const worn = clean.map((cut, at) => cut + 0.02 + (0.22 * at) / 5);
    const { ranked, wear } = decodeBlade(request([worn]));
    expect(ranked[0]?.bitting).toEqual(planted);
    expect(wear.tip).toBeGreaterThan(0.12);
    expect(wear.bow).toBeLessThan(0.08);
  });

  it('takes one burr for a burr', () => {
    const burred = clean.map((cut, at) => (at === 3 ? cut - 0.17 : cut));
    expect(decodeBlade(request([burred])).ranked[0]?.bitting).toEqual(planted);
  });

  it('is in doubt where a reading is deep for one depth or burred for the next, and names its space', () => {
    const between = clean.map((cut, at) => (at === 2 ? 0.48 : cut));
    const { ranked, readAgain } = decodeBlade(request([between]));
    expect(ranked[0]?.probability).toBeLessThan(0.97);
    expect(readAgain?.space).toBe(3);
    expect(readAgain?.depths).toEqual([2, 3]);
  });

  it('tells a space that was not read by the series alone', () => {
    const gone = clean.map((cut, at) => (at === 4 ? null : cut));
    const other = [1, 3, 2, 4, 3, 1];
    const free = decodeBlade(request([gone]));
    expect(free.ranked[0]?.probability).toBeLessThan(tellsFrom);
    const known = decodeBlade(request([gone], { series: packed(planted, [4, 3, 2, 1, 1, 1]) }));
    expect(known.ranked[0]).toMatchObject({ bitting: planted, index: 0 });
    expect(known.ranked[0]?.probability).toBeGreaterThan(0.9);
    const both = decodeBlade(request([gone], { series: packed(planted, other) }));
    expect(both.ranked[0]?.probability).toBeCloseTo(0.5, 1);
  });

  it('does not force a key into a series that has no code like it', () => {
    const others = packed([1, 3, 2, 4, 2, 4], [4, 3, 2, 1, 1, 1], [1, 2, 2, 4, 2, 3]);
    const [best] = decodeBlade(request([clean, clean], { series: others })).ranked;
    expect(best).toMatchObject({ bitting: planted, index: null });
    expect(best?.probability).toBeGreaterThan(0.9);
    const own = decodeBlade(request([clean, clean], { series: packed(planted, [4, 3, 2, 1, 1, 1]) }))
      .ranked[0];
    expect(own).toMatchObject({ bitting: planted, index: 0 });
    expect(own?.probability).toBeGreaterThan(0.95);
  });

  it('is surer with two faces than with one', () => {
    const noisy = clean.map((cut, at) => cut + (at % 2 === 0 ? 0.09 : -0.06));
    const one = decodeBlade(request([noisy])).ranked.find(({ bitting }) => bitting.join() === planted.join());
    const two = decodeBlade(request([noisy, clean])).ranked[0];
    expect(two?.bitting).toEqual(planted);
    expect(two?.probability ?? 0).toBeGreaterThan(one?.probability ?? 0);
  });

  it('says the same whether bittings are gone through from space to space or all written down', () => {
    const small: Blade = {
      ...blade,
      rows: [{ spacesMm: [4, 6, 8, 10], cuts: [0, 0.3, 0.6] }],
      stop: 'tip',
      macs: 1,
    };
    const all = [1, 2, 3].flatMap((a) =>
      [1, 2, 3].flatMap((b) => [1, 2, 3].flatMap((c) => [1, 2, 3].map((d) => [a, b, c, d]))),
    );
    const kept = all.filter((bitting) => keepsMacs(bitting, bittingRule(small)));
    const reading = fc.double({ min: -0.05, max: 0.8, noNaN: true });
    fc.assert(
      fc.property(fc.array(reading, { minLength: 4, maxLength: 4 }), (readings) => {
        const asked = { blade: small, faces: [readings] };
        const free = decodeBlade({ ...asked, series: null });
        const written = decodeBlade({ ...asked, series: packBittings(kept, 4) });
        expect(free.ranked[0]?.probability).toBeCloseTo(written.ranked[0]?.probability ?? 0, 6);
        expect(free.ranked[0]?.bitting).toEqual(written.ranked[0]?.bitting);
      }),
      { numRuns: 60 },
    );
  });

  it('never names a bitting that the MACS forbids', () => {
    const strict = { ...blade, macs: 1 };
    const reading = fc.double({ min: 0, max: 1.4, noNaN: true });
    fc.assert(
      fc.property(fc.array(reading, { minLength: 6, maxLength: 6 }), (readings) => {
        for (const { bitting } of decodeBlade(request([readings], { blade: strict })).ranked)
          expect(keepsMacs(bitting, bittingRule(strict))).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

describe('a track on two axes', () => {
  const two: Blade = {
    rows: [
      { spacesMm: [3, 8, 13], cuts: [0, 0.4, 0.8] },
      { spacesMm: [5.5, 10.5], cuts: [0, 0.3, 0.6] },
    ],
    measure: 'mm',
    stop: 'tip',
    macs: 1,
    cutter: null,
  };

  it('is read row by row, each with its own depths; what stands in another row is no neighbour', () => {
    const bitting = [1, 2, 3, 1, 2];
    const { ranked } = decodeBlade({ blade: two, faces: [cutsAt(two, bitting)], series: null });
    expect(ranked[0]?.bitting).toEqual(bitting);
    expect(ranked[0]?.probability).toBeGreaterThan(0.9);
  });

  it('says the same as all its bittings written down', () => {
    const rule = bittingRule(two);
    let all: number[][] = [[]];
    for (let space = 0; space < 5; space += 1)
      all = all.flatMap((one) => [1, 2, 3].map((depth) => [...one, depth]));
    const kept = all.filter((bitting) => keepsMacs(bitting, rule));
    const faces = [[0.1, 0.25, 0.9, 0.2, 0.33]];
    const free = decodeBlade({ blade: two, faces, series: null });
    const written = decodeBlade({ blade: two, faces, series: packBittings(kept, 5) });
    expect(kept).toHaveLength(17 * 7);
    expect(free.ranked[0]?.bitting).toEqual(written.ranked[0]?.bitting);
    expect(free.ranked[0]?.probability).toBeCloseTo(written.ranked[0]?.probability ?? 0, 6);
  });
});

describe('a disc', () => {
  it('is read in degrees, with a wear of its own', () => {
    const disc: Blade = {
      rows: [{ spacesMm: [5, 8, 11, 14, 17, 20], cuts: [0, 18, 36, 54, 72, 90] }],
      measure: 'degrees',
      stop: 'tip',
      macs: 5,
      cutter: null,
    };
    const bitting = [1, 6, 3, 2, 5, 4];
    const readings = cutsAt(disc, bitting).map((angle) => angle + 3);
    const { ranked, shift } = decodeBlade({ blade: disc, faces: [readings], series: null });
    expect(ranked[0]).toMatchObject({ bitting });
    expect(ranked[0]?.probability).toBeGreaterThan(0.95);
    expect(shift.probability).toBe(0);
  });
});

describe('a copy of a copy', () => {
  const keyways = drillKeyways().filter(({ blade: { cutter } }) => cutter !== null);

  it.each(keyways.map((keyway) => [keyway.name, keyway] as const))(
    'of %s is told by its shift, and its code found',
    (name, keyway) => {
      const random = seededRandom(`copies of ${name}`);
      const series = packBittings(keyway.series, spacesOf(keyway.blade).length);
      const beyond = (keyway.blade.cutter?.flatMm ?? 0) / 2 + 0.2;
      let [told, astray, right, falsely] = [0, 0, 0, 0];
      const keys = 24;
      for (let at = 0; at < keys; at += 1) {
        const index = Math.floor(random() * keyway.series.length);
        const bitting = keyway.series[index] ?? [];
        const away = at % 2 === 0 ? beyond : -beyond;
        const copy = decodeBlade({
          blade: keyway.blade,
          faces: [shiftedReadings(random, keyway, bitting, away)],
          series,
        });
        const towardsTip = (keyway.blade.stop === 'shoulder') === away > 0;
        told += Number(copy.shift.probability >= shiftedFrom);
        astray += Number((towardsTip ? copy.shift.towardsTip : 1 - copy.shift.towardsTip) < 0.2);
        right += Number(copy.ranked[0]?.index === index);
        const worn = decodeBlade({
          blade: keyway.blade,
          faces: [wornReadings(random, keyway, bitting)],
          series,
        });
        falsely += Number(worn.shift.probability >= shiftedFrom);
      }
      expect(told / keys).toBeGreaterThan(0.9);
      expect(right / keys).toBeGreaterThan(0.9);
      expect(falsely / keys).toBeLessThan(0.09);
      expect(astray / keys).toBeLessThan(0.2);
    },
  );
});

describe('worn keys of a generator that is not the model', () => {
  const fine = drillKeyways().filter(({ blade: { measure }, stepMm }) => measure === 'mm' && stepMm <= 0.401);

  it('are among the keyways of the world', () => {
    expect(fine.length).toBeGreaterThanOrEqual(4);
  });

  it.each(fine.map((keyway) => [keyway.name, keyway] as const))(
    '%s with its series: half of the errors of rounding are gone, and what is said to be sure is',
    (_name, keyway) => {
      const { ours, rounding, shifted, sure, sureRight } = bladeFigures(keyway, 120, true);
      expect(1 - ours).toBeLessThanOrEqual((1 - Math.max(rounding, shifted)) / 2);
      expect(sure).toBeGreaterThan(60);
      expect(sureRight).toBeGreaterThanOrEqual(0.88);
    },
  );
});
