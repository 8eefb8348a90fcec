import type { Recut } from '@/core/catalogue/lists/keys';
import type { FaceReadings } from '../readings';
import { type Blade, type Measure, spacesOf } from '../spec';
import { cutReading } from './shifted';

/** A fresh blade passes where every space is cut as it should be, to this much; in its measure. */
export const cutTolerance: Record<Measure, number> = { mm: 0.06, degrees: 4 };

/** A space that is out: by how much it is too deep, in the blade's measure; too shallow is negative. */
export interface SpaceOff {
  /** Counted from 1. */
  readonly space: number;
  readonly by: number;
  /** The depth it reads as, counted from 1. */
  readonly readsAs: number;
}

export type CutVerdict = 'passes' | 'readOn' | 'cutDeeper' | 'newBlank';

/** How a fresh blade compares with what was meant. */
export interface CutCheck {
  readonly verdict: CutVerdict;
  readonly off: readonly SpaceOff[];
  /** Spaces that were not read, counted from 1. */
  readonly unread: readonly number[];
  /** A fault of the machine that explains what is out; null where none does. */
  readonly machine: MachineFault | null;
}

export const machineFaults = ['depth', 'stop', 'either'] as const;

/**
 * The machine's depth is set wrong, or its stop is and all cuts lie beside their places. A cut beside its place reads shallow
 * too: where both explain the readings alike, it is either.
 */
export interface MachineFault {
  readonly of: (typeof machineFaults)[number];
  /** How much too deep all cuts are if it is the depth, in the blade's measure; too shallow is negative. */
  readonly tooDeep: number;
  /** How far they lie beside their places if it is the stop, in mm. */
  readonly shiftMm: number;
}

/** Shifts that are weighed, in mm. */
const mostShiftMm = 1.2;
const shiftStepMm = 0.03;
/** A common fault of the machine explains the readings where it leaves less than this share of what no fault leaves. */
const explainedTo = 0.25;
/** One fault is named before the other where it leaves so much less. */
const toldApart = 2.5;

/**
 * Holds a fresh blade against the bitting that it was cut to. Where several spaces are out alike, the machine is named and not
 * the spaces: too deep or too shallow as a whole, or shifted along the blade.
 * @param faces readings of what is cut away; several faces are read as one
 * @param recut of each row of cuts
 */
export function checkCut(
  blade: Blade,
  recut: readonly Recut[],
  meant: readonly number[],
  faces: readonly FaceReadings[],
): CutCheck {
  const places = spacesOf(blade);
  const read = places.map((_, space) => meanOf(faces.map((face) => face[space] ?? null)));
  const tolerance = cutTolerance[blade.measure];
  const off = places.flatMap(({ cuts }, space): SpaceOff[] => {
    const reading = read[space] ?? null;
    if (reading === null) return [];
    const by = reading - (cuts[(meant[space] ?? 1) - 1] ?? 0);
    return Math.abs(by) > tolerance ? [{ space: space + 1, by, readsAs: nearest(cuts, reading) }] : [];
  });
  const unread = read.flatMap((reading, space) => (reading === null ? [space + 1] : []));
  const machine = off.length > 1 ? machineFault(blade, meant, read) : null;
  return { verdict: verdictOf(blade, recut, off, unread, machine), off, unread, machine };
}

function verdictOf(
  blade: Blade,
  recut: readonly Recut[],
  off: readonly SpaceOff[],
  unread: readonly number[],
  machine: MachineFault | null,
): CutVerdict {
  if (off.length === 0) return unread.length === 0 ? 'passes' : 'readOn';
  const places = spacesOf(blade);
  const mendable = off.every(({ space, by }) => by < 0 && recut[places[space - 1]?.row ?? 0] === 'deeper');
  // Cuts beside their places cannot be moved, however shallow they read.
  const beside = machine !== null && machine.of !== 'depth';
  return mendable && !beside ? 'cutDeeper' : 'newBlank';
}

function machineFault(
  blade: Blade,
  meant: readonly number[],
  read: readonly (number | null)[],
): MachineFault | null {
  const cut = cutReading(blade, meant, { shiftMm: 0, tooDeep: 0 });
  const left = (fault: { shiftMm: number; tooDeep: number }) => {
    const found = cutReading(blade, meant, fault);
    return read.reduce<number>(
      (sum, reading, space) => sum + (reading === null ? 0 : (reading - (found[space] ?? 0)) ** 2),
      0,
    );
  };
  // A space that is not cut says nothing of how deep the machine goes.
  const tooDeep =
    meanOf(read.map((reading, at) => (reading === null || !cut[at] ? null : reading - cut[at]))) ?? 0;
  let shift = { shiftMm: 0, rest: Number.POSITIVE_INFINITY };
  if (blade.measure === 'mm')
    for (let shiftMm = -mostShiftMm; shiftMm <= mostShiftMm + 1e-9; shiftMm += shiftStepMm) {
      const rest = left({ shiftMm, tooDeep: 0 });
      if (rest < shift.rest) shift = { shiftMm, rest };
    }
  const depth = left({ shiftMm: 0, tooDeep });
  if (Math.min(depth, shift.rest) > explainedTo * left({ shiftMm: 0, tooDeep: 0 })) return null;
  // What noise leaves anyway tells nothing apart.
  const noise = read.length * (cutTolerance[blade.measure] / 4) ** 2;
  const [byDepth, byStop] = [depth + noise, shift.rest + noise];
  return {
    of: byDepth < byStop / toldApart ? 'depth' : byStop < byDepth / toldApart ? 'stop' : 'either',
    tooDeep,
    shiftMm: Math.abs(Math.round(shift.shiftMm * 100) / 100),
  };
}

function nearest(cuts: readonly number[], reading: number): number {
  return (
    cuts.reduce(
      (best, cut, at) => (Math.abs(cut - reading) < Math.abs((cuts[best] ?? 0) - reading) ? at : best),
      0,
    ) + 1
  );
}

function meanOf(values: readonly (number | null)[]): number | null {
  const read = values.filter((value) => value !== null);
  return read.length === 0 ? null : read.reduce((sum, value) => sum + value, 0) / read.length;
}
