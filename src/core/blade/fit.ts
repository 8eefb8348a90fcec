import type { FaceReadings } from './readings';
import { type Blade, type BladeSpace, bittingRule, spacesOf } from './spec';
import { burrShare, type Wear, wearModels } from './wear';

/** How likely the readings of a blade are under one wear, as factors of its spaces that multiply up to that of a bitting. */
export interface Fit {
  readonly wear: Wear;
  /** What stands before the product of the factors: the prior of the wear and the largest factor of each space. */
  readonly weight: number;
  readonly spaces: number;
  readonly depths: number;
  /**
   * 0 to 1, by space and depth: `factors[space * depths + depth]`; where the depth of the space before matters too:
   * `factors[(space * depths + before) * depths + depth]`.
   */
  readonly factors: Float64Array;
  readonly paired: boolean;
}

/** The factors of a blade's readings under one wear. */
export function fitOf(blade: Blade, faces: readonly FaceReadings[], wear: Wear): Fit {
  const places = spacesOf(blade);
  const { depths, begins } = bittingRule(blade);
  const factor = (space: number, removed: number) => {
    let product = 1;
    for (const [face, readings] of faces.entries()) {
      const reading = readings[space];
      if (reading === null || reading === undefined) continue;
      const worn = wear.bow + wear.tip * (places[space]?.toTip ?? 0) + (wear.seats[face] ?? 0);
      product *= likelihood(reading - removed - worn, blade);
    }
    return product;
  };
  const paired = wear.shiftMm !== 0;
  const size = paired ? depths * depths : depths;
  const factors = new Float64Array(places.length * size).fill(1);
  for (const [space, place] of places.entries()) {
    const beside = paired ? besideShifted(space, wear, begins, places.length) : null;
    const other = beside === null ? undefined : places[beside];
    // Where a neighbour matters, the factor stands with the later of the two.
    const later = Math.max(space, beside ?? space);
    for (const [depth, cut] of place.cuts.entries()) {
      const alone = other ? 0 : factor(space, paired ? shiftedCut(blade, wear, cut) : cut);
      const befores = paired ? depths : 1;
      for (let otherDepth = 0; otherDepth < befores; otherDepth += 1) {
        const [before, after] = later === space ? [otherDepth, depth] : [depth, otherDepth];
        const at = paired ? (later * depths + before) * depths + after : space * depths + depth;
        const own = other
          ? factor(
              space,
              shiftedCut(blade, wear, cut, { place, other, otherCut: other.cuts[otherDepth] ?? 0 }),
            )
          : alone;
        factors[at] = (factors[at] ?? 1) * own;
      }
    }
  }
  let weight = wear.prior;
  for (let from = 0; from < factors.length; from += size) {
    const here = factors.subarray(from, from + size);
    const peak = here.reduce((most, value) => Math.max(most, value), 0);
    weight *= peak;
    for (let at = 0; at < size; at += 1) here[at] = (here[at] ?? 0) / peak;
  }
  return { wear, weight, spaces: places.length, depths, factors, paired };
}

/** The space of the same row whose cut a shift brings nearer; null where there is none. */
function besideShifted(
  space: number,
  { shiftMm }: Wear,
  begins: readonly number[],
  spaces: number,
): number | null {
  if (shiftMm > 0) return begins.includes(space) ? null : space - 1;
  return space + 1 >= spaces || begins.includes(space + 1) ? null : space + 1;
}

/**
 * What is removed where a space should lie, after the cuts were shifted along: the side of its own cut or of the one that
 * was brought nearer, whichever is deeper.
 */
function shiftedCut(
  { cutter }: Blade,
  { shiftMm }: Wear,
  cut: number,
  beside?: { readonly place: BladeSpace; readonly other: BladeSpace; readonly otherCut: number },
): number {
  if (!cutter) return cut;
  const run = Math.tan((cutter.angleDeg * Math.PI) / 360);
  const at = (depth: number, awayMm: number) =>
    Math.max(0, depth - Math.max(0, awayMm - cutter.flatMm / 2) / run);
  const own = at(cut, Math.abs(shiftMm));
  if (!beside) return own;
  const spacingMm = Math.abs(beside.place.atMm - beside.other.atMm);
  return Math.max(own, at(beside.otherCut, spacingMm - Math.abs(shiftMm)));
}

/** What is removed at each space of a bitting before it is worn; depths count from 1. */
export function removedBy(blade: Blade, bitting: readonly number[], wear: Wear): number[] {
  const places = spacesOf(blade);
  const { begins } = bittingRule(blade);
  const cutAt = (space: number) => places[space]?.cuts[(bitting[space] ?? 1) - 1] ?? 0;
  return places.map((place, space) => {
    if (wear.shiftMm === 0) return cutAt(space);
    const beside = besideShifted(space, wear, begins, places.length);
    const other = beside === null ? undefined : places[beside];
    return other && beside !== null
      ? shiftedCut(blade, wear, cutAt(space), { place, other, otherCut: cutAt(beside) })
      : shiftedCut(blade, wear, cutAt(space));
  });
}

/** How likely a reading is off by so much: normal, and with a small share shallower by a burr or dirt. */
function likelihood(off: number, { measure }: Blade): number {
  const { reading, burr } = wearModels[measure];
  const normal = Math.exp(-0.5 * (off / reading) ** 2) / (reading * Math.sqrt(2 * Math.PI));
  const burred = off < -burr.from + reading && off > -burr.to - reading ? 1 / (burr.to - burr.from) : 0;
  // What nothing explains is unlikely and not impossible.
  return (1 - burrShare) * normal + burrShare * burred + 1e-6;
}

/**
 * How likely the readings are for a bitting whose depths, counted from 0, stand in `all` from `from` on; 0 where it is
 * less than `least`.
 */
export function likelihoodOf(
  { weight, spaces, depths, factors, paired }: Fit,
  all: Uint8Array,
  from: number,
  least = 0,
): number {
  let product = weight;
  let before = 0;
  for (let space = 0; space < spaces; space += 1) {
    const depth = all[from + space] ?? 0;
    const row = paired ? (space * depths + before) * depths : space * depths;
    product *= factors[row + depth] ?? 0;
    // Factors are 1 at most: it does not grow again.
    if (product < least) return 0;
    before = depth;
  }
  return product;
}
