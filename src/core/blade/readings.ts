import { type Blade, type Measure, type SpecProblem, spacesOf } from './spec';

/** Readings of one face of a blade, in its measure; null where a space was not read. */
export type FaceReadings = readonly (number | null)[];

/** Readings further off the deepest and the uncut blank than this are no readings of this blade. */
const off: Record<Measure, number> = { mm: 0.6, degrees: 25 };
/** Two faces that differ by more, beside what all their spaces share, are worth a look. */
const differ: Record<Measure, number> = { mm: 0.08, degrees: 4 };
const unit: Record<Measure, string> = { mm: ' mm', degrees: '°' };
/** A blade of which less was read tells nothing. */
const leastReadings = 3;

/** What is wrong with the readings of a blade, by face and space. */
export function readingProblems(blade: Blade, faces: readonly FaceReadings[]): SpecProblem[] {
  const { measure } = blade;
  const spaces = spacesOf(blade);
  const lengths = faces.flatMap((readings, face) =>
    readings.length === spaces.length
      ? []
      : [
          {
            field: `faces.${face}.readings`,
            message: `Face ${face + 1} has ${readings.length} readings, and the keyway ${spaces.length} spaces.`,
          },
        ],
  );
  if (lengths.length > 0) return lengths;
  const astray = faces.flatMap((readings, face) =>
    readings.flatMap((reading, space) =>
      reading !== null &&
      (reading < -off[measure] || reading > (spaces[space]?.cuts.at(-1) ?? 0) + off[measure])
        ? [
            {
              field: `faces.${face}.readings.${space}`,
              message: `Space ${space + 1} of face ${face + 1} is off the blade: ${reading.toFixed(2)}${unit[measure]}. Is the unit right?`,
            },
          ]
        : [],
    ),
  );
  const read = spaces.filter((_, space) => readAt(faces, space).length > 0).length;
  return [
    ...astray,
    ...(faces.length === 0 || read < Math.min(leastReadings, spaces.length)
      ? [{ field: 'faces', message: `Too few readings: ${read} of ${spaces.length} spaces.` }]
      : []),
  ];
}

/** The readings there are of a space. */
function readAt(faces: readonly FaceReadings[], space: number): number[] {
  return faces.flatMap((readings) => readings[space] ?? []);
}

/** Where two faces read a space differently, beside what all spaces share by how the blade was held. */
export function facesDiffer(
  [one = [], other = []]: readonly FaceReadings[],
  measure: Measure,
): { readonly space: number; readonly by: number }[] {
  const both = one.flatMap((reading, space) => {
    const second = other[space];
    return reading === null || second === null || second === undefined
      ? []
      : [{ space: space + 1, by: second - reading }];
  });
  const sorted = both.map(({ by }) => by).sort((a, b) => a - b);
  const common = sorted[Math.floor(sorted.length / 2)] ?? 0;
  return both.filter(({ by }) => Math.abs(by - common) > differ[measure]);
}

/** How far the mean of its readings lies beyond the depth of each space; null where it was not read. */
export function offDepths(
  blade: Blade,
  faces: readonly FaceReadings[],
  bitting: readonly number[],
): (number | null)[] {
  return spacesOf(blade).map(({ cuts }, space) => {
    const mean = meanAt(faces, space);
    return mean === null ? null : mean - (cuts[(bitting[space] ?? 1) - 1] ?? 0);
  });
}

function meanAt(faces: readonly FaceReadings[], space: number): number | null {
  const read = readAt(faces, space);
  return read.length === 0 ? null : read.reduce((sum, reading) => sum + reading, 0) / read.length;
}

/** What comes out where each space is cut as it reads: the depth nearest to the mean of its faces; null where not read. */
export function roundedReadings(blade: Blade, faces: readonly FaceReadings[]): (number | null)[] {
  return spacesOf(blade).map(({ cuts }, space) => {
    const mean = meanAt(faces, space);
    if (mean === null) return null;
    const distances = cuts.map((cut) => Math.abs(cut - mean));
    return distances.indexOf(Math.min(...distances)) + 1;
  });
}

/** What a caliper can take of a blade: how wide it still is at a space. Of a track or a disc it says nothing. */
export function leftReadable(profile: string): boolean {
  return profile.startsWith('edge');
}

/** What is cut away where so much is left, in mm; of a blade cut from two sides half of what is gone. */
export function cutFromLeft(leftMm: number, { profile, widthMm }: EdgeShape): number {
  return (widthMm - leftMm) / (profile === 'edge, two sides' ? 2 : 1);
}

export function leftFromCut(cutMm: number, { profile, widthMm }: EdgeShape): number {
  return widthMm - cutMm * (profile === 'edge, two sides' ? 2 : 1);
}

interface EdgeShape {
  readonly profile: string;
  readonly widthMm: number;
}
