import { alongBlade, contourOf, usualCutter } from './contour';
import type { At, BladeShape, DrawingPart, DrawingRequest, Frame, Handle } from './drawing-kinds';
import { type Blade, spacesOf } from './spec';

/** How much of the bow is drawn. */
export const bowMm = 5;

/** Where the cuts of a row begin and which way they go, in mm of the blade from its upper edge. */
interface RowPlace {
  readonly datumMm: number;
  /** 1 where metal goes away downwards. */
  readonly down: 1 | -1;
}

const milledMm = 0.9;

/** Edges are cut from both sides or one; the walls of a track lie inside the face. */
function rowPlaces({ profile, widthMm }: BladeShape): RowPlace[] {
  if (profile === 'inside track')
    return [
      { datumMm: widthMm / 2 - milledMm, down: -1 },
      { datumMm: widthMm / 2 + milledMm, down: 1 },
    ];
  return [
    { datumMm: profile === 'outside track' ? milledMm : 0, down: 1 },
    { datumMm: profile === 'outside track' ? widthMm - milledMm : widthMm, down: -1 },
  ];
}

/** An edge or track with its cuts, spaces, depths and readings. */
export function profileParts(request: DrawingRequest, frame: Frame): DrawingPart[] {
  const { blade, shape, scale, bitting, faces = [], inUnit, letters } = request;
  const { left, top, length } = frame;
  const { profile, widthMm } = shape;
  const places = rowPlaces(shape);
  const spaces = spacesOf(blade);
  const cutter = blade.cutter ?? usualCutter;
  const point = (alongMm: number, downMm: number): At => ({
    x: left + alongMm * scale,
    y: top + downMm * scale,
  });
  const track = profile.endsWith('track');
  /** Both edges, or both walls, of a blade with one row of cuts are cut alike; one side only has one. */
  const sides = profile === 'edge, one side' ? [0] : [0, 1];
  const contours = sides.map((side) => {
    const row = blade.rows.length > 1 ? side : 0;
    const along = alongBlade(blade.rows[row]?.spacesMm ?? [], blade.stop, length);
    const cuts = spaces.flatMap(({ row: own, cuts: depths }, space) =>
      own === row ? [bitting === null ? 0 : (depths[(bitting[space] ?? 1) - 1] ?? 0)] : [],
    );
    const { datumMm, down } = places[side] as RowPlace;
    return contourOf(along, cuts, length, cutter).map(({ alongMm, removedMm }) =>
      point(alongMm, datumMm + down * removedMm),
    );
  });
  const [upper = [], lower = [point(0, widthMm), point(length, widthMm)]] = contours;
  const parts: DrawingPart[] = [];
  const edges: At[][] = [];
  const bow = [point(-bowMm, 0), point(-bowMm, widthMm)];
  if (track) {
    const outline = [point(0, 0), point(length - 1, 0), point(length, 1)];
    const under = [point(length, widthMm - 1), point(length - 1, widthMm), point(0, widthMm)];
    parts.push({
      kind: 'area',
      of: 'metal',
      points: [bow[0] as At, ...outline, ...under, bow[1] as At],
    });
    const walls: At[][] =
      profile === 'inside track'
        ? [[...upper, ...[...lower].reverse()]]
        : [
            [point(0, 0), ...upper, point(length, 0)],
            [point(0, widthMm), ...lower, point(length, widthMm)],
          ];
    for (const wall of walls) parts.push({ kind: 'area', of: 'milled', points: wall });
    edges.push(...contours);
  } else {
    const whole = [bow[0] as At, ...upper, ...[...lower].reverse(), bow[1] as At];
    parts.push({ kind: 'area', of: 'metal', points: whole });
    edges.push([...whole, bow[0] as At]);
  }
  for (const [row, { cuts, spacesMm }] of blade.rows.entries()) {
    const { datumMm, down } = places[row] as RowPlace;
    const along = alongBlade(spacesMm, blade.stop, length);
    const from = Math.max(0, Math.min(...along) - 1.5);
    // Where steps are finer than letters, every second or third is named.
    const every = Math.ceil(letters / (((cuts[1] ?? 1) - (cuts[0] ?? 0)) * scale));
    for (const [depth, cut] of cuts.entries()) {
      const y = datumMm + down * cut;
      parts.push({ kind: 'line', of: 'depth', points: [point(from, y), point(length, y)] });
      if (every < cuts.length && depth % every === 0)
        parts.push({
          kind: 'words',
          of: 'depth',
          at: { x: left + length * scale + 1.5, y: point(0, y).y + letters / 3 },
          words: `${depth + 1} · ${inUnit(cut)}`,
          from: 'start',
          size: letters * 0.9,
        });
    }
  }
  parts.push(...spaceParts(request, frame));
  // What was cut stands over the lines that only help the eye.
  parts.push(...edges.map((points): DrawingPart => ({ kind: 'line', of: 'edge', points })));
  for (const [face, readings] of faces.entries())
    for (const [space, reading] of readings.entries()) {
      const place = spaces[space];
      if (reading === null || !place) continue;
      const [along = 0] = alongBlade([place.atMm], blade.stop, length);
      const { datumMm, down } = places[place.row] as RowPlace;
      parts.push({ kind: 'reading', at: point(along, datumMm + down * reading), face, space: space + 1 });
    }
  return parts;
}

