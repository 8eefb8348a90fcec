import type { Recut } from '@/core/catalogue/lists/keys';

/** A keyway as the library has it; what nobody knows is null, and rows that nobody measured are left out. */
export interface KeywaySpec {
  readonly profile: string;
  readonly stop: 'shoulder' | 'tip';
  /** Of the whole bitting: the spaces of the first row of cuts, then those of the second. */
  readonly spaces: number;
  /** Of each row of cuts. */
  readonly depths: number;
  readonly widthMm: number;
  readonly lengthMm: number | null;
  readonly thicknessMm: number | null;
  /** The included angle of a cut. */
  readonly angleDeg: number | null;
  /** The flat ground of a cut. */
  readonly flatMm: number | null;
  /** The largest step between neighbours that is stated, in depths. */
  readonly macs: number | null;
  /** One for each row of cuts: one, or two for a track on two axes. */
  readonly recut: readonly Recut[];
  readonly spaceRows: readonly KeywayPlace[];
  readonly depthRows: readonly KeywayCut[];
}

/** Where a space lies: mm from the stop. */
export interface KeywayPlace {
  readonly axis: number;
  readonly number: number;
  readonly atMm: number;
}

/** What a depth takes away: mm, or degrees on a disc. */
export interface KeywayCut {
  readonly axis: number;
  readonly number: number;
  readonly mm: number | null;
  readonly deg: number | null;
}

/** The row in which a keyway contradicts itself, and why. */
export interface KeywayProblem {
  readonly of: 'keyway' | 'space' | 'depth';
  /** Of a space or depth. */
  readonly axis?: number;
  readonly number?: number;
  readonly reason: string;
}

/** Depths nearer to each other than this cannot be told apart; the finest in the trade are four times as far. */
export const leastStepMm = 0.05;
const leastStepDeg = 1;

/** Where the numbers of a keyway contradict each other; what is merely unknown contradicts nothing. */
export function keywayProblems(keyway: KeywaySpec): KeywayProblem[] {
  const own = [
    ...(keyway.macs !== null && keyway.macs >= keyway.depths
      ? [
          {
            of: 'keyway' as const,
            reason: `${keyway.depths} depths have a MACS of ${keyway.depths - 1} at most.`,
          },
        ]
      : []),
    ...(keyway.recut.length > 1 && !keyway.profile.endsWith('track')
      ? [{ of: 'keyway' as const, reason: 'Only a track has two rows of cuts.' }]
      : []),
    ...(keyway.profile === 'disc' && keyway.recut.includes('deeper')
      ? [{ of: 'keyway' as const, reason: 'The angle of a disc cannot be cut again.' }]
      : []),
  ];
  const axes = keyway.recut.map((_, at) => at + 1);
  const measured = [
    ...countProblems(keyway),
    ...axes.flatMap((axis) => [...spaceProblems(keyway, axis), ...depthProblems(keyway, axis)]),
  ];
  // A MACS is weighed by geometry where the rows it rests on are sound.
  return own.length + measured.length > 0 ? [...own, ...measured] : macsProblems(keyway);
}

/** Axes that have one depth only: no beginning of a keyway, where it comes as a whole. */
export function loneDepths({ depthRows, recut }: KeywaySpec): KeywayProblem[] {
  return recut.flatMap((_, at) => {
    const [one, ...others] = ofAxis(depthRows, at + 1);
    return one && others.length === 0
      ? [
          {
            of: 'depth' as const,
            axis: one.axis,
            number: one.number,
            reason: 'Fewer than two depths cut nothing.',
          },
        ]
      : [];
  });
}

/** What is worth saying of a keyway that contradicts nothing. */
export function keywayRemarks(keyway: KeywaySpec): string[] {
  const { macs } = keyway;
  const geometry = macsByGeometry(keyway);
  return macs !== null && geometry !== null && macs < geometry.macs
    ? [`A MACS of ${macs} is stated; its spacing, flat and angle would allow ${geometry.macs}.`]
    : [];
}

/** The rows of an axis in their order. */
export function ofAxis<Row extends { readonly axis: number; readonly number: number }>(
  rows: readonly Row[],
  axis: number,
): Row[] {
  return rows.filter((row) => row.axis === axis).sort((a, b) => a.number - b.number);
}

function countProblems({ spaces, depths, recut, spaceRows, depthRows }: KeywaySpec): KeywayProblem[] {
  const stray = <Row extends { readonly axis: number; readonly number: number }>(
    of: 'space' | 'depth',
    rows: readonly Row[],
    most: number,
  ) =>
    rows.flatMap(({ axis, number }): KeywayProblem[] => {
      const at = { of, axis, number };
      if (axis > recut.length) return [{ ...at, reason: 'This keyway has one row of cuts.' }];
      return number > most ? [{ ...at, reason: `This keyway has ${most} ${of}s.` }] : [];
    });
  const strays = [...stray('space', spaceRows, spaces), ...stray('depth', depthRows, depths)];
  const last = spaceRows.at(-1);
  return strays.length === 0 && spaceRows.length > spaces && last
    ? [
        {
          of: 'space',
          axis: last.axis,
          number: last.number,
          reason: `Its two rows have ${spaces} spaces together.`,
        },
      ]
    : strays;
}

