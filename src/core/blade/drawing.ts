import { spacesWords } from '@/core/catalogue/locks';
import { alongBlade, contourOf, usualCutter } from './contour';
import type { FaceReadings } from './readings';
import { type Blade, spacesOf } from './spec';

/** A blade's outline beside its spaces and depths. */
export interface BladeShape {
  readonly profile: string;
  readonly widthMm: number;
  /** From the shoulder; null where nobody knows it. */
  readonly lengthMm: number | null;
}

/** A place on the drawing in mm of it, from its upper left corner. */
export interface At {
  readonly x: number;
  readonly y: number;
}

/** What a line, an area or words stand for; it decides how they look. */
export type DrawingRole = 'metal' | 'milled' | 'edge' | 'stop' | 'space' | 'depth' | 'lock' | 'bar' | 'turn';

export type DrawingPart =
  | { readonly kind: 'area'; readonly of: DrawingRole; readonly points: readonly At[] }
  | { readonly kind: 'line'; readonly of: DrawingRole; readonly points: readonly At[] }
  | { readonly kind: 'circle'; readonly of: DrawingRole; readonly at: At; readonly radius: number }
  | {
      readonly kind: 'words';
      readonly of: DrawingRole;
      readonly at: At;
      readonly words: string;
      readonly from: 'start' | 'middle' | 'end';
      /** Of the letters, in mm. */
      readonly size: number;
    }
  | {
      readonly kind: 'reading';
      readonly at: At;
      readonly face: number;
      /** Counted from 1. */
      readonly space: number;
    };

/** A drawing in mm; `scale` mm of it are one of the blade. */
export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly parts: readonly DrawingPart[];
  readonly scale: number;
  /** Where each space can be read off the drawing; none on a disc. */
  readonly handles: readonly Handle[];
}

export interface Handle {
  /** Counted from 1. */
  readonly space: number;
  readonly x: number;
  /** Where nothing is removed, and which way metal goes away. */
  readonly datumY: number;
  readonly down: 1 | -1;
}

/** What a place on the drawing is of a space nearest to it: the space, counted from 1, and its reading. */
export function readingAt(
  { handles, scale }: Drawing,
  { x, y }: At,
): { readonly space: number; readonly reading: number } | null {
  const nearest = handles.reduce<Handle | null>(
    (best, handle) => (best !== null && Math.abs(best.x - x) <= Math.abs(handle.x - x) ? best : handle),
    null,
  );
  if (!nearest) return null;
  const reading = ((y - nearest.datumY) * nearest.down) / scale;
  return { space: nearest.space, reading: Math.round(reading * 100) / 100 };
}

export interface DrawingRequest {
  readonly blade: Blade;
  readonly shape: BladeShape;
  readonly scale: number;
  /** Depths counted from 1; null where the keyway alone is drawn. */
  readonly bitting: readonly number[] | null;
  readonly faces?: readonly FaceReadings[];
  readonly locks?: readonly { readonly lock: string; readonly spaces: readonly number[] }[];
  /** How large letters are, in mm of the drawing; on a screen they are larger than on paper. */
  readonly letters: number;
  /** How a length is written. */
  readonly inUnit: (measured: number) => string;
}

/** The bar that shows whether a printer kept the scale. */
export const barMm = 50;
/** How thick it is drawn: its marks stand within it, so that it measures 50 mm from outside to outside. */
export const barInkMm = 0.2;
const paperLetters = 2.6;
const bowMm = 5;
const usualTailMm = 2;

/** Draws a blade with its bow to the left, as it lies before whoever reads it. */
export function drawBlade(request: DrawingRequest): Drawing {
  const { blade, shape, scale, locks = [], letters } = request;
  const length = bladeLength(blade, shape);
  const left = bowMm * scale + 2;
  const top = 2.4 * letters + 2;
  const width = left + length * scale + 10 * letters;
  const below = top + shape.widthMm * scale + 3;
  const height = below + locks.length * lockLine(letters) + 1;
  const body = blade.measure === 'degrees' ? discParts : profileParts;
  return {
    width,
    height,
    scale,
    handles: blade.measure === 'degrees' ? [] : handlesOf(request, { left, top, length }),
    parts: [
      ...body(request, { left, top, length }),
      ...stopParts(request, { left, top, length }),
      ...lockParts(request, { left, length, from: below }),
    ],
  };
}

/** A bar of 50 mm with its words, to be measured on paper. */
export function calibrationBar(at: At): DrawingPart[] {
  const end = { x: at.x + barMm, y: at.y };
  const mark = ({ x, y }: At): DrawingPart => ({
    kind: 'line',
    of: 'bar',
    points: [
      { x, y: y - 2 },
      { x, y: y + 2 },
    ],
  });
  return [
    { kind: 'line', of: 'bar', points: [at, end] },
    mark({ x: at.x + barInkMm / 2, y: at.y }),
    mark({ x: end.x - barInkMm / 2, y: end.y }),
    {
      kind: 'words',
      of: 'bar',
      at: { x: end.x + 3, y: at.y + 1 },
      words: '50.0 mm. Where the bar measures otherwise, the printer did not keep the scale.',
      from: 'start',
      size: paperLetters,
    },
  ];
}

