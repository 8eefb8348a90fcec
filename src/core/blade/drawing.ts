import { spacesWords } from '@/core/catalogue/locks';
import { alongBlade } from './contour';
import type { At, BladeShape, Drawing, DrawingPart, DrawingRequest, Frame, Handle } from './drawing-kinds';
import { bowMm, discParts, handlesOf, profileParts } from './drawing-profile';
import { type Blade, spacesOf } from './spec';

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
  // Added to 0, so that nothing cut away is never -0.
  return { space: nearest.space, reading: 0 + Math.round(reading * 100) / 100 };
}

function bladeLength({ rows }: Blade, { lengthMm }: BladeShape): number {
  return lengthMm ?? Math.max(...rows.flatMap(({ spacesMm }) => [...spacesMm])) + usualTailMm;
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
