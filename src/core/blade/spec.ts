import { type KeywaySpec, leastStepMm } from './keyway';

/** One row of cuts of a blade; the space nearest the stop is the first. */
export interface BladeAxis {
  /** Each space's distance from the stop, in mm, rising. */
  readonly spacesMm: readonly number[];
  /** What is removed from the blank at each depth, in mm, rising; the first is not cut. */
  readonly depthsMm: readonly number[];
  /** The largest step between neighbouring depths, in depths; null where nobody states one. */
  readonly macs: number | null;
}

/** What makes an axis impossible: where, and why. */
export interface SpecProblem {
  readonly field: string;
  readonly message: string;
}

export const mostSpaces = 20;
export const mostDepths = 12;
/** Spaces closer than this are one. */
const leastSpacingMm = 0.01;

/** What is wrong with an axis; nothing where it can be cut. */
export function specProblems({ spacesMm, depthsMm, macs }: BladeAxis): SpecProblem[] {
  return [
    ...(spacesMm.length < 1 || spacesMm.length > mostSpaces
      ? [{ field: 'spacesMm', message: `Expected 1 to ${mostSpaces} spaces.` }]
      : []),
    ...(depthsMm.length < 2 || depthsMm.length > mostDepths
      ? [{ field: 'depthsMm', message: `Expected 2 to ${mostDepths} depths.` }]
      : []),
    ...risingProblems('spacesMm', 'Space', spacesMm, leastSpacingMm),
    ...risingProblems('depthsMm', 'Depth', depthsMm, leastStepMm),
    ...(macs !== null && (!Number.isInteger(macs) || macs < 1 || macs >= Math.max(2, depthsMm.length))
      ? [{ field: 'macs', message: `Expected a MACS of 1 to ${depthsMm.length - 1}.` }]
      : []),
  ];
}

function risingProblems(
  field: string,
  what: string,
  values: readonly number[],
  least: number,
): SpecProblem[] {
  return values.flatMap((value, at) => {
    const before = values[at - 1];
    if (!Number.isFinite(value) || value < 0 || value > 300)
      return [{ field: `${field}.${at}`, message: `${what} ${at + 1} is no length of 0 to 300 mm.` }];
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

/** Where each space lies between bow and tip: 0 for the one nearest the bow, 1 for the one nearest the tip. */
export function towardsTip({ spacesMm }: BladeAxis, stop: 'shoulder' | 'tip'): number[] {
  const [first = 0] = spacesMm;
  const last = spacesMm.at(-1) ?? first;
  return spacesMm.map((at) => {
    const share = last === first ? 0 : (at - first) / (last - first);
    return stop === 'shoulder' ? share : 1 - share;
  });
}

/** Whether neighbouring depths of a bitting keep the MACS; depths count from 1. */
export function keepsMacs(bitting: readonly number[], macs: number | null): boolean {
  return (
    macs === null ||
    bitting.every((depth, at) => at === 0 || Math.abs(depth - (bitting[at - 1] ?? depth)) <= macs)
  );
}

/** The row of cuts of a keyway of the library that a reading can be decoded by, or why there is none. */
export function axisOfKeyway(
  keyway: KeywaySpec,
): { readonly axis: BladeAxis; readonly stop: 'shoulder' | 'tip' } | { readonly reason: string } {
  const { profile, recut, spaces, depths, spaceRows, depthRows, macs, stop } = keyway;
  if (profile === 'disc')
    return { reason: 'A disc has angles and not depths in millimetres; it is not decoded yet.' };
  if (recut.length > 1) return { reason: 'A track with two rows of cuts is not decoded yet.' };
  if (spaceRows.length === 0) return { reason: 'Nobody knows where the spaces of this keyway lie.' };
  if (spaceRows.length < spaces || depthRows.length < depths)
    return {
      reason: `Of this keyway ${spaceRows.length} of ${spaces} spaces and ${depthRows.length} of ${depths} depths are known.`,
    };
  return {
    axis: {
      spacesMm: spaceRows.map(({ atMm }) => atMm),
      depthsMm: depthRows.map(({ mm }) => mm ?? 0),
      macs,
    },
    stop,
  };
}
