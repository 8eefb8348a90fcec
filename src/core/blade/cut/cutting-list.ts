import { type Blade, spacesOf } from '../spec';

export const cuttingListFormat = 'kilnsman cutting list 1';

/** What a machine needs to cut one blade; lengths in mm, a disc's depths in degrees. */
export interface CuttingList {
  readonly format: typeof cuttingListFormat;
  readonly job: number;
  readonly keyway: string;
  readonly profile: string;
  readonly stop: 'shoulder' | 'tip';
  readonly depthsIn: 'mm' | 'degrees';
  /** Of the wheel; null where nobody knows them. */
  readonly flatMm: number | null;
  readonly angleDeg: number | null;
  readonly tolerance: number;
  readonly cuts: readonly CuttingLine[];
}

export interface CuttingLine {
  /** Counted from 1. */
  readonly axis: number;
  readonly space: number;
  /** From the stop. */
  readonly atMm: number;
  /** Counted from 1; 1 is not cut. */
  readonly depth: number;
  /** Cut away there, in what `depthsIn` says. */
  readonly cut: number;
}

/** The cuts of a bitting in the order of the blade, space by space from the stop. */
export function cuttingListOf(
  blade: Blade,
  bitting: readonly number[],
  { job, keyway, profile, tolerance }: Pick<CuttingList, 'job' | 'keyway' | 'profile' | 'tolerance'>,
): CuttingList {
  return {
    format: cuttingListFormat,
    job,
    keyway,
    profile,
    stop: blade.stop,
    depthsIn: blade.measure,
    flatMm: blade.cutter?.flatMm ?? null,
    angleDeg: blade.cutter?.angleDeg ?? null,
    tolerance,
    cuts: spacesOf(blade).map(({ row, inRow, atMm, cuts }, space) => {
      const depth = bitting[space] ?? 1;
      return { axis: row + 1, space: inRow + 1, atMm, depth, cut: cuts[depth - 1] ?? 0 };
    }),
  };
}
