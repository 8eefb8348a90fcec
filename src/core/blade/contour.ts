import type { Blade } from './spec';

/** A place on a blade in mm: along it from the shoulder, and what is removed there from the blank. */
export interface ContourPoint {
  readonly alongMm: number;
  readonly removedMm: number;
}

/** What a wheel grinds where nobody knows its flat and angle. */
export const usualCutter = { flatMm: 0.8, angleDeg: 90 };

/** How far along the blade from its shoulder each space of a row lies; `lengthMm` is that of the blade. */
export function alongBlade(spacesMm: readonly number[], stop: Blade['stop'], lengthMm: number): number[] {
  return spacesMm.map((at) => (stop === 'shoulder' ? at : lengthMm - at));
}

/** A cut: where its middle lies along the blade, and how deep it is. */
export interface Cut {
  readonly at: number;
  readonly depth: number;
}

/**
 * The edge that a wheel leaves which cuts each space to its depth: flats as wide as the wheel's, sides at half its angle,
 * a ridge where the sides of neighbours meet, the blank where none reaches. From shoulder to tip, exact.
 * @param cuts what is removed at each space; null where it is not known and so not cut
 */
export function contourOf(
  alongMm: readonly number[],
  cuts: readonly (number | null)[],
  lengthMm: number,
  { flatMm, angleDeg }: { readonly flatMm: number; readonly angleDeg: number } = usualCutter,
): ContourPoint[] {
  const run = Math.tan((angleDeg * Math.PI) / 360);
  const half = flatMm / 2;
  const made = cuts.flatMap((depth, space): Cut[] =>
    depth === null || depth <= 0 ? [] : [{ at: alongMm[space] ?? 0, depth }],
  );
  const removedAt = (along: number) => removedFrom(made, along, { flatMm, angleDeg });
  // The edge bends where a flat ends, where a side reaches the blank, and where sides of two cuts meet.
  const bends = [
    0,
    lengthMm,
    ...made.flatMap(({ at, depth }) => [
      at - half - depth * run,
      at - half,
      at + half,
      at + half + depth * run,
    ]),
    ...made.flatMap((one) =>
      made.flatMap((other) =>
        other.at > one.at ? [(one.at + other.at + (one.depth - other.depth) * run) / 2] : [],
      ),
    ),
    // A side may also meet the flat of a deeper neighbour.
    ...made.flatMap((one) =>
      made.flatMap((other) =>
        other.depth < one.depth
          ? [one.at - half - (one.depth - other.depth) * run, one.at + half + (one.depth - other.depth) * run]
          : [],
      ),
    ),
  ]
    .filter((along) => along >= 0 && along <= lengthMm)
    .sort((a, b) => a - b)
    .filter((along, at, all) => at === 0 || along - (all[at - 1] ?? 0) > 1e-9);
  const points = bends.map((along) => ({ alongMm: nano(along), removedMm: nano(removedAt(along)) }));
  return points.filter((point, at) => {
    const before = points[at - 1];
    const after = points[at + 1];
    if (!before || !after) return true;
    const share = (point.alongMm - before.alongMm) / (after.alongMm - before.alongMm);
    const straight = before.removedMm + share * (after.removedMm - before.removedMm);
    return Math.abs(straight - point.removedMm) > 1e-9;
  });
}

/** What a wheel of this flat and angle has removed at one place of the blade, by all of its cuts. */
export function removedFrom(
  cuts: readonly Cut[],
  alongMm: number,
  { flatMm, angleDeg }: { readonly flatMm: number; readonly angleDeg: number },
): number {
  const run = Math.tan((angleDeg * Math.PI) / 360);
  return cuts.reduce(
    (most, { at, depth }) => Math.max(most, depth - Math.max(0, Math.abs(alongMm - at) - flatMm / 2) / run),
    0,
  );
}

/** Without what arithmetic leaves in the last places. */
const nano = (mm: number) => Math.round(mm * 1e9) / 1e9;
