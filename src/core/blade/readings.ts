import type { FaceReadings } from './decode';
import { type BladeAxis, keepsMacs, type SpecProblem } from './spec';

/** Readings further off the deepest and the uncut blank than this are no readings of this blade. */
const offMm = 0.6;
/** A blade of which less was read tells nothing. */
const leastReadings = 3;

/** What is wrong with the readings of a blade, by face and space. */
export function readingProblems(axis: BladeAxis, faces: readonly FaceReadings[]): SpecProblem[] {
  const spaces = axis.spacesMm.length;
  const deepest = axis.depthsMm.at(-1) ?? 0;
  const lengths = faces.flatMap((readings, face) =>
    readings.length === spaces
      ? []
      : [
          {
            field: `faces.${face}.readings`,
            message: `Face ${face + 1} has ${readings.length} readings, and the keyway ${spaces} spaces.`,
          },
        ],
  );
  if (lengths.length > 0) return lengths;
  const off = faces.flatMap((readings, face) =>
    readings.flatMap((reading, space) =>
      reading !== null && (reading < -offMm || reading > deepest + offMm)
        ? [
            {
              field: `faces.${face}.readings.${space}`,
              message: `Space ${space + 1} of face ${face + 1} is off the blade: ${reading.toFixed(2)} mm. Is the unit right?`,
            },
          ]
        : [],
    ),
  );
  const read = axis.spacesMm.filter((_, space) =>
    faces.some((readings) => readings[space] !== null && readings[space] !== undefined),
  ).length;
  return [
    ...off,
    ...(faces.length === 0 || read < Math.min(leastReadings, spaces)
      ? [{ field: 'faces', message: `Too few readings: ${read} of ${spaces} spaces.` }]
      : []),
  ];
}

/** Rows of a series that the keyway forbids. */
export function seriesProblems(axis: BladeAxis, series: readonly (readonly number[])[]): SpecProblem[] {
  const bad = series.findIndex(
    (bitting) =>
      bitting.length !== axis.spacesMm.length ||
      bitting.some((depth) => !Number.isInteger(depth) || depth < 1 || depth > axis.depthsMm.length) ||
      !keepsMacs(bitting, axis.macs),
  );
  return bad < 0
    ? []
    : [
        {
          field: `series.${bad}`,
          message: `Row ${bad + 1} is no bitting of this keyway: its spaces, depths or MACS do not fit.`,
        },
      ];
}
