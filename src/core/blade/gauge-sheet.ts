import { drawBlade } from './drawing';
import type { At, Drawing, DrawingPart, DrawingRequest } from './drawing-kinds';

/** The bar that shows whether a printer kept the scale. */
export const barMm = 50;
/** How thick it is drawn: its marks stand within it, so that it measures 50 mm from outside to outside. */
export const barInkMm = 0.2;
const paperLetters = 2.6;
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

/** A bar of 50 mm with its words, to be measured on paper. */
function calibrationBar(at: At): DrawingPart[] {
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

function moved(parts: readonly DrawingPart[], right: number, down: number): DrawingPart[] {
  const to = ({ x, y }: At): At => ({ x: x + right, y: y + down });
  return parts.map((part) =>
    'points' in part ? { ...part, points: part.points.map(to) } : { ...part, at: to(part.at) },
  );
}