function spaceProblems({ spaceRows, lengthMm, flatMm }: KeywaySpec, axis: number): KeywayProblem[] {
  const rows = ofAxis(spaceRows, axis);
  return rows.flatMap(({ number, atMm }, at): KeywayProblem[] => {
    const here = { of: 'space' as const, axis, number };
    const before = rows[at - 1];
    const half = (flatMm ?? 0) / 2;
    if (before && atMm <= before.atMm)
      return [{ ...here, reason: `It does not lie beyond space ${before.number}.` }];
    if (before && atMm - before.atMm < (flatMm ?? 0))
      return [
        {
          ...here,
          reason: `It lies ${mm(atMm - before.atMm)} mm from space ${before.number}, less than a flat of ${mm(flatMm ?? 0)} mm.`,
        },
      ];
    return lengthMm !== null && atMm + half > lengthMm
      ? [{ ...here, reason: `It lies past the end of a blade of ${mm(lengthMm)} mm.` }]
      : [];
  });
}

function depthProblems({ profile, depthRows, widthMm }: KeywaySpec, axis: number): KeywayProblem[] {
  const rows = ofAxis(depthRows, axis);
  const disc = profile === 'disc';
  const room = profile === 'edge, two sides' ? widthMm / 2 : widthMm;
  return rows.flatMap(({ number, mm: cutMm, deg }, at): KeywayProblem[] => {
    const here = { of: 'depth' as const, axis, number };
    const cut = disc ? deg : cutMm;
    if (cut === null)
      return [
        {
          ...here,
          reason: disc
            ? 'A disc is cut at angles, in degrees.'
            : 'Only a disc is cut at angles; expected mm.',
        },
      ];
    const before = rows[at - 1];
    const last = before && (disc ? before.deg : before.mm);
    if (before && last !== null && last !== undefined && cut < last + (disc ? leastStepDeg : leastStepMm))
      return [{ ...here, reason: `It overlaps depth ${before.number}.` }];
    return !disc && cut >= room
      ? [{ ...here, reason: `It would cut through a blade of ${mm(widthMm)} mm.` }]
      : [];
  });
}

/** The largest step that spacing, flat and angle allow, with the space before which it is tightest. */
export function macsByGeometry(
  keyway: KeywaySpec,
): { readonly macs: number; readonly axis: number; readonly number: number; readonly mostMm: number } | null {
  const { profile, angleDeg, flatMm } = keyway;
  if (profile === 'disc' || angleDeg === null || flatMm === null) return null;
  const run = Math.tan((angleDeg * Math.PI) / 360);
  const found = keyway.recut.flatMap((_, at) => {
    const axis = at + 1;
    const cuts = ofAxis(keyway.depthRows, axis).map(({ mm: cut }) => cut ?? 0);
    const places = ofAxis(keyway.spaceRows, axis);
    if (cuts.length < 2 || !inOneRow(places) || !inOneRow(ofAxis(keyway.depthRows, axis))) return [];
    return places.slice(1).map(({ number, atMm }, before) => {
      const mostMm = (atMm - (places[before]?.atMm ?? 0) - flatMm) / run;
      return { axis, number, mostMm, macs: mostDepthsWithin(cuts, mostMm) };
    });
  });
  return found.length === 0 ? null : found.reduce((a, b) => (b.macs < a.macs ? b : a));
}

/** Whether the rows are numbered from 1 without a gap. */
function inOneRow(rows: readonly { readonly number: number }[]): boolean {
  return rows.every(({ number }, at) => number === at + 1);
}

/** The most depths that any two may lie apart so that none of them are further apart than so many mm. */
function mostDepthsWithin(cuts: readonly number[], mostMm: number): number {
  const fits = (step: number) =>
    cuts.every((cut, at) => at < step || cut - (cuts[at - step] ?? cut) <= mostMm + 1e-9);
  let step = 0;
  while (step + 1 < cuts.length && fits(step + 1)) step += 1;
  return step;
}

function macsProblems(keyway: KeywaySpec): KeywayProblem[] {
  const geometry = macsByGeometry(keyway);
  if (!geometry) return [];
  const { macs, axis, number, mostMm } = geometry;
  if (macs >= (keyway.macs ?? 1)) return [];
  return [
    {
      of: 'space',
      axis,
      number,
      reason:
        keyway.macs === null
          ? `From the space before it no step is possible: ${mm(mostMm)} mm of depth is all that fits.`
          : `A MACS of ${keyway.macs} is stated; from the space before it a step of ${mm(mostMm)} mm is all that fits, ${macs} ${macs === 1 ? 'depth' : 'depths'}.`,
    },
  ];
}

const mm = (value: number) => String(Math.round(value * 100) / 100);
