import type { At, Drawing, DrawingPart, DrawingRole } from '@/core/blade/drawing-kinds';
import { barInkMm } from '@/core/blade/gauge-sheet';

/** How the parts of a drawing look on paper: ink on white, so that any printer does. Widths in mm. */
export const paperInk: Record<
  DrawingRole,
  { readonly fill: string; readonly stroke: string; readonly width: number }
> = {
  metal: { fill: '#eeeeee', stroke: 'none', width: 0 },
  milled: { fill: '#d5d5d5', stroke: 'none', width: 0 },
  edge: { fill: 'none', stroke: '#000000', width: 0.12 },
  stop: { fill: 'none', stroke: '#000000', width: 0.2 },
  space: { fill: 'none', stroke: '#777777', width: 0.08 },
  depth: { fill: 'none', stroke: '#999999', width: 0.06 },
  lock: { fill: 'none', stroke: '#000000', width: 0.3 },
  bar: { fill: 'none', stroke: '#000000', width: barInkMm },
  turn: { fill: 'none', stroke: '#000000', width: 0.2 },
};

/** A drawing as an SVG file at true scale: its units are millimetres. */
export function drawingSvg({ width, height, parts }: Drawing): string {
  const size = `width="${tidy(width)}mm" height="${tidy(height)}mm" viewBox="0 0 ${tidy(width)} ${tidy(height)}"`;
  return `<svg xmlns="http://www.w3.org/2000/svg" ${size}>\n${parts.map(partSvg).join('\n')}\n</svg>\n`;
}

function partSvg(part: DrawingPart): string {
  switch (part.kind) {
    case 'area':
      return `<path d="${pathOf(part.points)}Z" fill="${paperInk[part.of].fill}"/>`;
    case 'line':
      return `<path d="${pathOf(part.points)}" fill="none" ${strokeOf(part.of)}/>`;
    case 'circle':
      return `<circle cx="${tidy(part.at.x)}" cy="${tidy(part.at.y)}" r="${tidy(part.radius)}" fill="${paperInk[part.of].fill}"/>`;
    case 'reading':
      return `<circle cx="${tidy(part.at.x)}" cy="${tidy(part.at.y)}" r="0.9" fill="#ffffff" ${strokeOf('stop')}/>`;
    case 'words':
      return `<text x="${tidy(part.at.x)}" y="${tidy(part.at.y)}" font-family="sans-serif" font-size="${tidy(part.size)}" text-anchor="${part.from}">${escaped(part.words)}</text>`;
  }
}

/** The way of a path, in mm; for SVG and for a PDF alike. */
export function pathOf(points: readonly At[], scale = 1): string {
  return points
    .map(({ x, y }, at) => `${at === 0 ? 'M' : 'L'}${tidy(x * scale)} ${tidy(y * scale)}`)
    .join('');
}

const strokeOf = (role: DrawingRole) =>
  `stroke="${paperInk[role].stroke}" stroke-width="${paperInk[role].width}"`;

/** Without digits that nobody sees: a ten-thousandth of a mm. */
const tidy = (value: number) => String(Math.round(value * 1e4) / 1e4);

const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
