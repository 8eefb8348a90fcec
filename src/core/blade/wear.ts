import type { Blade, Measure } from './spec';

/** How a blade may have come to read as it does: worn, held a little off, and shifted along by a copy of a copy. */
export interface Wear {
  /** Removed at the bow, and beside that towards the tip, in the blade's measure. */
  readonly bow: number;
  readonly tip: number;
  /** How far all readings of each face are off by the way the blade was held. */
  readonly seats: readonly number[];
  /** How far the cuts lie beyond their spaces, away from the stop, in mm; 0 where they lie as they should. */
  readonly shiftMm: number;
  /** Of all that may be; they sum to 1. */
  readonly prior: number;
  /** Whether a first look goes through it. */
  readonly coarse: boolean;
}

interface WearModel {
  /** Means of the exponential wear at the bow and towards the tip. */
  readonly bow: number;
  readonly tip: number;
  /** Deviations of how the blade is held and of one reading. */
  readonly seat: number;
  readonly reading: number;
  /** By how much a burr or dirt makes a reading shallower, evenly. */
  readonly burr: { readonly from: number; readonly to: number };
}

/** Stated, not learned. */
export const wearModels: Record<Measure, WearModel> = {
  mm: { bow: 0.025, tip: 0.09, seat: 0.02, reading: 0.028, burr: { from: 0.05, to: 0.3 } },
  degrees: { bow: 0.8, tip: 1.2, seat: 1, reading: 1.5, burr: { from: 3, to: 9 } },
};
/** Readings that a burr or dirt makes shallower. */
export const burrShare = 0.03;
/** Keys whose cuts lie shifted along the blade. */
const shiftShare = 0.05;

/** In means of the wear. */
const bowGrid = [0, 0.8, 1.8, 3.2, 5.2];
const tipGrid = [0, 0.33, 0.67, 1, 1.33, 1.78, 2.22, 2.78, 3.44];
const shiftedBowGrid = [0.8];
const shiftedTipGrid = [0, 0.67, 1.33, 2, 2.78];
/** Gauss–Hermite points of the seat, in deviations. */
const seatGrid = [
  { at: -Math.sqrt(3), weight: 1 / 6 },
  { at: 0, weight: 2 / 3 },
  { at: Math.sqrt(3), weight: 1 / 6 },
];
/** How far a shifted cut lies beyond its flat; within the flat it reads as it should. */
const beyondFlatMm = [0.06, 0.12, 0.18, 0.24, 0.3, 0.36, 0.42, 0.48, 0.54];

/** All that is weighed. A shift is a hypothesis of its own, where flat and angle of the cuts are known. */
export function wearsOf({ measure, cutter }: Blade, faces: number): Wear[] {
  const model = wearModels[measure];
  const worn = grid(model, bowGrid, tipGrid, seatCombinations(faces, model.seat), 0);
  if (!cutter) return normalised(worn, 1);
  const still = [{ offsets: Array.from({ length: faces }, () => 0), weight: 1 }];
  const shifted = beyondFlatMm.flatMap((beyond) =>
    [1, -1].flatMap((direction) =>
      grid(model, shiftedBowGrid, shiftedTipGrid, still, direction * (cutter.flatMm / 2 + beyond)),
    ),
  );
  return [...normalised(worn, 1 - shiftShare), ...normalised(shifted, shiftShare)];
}

interface Seats {
  readonly offsets: readonly number[];
  readonly weight: number;
}

function grid(
  model: WearModel,
  bows: readonly number[],
  tips: readonly number[],
  seats: readonly Seats[],
  shiftMm: number,
): Wear[] {
  return bows.flatMap((bow, bowAt) =>
    tips.flatMap((tip, tipAt) =>
      seats.map(({ offsets, weight }) => ({
        bow: bow * model.bow,
        tip: tip * model.tip,
        seats: offsets,
        shiftMm,
        prior: weight * width(bows, bowAt) * Math.exp(-bow) * width(tips, tipAt) * Math.exp(-tip),
        coarse:
          offsets.every((offset) => offset === 0) &&
          (shiftMm === 0
            ? (bowAt === 0 || bowAt === 2) && (tipAt === 0 || tipAt === 2 || tipAt === 5)
            : tipAt === 1 || tipAt === 3),
      })),
    ),
  );
}

/** How wide a stretch of wear a point of a grid stands for. */
function width(points: readonly number[], at: number): number {
  const here = points[at] ?? 0;
  const before = points[at - 1];
  const after = points[at + 1];
  if (before === undefined && after === undefined) return 1;
  if (before === undefined) return ((after ?? here) - here) / 2;
  return after === undefined ? here - before : (after - before) / 2;
}

function seatCombinations(faces: number, deviation: number): Seats[] {
  let all: Seats[] = [{ offsets: [], weight: 1 }];
  for (let face = 0; face < faces; face += 1)
    all = all.flatMap(({ offsets, weight }) =>
      seatGrid.map((point) => ({
        offsets: [...offsets, point.at * deviation],
        weight: weight * point.weight,
      })),
    );
  return all;
}

function normalised(wears: readonly Wear[], share: number): Wear[] {
  const sum = wears.reduce((all, { prior }) => all + prior, 0);
  return wears.map((wear) => ({ ...wear, prior: (wear.prior * share) / sum }));
}
