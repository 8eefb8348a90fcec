import { type Cut, removedFrom, usualCutter } from '../contour';
import { type Blade, spacesOf } from '../spec';

/**
 * What a gauge finds at each space of a fresh blade whose cuts all lie shifted along it, away from the stop, and are all too
 * deep by the same: what the wheel left at the place itself.
 * @param bitting depths counted from 1
 */
export function cutReading(
  blade: Blade,
  bitting: readonly number[],
  { shiftMm, tooDeep }: { readonly shiftMm: number; readonly tooDeep: number },
): number[] {
  const places = spacesOf(blade);
  const removed = places.map(({ cuts }, space) => {
    const cut = cuts[(bitting[space] ?? 1) - 1] ?? 0;
    return cut > 0 ? Math.max(0, cut + tooDeep) : 0;
  });
  if (blade.measure === 'degrees' || shiftMm === 0) return removed;
  return places.map(({ row, atMm }) => {
    const own = places.flatMap((place, space): Cut[] =>
      place.row === row && (removed[space] ?? 0) > 0
        ? [{ at: place.atMm + shiftMm, depth: removed[space] ?? 0 }]
        : [],
    );
    return removedFrom(own, atMm, blade.cutter ?? usualCutter);
  });
}
