import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drillKeyways } from '../../../tests/support/blade-drill';
import { contourOf } from './contour';
import { drawBlade, readingAt } from './drawing';
import type { DrawingPart } from './drawing-kinds';
import { gaugeSheet } from './gauge-sheet';
import { type Blade, spacesOf } from './spec';

const run = (angleDeg: number) => Math.tan((angleDeg * Math.PI) / 360);

describe('a contour', () => {
  const cut = fc.record({
    gap: fc.double({ min: 1.2, max: 4, noNaN: true }),
    depth: fc.option(fc.double({ min: 0, max: 2, noNaN: true })),
  });

  it('is at every place what the deepest of the wheels removes there', () => {
    fc.assert(
      fc.property(
        fc.array(cut, { minLength: 1, maxLength: 8 }),
        fc.double({ min: 0.4, max: 1.1, noNaN: true }),
        fc.double({ min: 60, max: 120, noNaN: true }),
        (cuts, flatMm, angleDeg) => {
          let at = 1;
          const along = cuts.map(({ gap }) => {
            at += gap;
            return at;
          });
          const length = at + 2;
          const depths = cuts.map(({ depth }) => depth);
          const contour = contourOf(along, depths, length, { flatMm, angleDeg });
          const plain = (x: number) =>
            Math.max(
              0,
              ...along.map((space, n) => {
                const depth = depths[n] ?? 0;
                const away = Math.max(0, Math.abs(x - space) - flatMm / 2);
                return depth <= 0 ? 0 : depth - away / run(angleDeg);
              }),
            );
          for (let x = 0; x <= length; x += length / 120) {
            const after = contour.findIndex(({ alongMm }) => alongMm >= x - 1e-8);
            const [a, b] = [contour[Math.max(0, after - 1)], contour[after]];
            if (!a || !b) throw new Error('expected the contour to span the blade');
            const share = b.alongMm === a.alongMm ? 0 : (x - a.alongMm) / (b.alongMm - a.alongMm);
            expect(a.removedMm + share * (b.removedMm - a.removedMm)).toBeCloseTo(plain(x), 6);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('has flats as wide as the wheel, at their depth', () => {
    const contour = contourOf([5, 8], [1, null], 12, { flatMm: 0.8, angleDeg: 90 });
    expect(contour.filter(({ removedMm }) => removedMm === 1).map(({ alongMm }) => alongMm)).toEqual([
      4.6, 5.4,
    ]);
    expect(contour).toHaveLength(6);
  });
});

describe('a drawing', () => {
  const shape = { profile: 'edge, two sides', widthMm: 8.6, lengthMm: 27 };
  const blade: Blade = {
    rows: [{ spacesMm: [4, 6.5, 9, 11.5], cuts: [0, 0.6, 1.2] }],
    measure: 'mm',
    stop: 'shoulder',
    macs: 2,
    cutter: { flatMm: 0.8, angleDeg: 88 },
  };
  const inUnit = (value: number) => value.toFixed(2);
  const edge = (parts: readonly DrawingPart[]) =>
    parts.flatMap((part) => (part.kind === 'line' && part.of === 'edge' ? [...part.points] : []));

  it.each([1, 4])('lays spaces and flats where the keyway has them, at %i:1', (scale) => {
    const drawing = drawBlade({ blade, shape, scale, bitting: [1, 3, 2, 1], inUnit, letters: 3 });
    const stop = drawing.parts.find((part) => part.kind === 'line' && part.of === 'stop');
    const from = stop?.kind === 'line' ? (stop.points[0]?.x ?? 0) : 0;
    const points = edge(drawing.parts);
    const top = Math.min(...points.map(({ y }) => y));
    const flat = points
      .filter(({ y }) => Math.abs(y - top - 1.2 * scale) < 1e-9)
      .map(({ x }) => (x - from) / scale);
    expect(flat).toEqual([expect.closeTo(6.1, 9), expect.closeTo(6.9, 9)]);
    for (const { x, y } of points) {
      expect(x).toBeGreaterThanOrEqual(0);
      expect(x).toBeLessThanOrEqual(drawing.width);
      expect(y).toBeLessThanOrEqual(drawing.height);
    }
  });

  it('lays a reading on the line of its depth', () => {
    const drawing = drawBlade({
      blade,
      shape,
      scale: 4,
      bitting: null,
      faces: [[0, 0.6, null, 1.2]],
      inUnit,
      letters: 3,
    });
    const depth = drawing.parts.flatMap((part) =>
      part.kind === 'line' && part.of === 'depth' ? [part.points[0]?.y ?? 0] : [],
    );
    const readings = drawing.parts.flatMap((part) => (part.kind === 'reading' ? [part.at.y] : []));
    expect(readings).toEqual(depth.map((y) => expect.closeTo(y, 9)));
    // What is drawn is read off again.
    const at = drawing.parts.flatMap((part) => (part.kind === 'reading' ? [part.at] : []));
    expect(at.map((place) => readingAt(drawing, place))).toEqual([
      { space: 1, reading: 0 },
      { space: 2, reading: 0.6 },
      { space: 4, reading: 1.2 },
    ]);
  });

  it.each(['inside track', 'outside track'])('of an %s is read off both of its walls', (profile) => {
    const second = { spacesMm: [5.2, 7.7], cuts: [0, 0.4, 0.8] };
    const readings = [0.6, 0, 1.2, 0.6, 0.4, 0.8];
    const drawing = drawBlade({
      blade: { ...blade, rows: [...blade.rows, second] },
      shape: { ...shape, profile },
      scale: 5,
      bitting: null,
      faces: [readings],
      inUnit,
      letters: 3,
    });
    const drawn = drawing.parts.flatMap((part) => (part.kind === 'reading' ? [part.at] : []));
    expect(drawn.map((at) => readingAt(drawing, at)?.reading)).toEqual(readings);
    // Metal goes away towards the middle of one, and away from it of the other.
    const [upper] = drawing.handles;
    expect(upper?.down).toBe(profile === 'inside track' ? -1 : 1);
    expect(drawing.handles.at(-1)?.down).toBe(profile === 'inside track' ? 1 : -1);
  });

  it('measures a tip-stopped blade from its tip', () => {
    const tip = drawBlade({
      blade: { ...blade, stop: 'tip' },
      shape,
      scale: 1,
      bitting: null,
      inUnit,
      letters: 3,
    });
    const x = (of: string) =>
      tip.parts.flatMap((part) => (part.kind === 'line' && part.of === of ? [part.points[0]?.x ?? 0] : []));
    const [stop = 0] = x('stop');
    expect(x('space').map((at) => stop - at)).toEqual([4, 6.5, 9, 11.5].map((at) => expect.closeTo(at, 9)));
  });

  it.each(drillKeyways().map((keyway) => [keyway.name, keyway] as const))(
    'of %s stays on its sheet, with a bar of 50 mm',
    (name, keyway) => {
      const bitting = keyway.series[0] ?? [];
      const sheet = gaugeSheet(name, {
        blade: keyway.blade,
        shape: { profile: keyway.profile, widthMm: keyway.widthMm, lengthMm: keyway.lengthMm },
        bitting,
        inUnit,
      });
      const bar = sheet.parts.find((part) => part.kind === 'line' && part.of === 'bar');
      const ends = bar?.kind === 'line' ? bar.points.map(({ x }) => x) : [];
      expect((ends[1] ?? 0) - (ends[0] ?? 0)).toBe(50);
      expect(sheet.height).toBeLessThan(250);
      const points = sheet.parts.flatMap((part) => ('points' in part ? [...part.points] : [part.at]));
      expect(points.length).toBeGreaterThan(4 * spacesOf(keyway.blade).length);
      for (const { x, y } of points) {
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(sheet.width);
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(sheet.height);
      }
    },
  );
});