const sheetMm = 186;
const wordsMm = 6;

/**
 * A sheet on which a key is laid: the blade at 1:1, the bar that shows whether the printer kept the scale, and the blade
 * enlarged, to be read by the eye.
 */
export function gaugeSheet(
  title: string,
  request: Omit<DrawingRequest, 'scale' | 'letters' | 'faces' | 'locks'>,
): Drawing {
  const life = drawBlade({ ...request, scale: 1, letters: paperLetters });
  const scale = Math.max(1, Math.min(5, Math.floor((sheetMm - 30) / (life.width - 30))));
  const large = drawBlade({ ...request, scale, letters: paperLetters });
  const line = (words: string, y: number, size = paperLetters): DrawingPart => ({
    kind: 'words',
    of: 'bar',
    at: { x: 4, y },
    words,
    from: 'start',
    size,
  });
  const lifeTop = 3 * wordsMm;
  const barTop = lifeTop + life.height + 8;
  const largeTop = barTop + 2 * wordsMm;
  return {
    width: sheetMm,
    height: largeTop + large.height + wordsMm,
    scale: 1,
    handles: [],
    parts: [
      line(title, wordsMm, 4),
      line('At 1:1. Print at 100 % and measure the bar before a key is laid on the sheet.', 2 * wordsMm),
      ...moved(life.parts, 4, lifeTop),
      ...calibrationBar({ x: 4, y: barTop }),
      line(`At ${scale}:1.`, largeTop),
      ...moved(large.parts, 4, largeTop + 1),
    ],
  };
}

function moved(parts: readonly DrawingPart[], right: number, down: number): DrawingPart[] {
  const to = ({ x, y }: At): At => ({ x: x + right, y: y + down });
  return parts.map((part) =>
    'points' in part ? { ...part, points: part.points.map(to) } : { ...part, at: to(part.at) },
  );
}

export function bladeLength({ rows }: Blade, { lengthMm }: BladeShape): number {
  return lengthMm ?? Math.max(...rows.flatMap(({ spacesMm }) => [...spacesMm])) + usualTailMm;
}

interface Frame {
  readonly left: number;
  readonly top: number;
  readonly length: number;
}

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

function profileParts(request: DrawingRequest, frame: Frame): DrawingPart[] {
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

function handlesOf({ blade, shape, scale }: DrawingRequest, { left, top, length }: Frame): Handle[] {
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
function discParts(request: DrawingRequest, frame: Frame): DrawingPart[] {
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

function stopParts({ blade: { stop }, shape, scale, letters }: DrawingRequest, frame: Frame): DrawingPart[] {
  const { left, top, length } = frame;
  const x = stop === 'shoulder' ? left : left + length * scale;
  return [
    {
      kind: 'line',
      of: 'stop',
      points: [
        { x, y: 1 },
        { x, y: top + shape.widthMm * scale + 2 },
      ],
    },
    {
      kind: 'words',
      of: 'stop',
      at: { x: x + 1.2, y: letters },
      words: `stop: ${stop}`,
      from: 'start',
      size: letters * 0.9,
    },
  ];
}

const lockLine = (letters: number) => letters * 1.7;

/** A line under the spaces that each lock holds. */
function lockParts(
  { blade, scale, locks = [], letters }: DrawingRequest,
  { left, length, from }: { readonly left: number; readonly length: number; readonly from: number },
): DrawingPart[] {
  const spaces = spacesOf(blade);
  return locks.flatMap(({ lock, spaces: held }, at): DrawingPart[] => {
    const alongs = held.flatMap((space) => {
      const place = spaces[space - 1];
      return place ? alongBlade([place.atMm], blade.stop, length) : [];
    });
    if (alongs.length === 0) return [];
    const y = from + (at + 0.6) * lockLine(letters);
    const marks = alongs.map((along) => left + along * scale);
    return [
      {
        kind: 'line',
        of: 'lock',
        points: [
          { x: Math.min(...marks) - 1, y },
          { x: Math.max(...marks) + 1, y },
        ],
      },
      ...marks.map(
        (x): DrawingPart => ({
          kind: 'line',
          of: 'lock',
          points: [
            { x, y: y - 0.9 },
            { x, y: y + 0.9 },
          ],
        }),
      ),
      {
        kind: 'words',
        of: 'lock',
        at: { x: left + length * scale + 1.5, y: y + letters / 3 },
        words: `${lock} ${spacesWords(held)}`,
        from: 'start',
        size: letters * 0.9,
      },
    ];
  });
}
