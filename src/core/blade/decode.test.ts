import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bladeFigures, drillKeyways } from '../../../tests/support/blade-drill';
import { type DecodeRequest, decodeBlade, tellsFrom } from './decode';
import { type BladeAxis, keepsMacs } from './spec';

const axis: BladeAxis = {
  spacesMm: [4, 6.5, 9, 11.5, 14, 16.5],
  depthsMm: [0, 0.4, 0.8, 1.2],
  macs: 3,
};
const request = (faces: DecodeRequest['faces'], more: Partial<DecodeRequest> = {}): DecodeRequest => ({
  axis,
  stop: 'shoulder',
  faces,
  series: null,
  ...more,
});
const planted = [1, 3, 2, 4, 2, 1];
const clean = planted.map((depth) => axis.depthsMm[depth - 1] ?? 0);

describe('a decode', () => {
  it('recovers a new key, with hardly any wear', () => {
    const { ranked, wearMm, readAgain } = decodeBlade(request([clean]));
    expect(ranked[0]?.bitting).toEqual(planted);
    expect(ranked[0]?.probability).toBeGreaterThan(0.9);
    expect(wearMm.tip).toBeLessThan(0.08);
    expect(readAgain).toBeNull();
  });

  it('recovers a key worn most at the tip, and says by how much', () => {
    const worn = clean.map((cut, at) => cut + 0.02 + (0.22 * at) / 5);
    const { ranked, wearMm } = decodeBlade(request([worn]));
    expect(ranked[0]?.bitting).toEqual(planted);
    expect(wearMm.tip).toBeGreaterThan(0.12);
    expect(wearMm.bow).toBeLessThan(0.08);
  });

  it('takes one burr for a burr', () => {
    const burred = clean.map((cut, at) => (at === 3 ? cut - 0.17 : cut));
    expect(decodeBlade(request([burred])).ranked[0]?.bitting).toEqual(planted);
  });

  it('is in doubt where a reading is deep for one depth or burred for the next, and names its space', () => {
    const between = clean.map((cut, at) => (at === 2 ? 0.48 : cut));
    const { ranked, readAgain } = decodeBlade(request([between]));
    expect(ranked[0]?.probability).toBeLessThan(0.97);
    expect(readAgain).toBe(3);
  });

  it('tells a space that was not read by the series alone', () => {
    const gone = clean.map((cut, at) => (at === 4 ? null : cut));
    const other = [1, 3, 2, 4, 3, 1];
    const free = decodeBlade(request([gone]));
    expect(free.ranked[0]?.probability).toBeLessThan(tellsFrom);
    const known = decodeBlade(request([gone], { series: [planted, [4, 3, 2, 1, 1, 1]] }));
    expect(known.ranked[0]).toMatchObject({ bitting: planted, index: 0 });
    expect(known.ranked[0]?.probability).toBeGreaterThan(0.9);
    const both = decodeBlade(request([gone], { series: [planted, other] }));
    expect(both.ranked[0]?.probability).toBeCloseTo(0.5, 1);
  });

  it('is surer with two faces than with one', () => {
    const noisy = clean.map((cut, at) => cut + (at % 2 === 0 ? 0.09 : -0.06));
    const one = decodeBlade(request([noisy])).ranked.find(({ bitting }) => bitting.join() === planted.join());
    const two = decodeBlade(request([noisy, clean])).ranked[0];
    expect(two?.bitting).toEqual(planted);
    expect(two?.probability ?? 0).toBeGreaterThan(one?.probability ?? 0);
  });

  it('says the same whether bittings are gone through from space to space or all written down', () => {
    const small: BladeAxis = { spacesMm: [4, 6, 8, 10], depthsMm: [0, 0.3, 0.6], macs: 1 };
    const all = [1, 2, 3].flatMap((a) =>
      [1, 2, 3].flatMap((b) => [1, 2, 3].flatMap((c) => [1, 2, 3].map((d) => [a, b, c, d]))),
    );
    const kept = all.filter((bitting) => keepsMacs(bitting, 1));
    const reading = fc.double({ min: -0.05, max: 0.8, noNaN: true });
    fc.assert(
      fc.property(fc.array(reading, { minLength: 4, maxLength: 4 }), (readings) => {
        const asked = { axis: small, stop: 'tip', faces: [readings] } as const;
        const free = decodeBlade({ ...asked, series: null });
        const written = decodeBlade({ ...asked, series: kept });
        expect(free.ranked[0]?.probability).toBeCloseTo(written.ranked[0]?.probability ?? 0, 6);
        expect(free.ranked[0]?.bitting).toEqual(written.ranked[0]?.bitting);
      }),
      { numRuns: 60 },
    );
  });

  it('never names a bitting that the MACS forbids', () => {
    const strict = { ...axis, macs: 1 };
    const reading = fc.double({ min: 0, max: 1.4, noNaN: true });
    fc.assert(
      fc.property(fc.array(reading, { minLength: 6, maxLength: 6 }), (readings) => {
        for (const { bitting } of decodeBlade(request([readings], { axis: strict })).ranked)
          expect(keepsMacs(bitting, 1)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

describe('worn keys of a generator that is not the model', () => {
  const fine = drillKeyways().filter(({ stepMm }) => stepMm <= 0.401);

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
