import type { BittingRule } from '@/core/catalogue/bitting';
import { type KeywaySpec, leastStepMm, ofAxis } from './keyway';

/** What the depths of a blade are measured in: mm cut away, or the degrees at which a disc's cut lies. */
export type Measure = 'mm' | 'degrees';

/** One row of cuts of a blade; the space nearest the stop is the first. */
export interface BladeAxis {
  /** Each space's distance from the stop, in mm, rising. */
  readonly spacesMm: readonly number[];
  /** What each depth is in the blade's measure, rising; the first is not cut. */
  readonly cuts: readonly number[];
}

/** A blade as its readings are decoded; a bitting goes through the spaces of its first row of cuts, then of its second. */
export interface Blade {
  /** One row of cuts, or the two of a track on two axes; as many depths in each. */
  readonly rows: readonly BladeAxis[];
  readonly measure: Measure;
  readonly stop: 'shoulder' | 'tip';
  /** The largest step between neighbours of a row, in depths; null where nobody states one. */
  readonly macs: number | null;
  /** Flat ground and included angle of a cut; null where nobody knows them, and on a disc. */
  readonly cutter: { readonly flatMm: number; readonly angleDeg: number } | null;
}

/** What makes a blade impossible: where, and why. */
export interface SpecProblem {
  readonly field: string;
  readonly message: string;
}

export const mostSpaces = 20;
export const mostDepths = 12;
/** Spaces closer than this are one. */
const leastSpacingMm = 0.01;
const leastStep: Record<Measure, number> = { mm: leastStepMm, degrees: 1 };
const mostCut: Record<Measure, number> = { mm: 30, degrees: 180 };

/** What is wrong with a blade; nothing where it can be cut. */
export function specProblems({ rows, measure, macs }: Blade): SpecProblem[] {
  const spaces = rows.reduce((sum, { spacesMm }) => sum + spacesMm.length, 0);
  const depths = rows[0]?.cuts.length ?? 0;
  return [
    ...(rows.length < 1 || rows.length > 2
      ? [{ field: 'rows', message: 'Expected one row of cuts, or the two of a track.' }]
      : []),
    ...(spaces > mostSpaces
      ? [{ field: 'rows', message: `Expected up to ${mostSpaces} spaces in all.` }]
      : []),
    ...rows.flatMap(({ spacesMm, cuts }, row) => [
      ...(spacesMm.length < 1 || spacesMm.length > mostSpaces
        ? [{ field: `rows.${row}.spaces`, message: `Expected 1 to ${mostSpaces} spaces.` }]
        : []),
      ...(cuts.length < 2 || cuts.length > mostDepths
        ? [{ field: `rows.${row}.depths`, message: `Expected 2 to ${mostDepths} depths.` }]
        : []),
      ...(cuts.length === depths
        ? []
        : [{ field: `rows.${row}.depths`, message: 'Both rows of cuts have as many depths.' }]),
      ...risingProblems(`rows.${row}.spaces`, 'Space', spacesMm, leastSpacingMm, 300),
      ...risingProblems(`rows.${row}.depths`, 'Depth', cuts, leastStep[measure], mostCut[measure]),
    ]),
    ...(macs !== null && (!Number.isInteger(macs) || macs < 1 || macs >= Math.max(2, depths))
      ? [{ field: 'macs', message: `Expected a MACS of 1 to ${depths - 1}.` }]
      : []),
  ];
}

function risingProblems(
  field: string,
  what: string,
  values: readonly number[],
  least: number,
  most: number,
): SpecProblem[] {
  return values.flatMap((value, at) => {
    const before = values[at - 1];
    if (!Number.isFinite(value) || value < 0 || value > most)
      return [{ field: `${field}.${at}`, message: `${what} ${at + 1} is not within 0 to ${most}.` }];
    return before !== undefined && value < before + least
      ? [
          {
            field: `${field}.${at}`,
            message: `${what} ${at + 1} does not lie beyond ${what.toLowerCase()} ${at}.`,
          },
        ]
      : [];
  });
}

/** A space of a bitting. */
export interface BladeSpace {
  /** Its row of cuts, counted from 0. */
  readonly row: number;
  /** Its place in the row, counted from 0. */
  readonly inRow: number;
  /** From the stop. */
  readonly atMm: number;
  /** Where it lies between bow and tip: 0 for the one nearest the bow, 1 for the one nearest the tip. */
  readonly toTip: number;
  readonly cuts: readonly number[];
}

/** The spaces of a bitting in their order. */
export function spacesOf({ rows, stop }: Blade): BladeSpace[] {
  const all = rows.flatMap(({ spacesMm }) => [...spacesMm]);
  const first = Math.min(...all);
  const length = Math.max(...all) - first;
  return rows.flatMap(({ spacesMm, cuts }, row) =>
    spacesMm.map((atMm, inRow) => {
      const share = length === 0 ? 0 : (atMm - first) / length;
      return { row, inRow, atMm, toTip: stop === 'shoulder' ? share : 1 - share, cuts };
    }),
  );
}

/** How a bitting of this blade is bound. */
export function bittingRule({ rows, macs }: Blade): BittingRule {
  const [first] = rows;
  return {
    spaces: rows.reduce((sum, { spacesMm }) => sum + spacesMm.length, 0),
    depths: first?.cuts.length ?? 0,
    macs,
    begins: [0, ...rows.slice(1).map((_, row) => rows[row]?.spacesMm.length ?? 0)],
  };
}

/** A keyway of the library as a blade that can be decoded, or why it cannot. */
export function bladeOfKeyway(keyway: KeywaySpec): { readonly blade: Blade } | { readonly reason: string } {
  const { profile, recut, spaces, depths, spaceRows, depthRows, macs, stop, flatMm, angleDeg } = keyway;
  if (spaceRows.length === 0) return { reason: 'Nobody knows where the spaces of this keyway lie.' };
  if (spaceRows.length < spaces || depthRows.length < depths * recut.length)
    return {
      reason: `Of this keyway ${spaceRows.length} of ${spaces} spaces and ${depthRows.length} of ${depths * recut.length} depths are known.`,
    };
  const measure = profile === 'disc' ? 'degrees' : 'mm';
  return {
    blade: {
      rows: recut.map((_, at) => ({
        spacesMm: ofAxis(spaceRows, at + 1).map(({ atMm }) => atMm),
        cuts: ofAxis(depthRows, at + 1).map(({ mm, deg }) => mm ?? deg ?? 0),
      })),
      measure,
      stop,
      macs,
      cutter: flatMm === null || angleDeg === null || measure === 'degrees' ? null : { flatMm, angleDeg },
    },
  };
}
