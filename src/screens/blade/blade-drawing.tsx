'use client';

import { type PointerEvent, useRef } from 'react';
import { faceNames } from '@/core/blade/decode-words';
import { readingAt } from '@/core/blade/drawing';
import type { At, Drawing, DrawingPart, DrawingRole } from '@/core/blade/drawing-kinds';

interface BladeDrawingProps {
  readonly drawing: Drawing;
  readonly label: string;
  /** The space to look at again. */
  readonly marked: number | null;
  /** A reading that was dragged or pressed on the drawing; none where it only shows. */
  readonly onReading?: ((space: number, reading: number) => void) | undefined;
}

const pathOf = (points: readonly At[]) => points.map(({ x, y }, at) => `${at ? 'L' : 'M'}${x} ${y}`).join('');

const looks: Record<DrawingRole, string> = {
  metal: 'fill-shelf stroke-none',
  milled: 'fill-line stroke-none',
  edge: 'fill-none stroke-ink [stroke-width:0.45]',
  stop: 'fill-none stroke-smalt [stroke-dasharray:1.2_0.8] [stroke-width:0.4]',
  space: 'fill-none stroke-edge [stroke-width:0.15]',
  depth: 'fill-none stroke-mute [stroke-width:0.12]',
  lock: 'fill-none stroke-glaze [stroke-width:0.7]',
  bar: 'fill-none stroke-ink [stroke-width:0.4]',
  turn: 'fill-none stroke-ink [stroke-width:0.4]',
};
const words: Partial<Record<DrawingRole, string>> = {
  space: 'fill-ink font-semibold',
  stop: 'fill-smalt',
  lock: 'fill-ink',
};

/** A blade in millimetres at the scale of the drawing; what is read off it can be moved by hand. */
export function BladeDrawing({ drawing, label, marked, onReading }: BladeDrawingProps) {
  const svg = useRef<SVGSVGElement>(null);
  const placeOf = (event: PointerEvent): At => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return { x: 0, y: 0 };
    const scale = drawing.width / box.width;
    return { x: (event.clientX - box.left) * scale, y: (event.clientY - box.top) * scale };
  };
  const move = (event: PointerEvent) => {
    const found = readingAt(drawing, placeOf(event));
    if (found) onReading?.(found.space, found.reading);
  };
  return (
    <section
      aria-label="Drawing"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways must be reachable by keyboard
      tabIndex={0}
      className="overflow-x-auto"
    >
      <svg
        ref={svg}
        role="img"
        aria-label={label}
        viewBox={`0 0 ${drawing.width} ${drawing.height}`}
        width={`${drawing.width}mm`}
        height={`${drawing.height}mm`}
        className={onReading ? 'max-w-none cursor-crosshair touch-none' : 'max-w-none'}
        onPointerDown={(event) => {
          if (!onReading) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          move(event);
        }}
        onPointerMove={(event) => onReading && event.buttons > 0 && move(event)}
      >
        {drawing.parts.map((part, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the parts have no name but their place
          <Part key={at} part={part} marked={marked} />
        ))}
      </svg>
    </section>
  );
}

function Part({ part, marked }: { part: DrawingPart; marked: number | null }) {
  switch (part.kind) {
    case 'area':
      return <path d={`${pathOf(part.points)}Z`} className={looks[part.of]} />;
    case 'line':
      return <path d={pathOf(part.points)} className={looks[part.of]} />;
    case 'circle':
      return <circle cx={part.at.x} cy={part.at.y} r={part.radius} className={looks[part.of]} />;
    case 'reading':
      return <Reading at={part.at} face={part.face} marked={part.space === marked} />;
    case 'words':
      return (
        <text
          x={part.at.x}
          y={part.at.y}
          fontSize={part.size}
          textAnchor={part.from}
          className={words[part.of] ?? 'fill-mute'}
        >
          {part.words}
        </text>
      );
  }
}

/** The first face as a ring, the second as a diamond; the one to look at again is filled. */
function Reading({ at: { x, y }, face, marked }: { at: At; face: number; marked: boolean }) {
  const look = `${marked ? 'fill-ochre-wash stroke-ochre' : 'fill-biscuit stroke-terra'} [stroke-width:0.5]`;
  return face === 0 ? (
    <circle cx={x} cy={y} r="1.1" className={look} data-face={faceNames[0]} />
  ) : (
    <path
      d={`M${x} ${y - 1.5}L${x + 1.3} ${y}L${x} ${y + 1.5}L${x - 1.3} ${y}Z`}
      className={look}
      data-face={faceNames[1]}
    />
  );
}