/** Where each space of an edge or track can be read off. */
export function handlesOf({ blade, shape, scale }: DrawingRequest, { left, top, length }: Frame): Handle[] {
  const places = rowPlaces(shape);
  return spacesOf(blade).map(({ row, atMm }, space) => {
    const [along = 0] = alongBlade([atMm], blade.stop, length);
    const { datumMm, down } = places[row] as RowPlace;
    return { space: space + 1, x: left + along * scale, datumY: top + datumMm * scale, down };
  });
}

/** A number over each space, and a line down from it; of a second row below. */
function spaceParts(
  { blade, shape, scale, letters }: DrawingRequest,
  { left, top, length }: Frame,
): DrawingPart[] {
  const tall = shape.widthMm * scale;
  const size = Math.min(letters, nearestMm(blade) * scale * 0.75);
  return spacesOf(blade).flatMap(({ row, atMm }, space): DrawingPart[] => {
    const [along = 0] = alongBlade([atMm], blade.stop, length);
    const x = left + along * scale;
    const [from, to] = row === 0 ? [top - 1.6, top + tall / 2] : [top + tall / 2, top + tall + 1];
    return [
      {
        kind: 'line',
        of: 'space',
        points: [
          { x, y: from },
          { x, y: to },
        ],
      },
      {
        kind: 'words',
        of: 'space',
        at: { x, y: row === 0 ? top - 2.2 : top + tall - 0.8 },
        words: `${space + 1}`,
        from: 'middle',
        size,
      },
    ];
  });
}

/** How near two spaces of a row lie. */
function nearestMm({ rows }: Blade): number {
  const steps = rows.flatMap(({ spacesMm }) =>
    spacesMm.slice(1).map((at, before) => at - (spacesMm[before] ?? 0)),
  );
  return Math.min(5, ...steps);
}

/** A disc is turned by the angle of its cut: a round for each, with a line at its angle. */
export function discParts(request: DrawingRequest, frame: Frame): DrawingPart[] {
  const { blade, shape, scale, bitting, faces = [] } = request;
  const { left, top, length } = frame;
  const tall = shape.widthMm * scale;
  const spaces = spacesOf(blade);
  const middle = top + tall / 2;
  const radius = Math.min(nearestMm(blade), shape.widthMm) * scale * 0.45;
  const turned = (x: number, degrees: number, share: number): At => ({
    x: x + Math.sin((degrees * Math.PI) / 180) * radius * share,
    y: middle - Math.cos((degrees * Math.PI) / 180) * radius * share,
  });
  const parts: DrawingPart[] = [
    {
      kind: 'area',
      of: 'metal',
      points: [
        { x: left - bowMm * scale, y: top },
        { x: left + length * scale, y: top },
        { x: left + length * scale, y: top + tall },
        { x: left - bowMm * scale, y: top + tall },
      ],
    },
    ...spaceParts(request, frame),
  ];
  for (const [space, { atMm, cuts }] of spaces.entries()) {
    const [along = 0] = alongBlade([atMm], blade.stop, length);
    const x = left + along * scale;
    parts.push({ kind: 'circle', of: 'milled', at: { x, y: middle }, radius });
    for (const cut of cuts)
      parts.push({ kind: 'line', of: 'depth', points: [turned(x, cut, 0.75), turned(x, cut, 1)] });
    const depth = bitting?.[space];
    if (depth !== undefined)
      parts.push({
        kind: 'line',
        of: 'edge',
        points: [{ x, y: middle }, turned(x, cuts[depth - 1] ?? 0, 1)],
      });
    for (const [face, readings] of faces.entries()) {
      const reading = readings[space];
      if (reading !== null && reading !== undefined)
        parts.push({ kind: 'reading', at: turned(x, reading, 1), face, space: space + 1 });
    }
  }
  return parts;
}
