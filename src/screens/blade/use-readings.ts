'use client';

import { useState } from 'react';
import type { BladeShape } from '@/core/blade/drawing-kinds';
import { cutFromLeft, type FaceReadings, leftFromCut } from '@/core/blade/readings';
import { parseReading } from '@/core/blade/readings-text';
import { type Blade, bittingRule } from '@/core/blade/spec';
import { inMeasure, type LengthUnit, unitWords } from '@/core/blade/unit';

/** A gauge says what is cut away, a caliper what is left. */
export type How = 'cut' | 'left';

/** What stands in the fields of a blade, and what it says is cut away. */
export function useReadings(blade: Blade, shape: BladeShape) {
  const { measure } = blade;
  const blank = Array.from({ length: bittingRule(blade).spaces }, () => '');
  const none = shape.profile === 'edge, one side' ? [blank] : [blank, blank];
  const [texts, setTexts] = useState<readonly (readonly string[])[]>(none);
  const [unit, setUnit] = useState<LengthUnit>('mm');
  const [how, setHow] = useState<How>('cut');
  /** What a field says is cut away; null where it says nothing. */
  const cutOf = (text: string): number | null => {
    const reading = parseReading(text);
    if (typeof reading !== 'number') return null;
    const length = inMeasure(reading, measure, unit);
    return how === 'cut' ? length : cutFromLeft(length, shape);
  };
  const written = (cut: number, inUnit = unit, read = how) =>
    unitWords(read === 'cut' ? cut : leftFromCut(cut, shape), measure, inUnit);
  const faces: FaceReadings[] = texts
    .map((row) => row.map(cutOf))
    // A face of which nothing was read is none.
    .filter((row, at) => at === 0 || row.some((reading) => reading !== null));
  return {
    texts,
    faces,
    unit,
    how,
    /** How something cut away is written in a field. */
    written,
    /** Puts texts into the fields of a face, from a space on, counted from 0. */
    change: (face: number, from: number, row: readonly string[]) =>
      setTexts((before) =>
        before.map((own, at) => (at === face ? own.map((text, space) => row[space - from] ?? text) : own)),
      ),
    /** Says the same readings in another unit, or as what is left. */
    rewrite: (next: LengthUnit, read: How) => {
      setTexts(
        texts.map((row) =>
          row.map((text) => {
            const cut = cutOf(text);
            return cut === null ? text : written(cut, next, read);
          }),
        ),
      );
      setUnit(next);
      setHow(read);
    },
    clear: () => setTexts(none),
  };
}
