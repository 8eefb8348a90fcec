import type { Ladder, LadderStep } from './ladder';
import { boundOf, type Meter } from './meter';

/** Readings of one face of a blade, in ohms; null where the meter shows no end. */
export type FaceOhms = readonly (number | null)[];

export interface PelletRequest {
  readonly ladder: Pick<Ladder, 'tolerancePercent'>;
  /** The steps that the key can have. */
  readonly steps: readonly LadderStep[];
  readonly meter: Meter;
  /** The range the meter was set to, in ohms. */
  readonly range: number;
  /** One face, or both. */
  readonly faces: readonly FaceOhms[];
}

/** How a reading came about: as it should, through dirt, or past the pellet. */
export const conditions = ['clean', 'dirt', 'parallel'] as const;
export type Condition = (typeof conditions)[number];

/** `differ`: the two faces do not read the same resistance; `off`: it is none of the steps. */
export const pelletVerdicts = ['clear', 'ambiguous', 'unsure', 'differ', 'open', 'short', 'off'] as const;
export type PelletVerdict = (typeof pelletVerdicts)[number];

export interface PelletAnswer {
  readonly verdict: PelletVerdict;
  /** By falling probability. */
  readonly steps: readonly { readonly step: number; readonly ohms: number; readonly probability: number }[];
  /** That it is none of the steps. */
  readonly none: number;
  /** That dirt added to it, or fingers or metal across it lowered it. */
  readonly dirt: number;
  readonly parallel: number;
  /** Mean of the readings, and what it can be off by the meter; null where none was a number. */
  readonly band: { readonly ohms: number; readonly from: number; readonly to: number } | null;
}

export const clearFrom = 0.95;
/** Stated, not learned. */
const shareOf = { none: 0.02, dirt: 0.05, parallel: 0.03 } as const;
/** Noise of a contact: of the reading, and of the tips. */
const contact = { share: 0.004, ohms: 0.5 };
/** Dirt adds so much of the resistance on average. */
const dirtShare = 0.15;
/** Fingers and metal across it are of these, evenly by their logarithm. */
const acrossOhms = { from: 10_000, to: 2_000_000 };
/** Anything that is no pellet of the ladder reads evenly by its logarithm. */
const anyOhms = { from: 1, to: 20_000_000 };
const shortOhms = 50;

/**
 * The steps by what was read of a pellet: r = (R + lead)·meter + contact. The resistor's own deviation and the meter's are
 * common to all readings and do not average out; only the noise of the contact does. Each face can be dirty or bridged by
 * itself; the resistance is one.
 */
export function readPellet(request: PelletRequest): PelletAnswer {
  const { steps, faces } = request;
  const read = faces.map((face) => face.filter((one) => one !== null)).filter((face) => face.length > 0);
  const none = nothingRead(faces, read);
  const band = bandOf(request, read);
  if (none) return { ...none, steps: evenly(steps), band };
  const weighed = steps.map((step) => ({ step, ...weighStep(request, step, read) }));
  const prior = (1 - shareOf.none) / Math.max(1, steps.length);
  const noneWeight = shareOf.none * read.reduce((product, face) => product * anyDensity(meanOf(face)), 1);
  const total = weighed.reduce((sum, one) => sum + prior * one.weight, noneWeight) || 1;
  const share = (weight: number) => (prior * weight) / total;
  const ranked = weighed
    .map(({ step, weight }) => ({ step: step.step, ohms: step.ohms, probability: share(weight) }))
    .sort((a, b) => b.probability - a.probability || a.step - b.step);
  const dirt = weighed.reduce((sum, one) => sum + share(one.dirt), 0);
  const parallel = weighed.reduce((sum, one) => sum + share(one.parallel), 0);
  return {
    verdict: verdictOf(ranked, noneWeight / total, facesDiffer(read), read),
    steps: ranked,
    none: noneWeight / total,
    dirt,
    parallel,
    band,
  };
}

function verdictOf(
  ranked: readonly { readonly probability: number }[],
  none: number,
  differ: boolean,
  read: readonly (readonly number[])[],
): PelletVerdict {
  if (read.some((face) => meanOf(face) < shortOhms)) return 'short';
  if (differ) return 'differ';
  if (none > 0.5) return 'off';
  const [first, second] = ranked;
  if ((first?.probability ?? 0) >= clearFrom) return 'clear';
  return (first?.probability ?? 0) + (second?.probability ?? 0) >= clearFrom ? 'ambiguous' : 'unsure';
}

/** No number at all: no end on every face, or nothing read. */
function nothingRead(
  faces: readonly FaceOhms[],
  read: readonly (readonly number[])[],
): Omit<PelletAnswer, 'steps' | 'band'> | undefined {
  const open = faces.some((face) => face.length > 0 && face.every((one) => one === null));
  if (read.length > 0 && !open) return undefined;
  if (read.length > 0) return { verdict: 'differ', none: shareOf.none, dirt: 0, parallel: 0 };
  return { verdict: open ? 'open' : 'unsure', none: open ? 1 : shareOf.none, dirt: 0, parallel: 0 };
}

function evenly(steps: readonly LadderStep[]): PelletAnswer['steps'] {
  return steps.map(({ step, ohms }) => ({ step, ohms, probability: 1 / steps.length }));
}

interface Weights {
  readonly weight: number;
  /** Of it, with dirt or something across on a face. */
  readonly dirt: number;
  readonly parallel: number;
}

/** A face as it is weighed: the mean of its readings and how far the noise of its contacts can move that. */
interface Face {
  readonly mean: number;
  readonly deviation: number;
}

/** The density of the readings given a step: over what each face may have met, the resistance itself integrated out. */
function weighStep(
  { ladder, meter, range }: PelletRequest,
  { ohms }: LadderStep,
  read: readonly (readonly number[])[],
): Weights {
  // Half-widths of even spreads: their deviations are a √3th.
  const pellet = ((ladder.tolerancePercent / 100) * ohms) / Math.sqrt(3);
  const gain = boundOf(meter, ohms, range) / Math.sqrt(3);
  const truth = { mean: ohms + meter.leadOhms, deviation: Math.hypot(pellet, gain) };
  const faces = read.map((face): Face => {
    const mean = meanOf(face);
    return {
      mean,
      deviation: Math.hypot(contact.share * mean, contact.ohms) / Math.sqrt(face.length),
    };
  });
  let [weight, dirt, parallel] = [0, 0, 0];
  for (const met of combinations(faces.length)) {
    const prior = met.reduce((product, condition) => product * shareMet[condition], 1);
    const part = prior * densityOf(faces, met, truth);
    weight += part;
    if (met.includes('dirt')) dirt += part;
    if (met.includes('parallel')) parallel += part;
  }
  return { weight, dirt, parallel };
}

const shareMet: Record<Condition, number> = {
  clean: 1 - shareOf.dirt - shareOf.parallel,
  dirt: shareOf.dirt,
  parallel: shareOf.parallel,
};

/** All that the faces can have met together. */
function combinations(faces: number): Condition[][] {
  return faces === 0
    ? [[]]
    : combinations(faces - 1).flatMap((rest) => conditions.map((condition) => [...rest, condition]));
}

/** Points of a normal deviation with their weights: five where it is narrow, many where it is wide. */
const narrowGrid = gridOf([-2, -1, 0, 1, 2]);
const wideGrid = gridOf(Array.from({ length: 49 }, (_, at) => (at - 24) / 6));

function gridOf(points: readonly number[]): readonly { readonly at: number; readonly weight: number }[] {
  const sum = points.reduce((all, at) => all + Math.exp(-0.5 * at * at), 0);
  return points.map((at) => ({ at, weight: Math.exp(-0.5 * at * at) / sum }));
}

/**
 * The density of all faces where each met what is named. Clean faces say what the resistance is to the noise of their contacts;
 * without one it is as wide as the step's own.
 */
function densityOf(faces: readonly Face[], met: readonly Condition[], truth: Face): number {
  const clean = faces.filter((_, at) => met[at] === 'clean');
  let there = truth;
  let density = 1;
  for (const face of clean) {
    density *= normalDensity(face.mean - there.mean, Math.hypot(face.deviation, there.deviation));
    const [a, b] = [1 / there.deviation ** 2, 1 / face.deviation ** 2];
    there = { mean: (there.mean * a + face.mean * b) / (a + b), deviation: 1 / Math.sqrt(a + b) };
  }
  if (clean.length === faces.length) return density;
  const rest = (clean.length > 0 ? narrowGrid : wideGrid).reduce((sum, { at, weight }) => {
    const ohms = there.mean + at * there.deviation;
    if (ohms <= 0) return sum;
    return (
      sum +
      weight *
        faces.reduce((product, face, index) => {
          if (met[index] === 'clean') return product;
          return (
            product *
            (met[index] === 'dirt'
              ? addedDensity(face.mean - ohms, face.deviation, dirtShare * ohms)
              : loweredDensity(face, ohms))
          );
        }, 1)
    );
  }, 0);
  return density * rest;
}

function normalDensity(off: number, deviation: number): number {
  return Math.exp(-0.5 * (off / deviation) ** 2) / (deviation * Math.sqrt(2 * Math.PI));
}

/** A normal deviation with an exponential one on top of it. */
function addedDensity(off: number, deviation: number, mean: number): number {
  const rate = 1 / mean;
  const shift = (deviation * deviation * rate - off) / (deviation * Math.SQRT2);
  // Far below, the exponent grows while the tail vanishes: their product is nothing.
  if (shift > 26) return 0;
  return (rate / 2) * Math.exp((rate / 2) * (deviation * deviation * rate - 2 * off)) * tailOf(shift);
}

const acrossGrid = Array.from({ length: 24 }, (_, at) => {
  const share = (at + 0.5) / 24;
  return acrossOhms.from * (acrossOhms.to / acrossOhms.from) ** share;
});

function loweredDensity({ mean, deviation }: Face, ohms: number): number {
  return (
    acrossGrid.reduce((sum, across, at) => {
      const here = (ohms * across) / (ohms + across);
      const next = acrossGrid[at + 1] ?? acrossOhms.to;
      // Between two points of the grid what is across varies too.
      const width = Math.abs((ohms * next) / (ohms + next) - here) / 2;
      return sum + normalDensity(mean - here, Math.hypot(deviation, width));
    }, 0) / acrossGrid.length
  );
}

function anyDensity(ohms: number): number {
  return 1 / (Math.max(ohms, anyOhms.from) * Math.log(anyOhms.to / anyOhms.from));
}

/** The two faces are further apart than contacts explain. */
export function facesDiffer(read: readonly (readonly number[])[]): boolean {
  const [one, other] = read;
  if (!one || !other) return false;
  const [a, b] = [meanOf(one), meanOf(other)];
  const noise = Math.hypot(contact.share * Math.max(a, b), contact.ohms);
  return Math.abs(a - b) > 4 * noise * Math.sqrt(1 / one.length + 1 / other.length);
}

function bandOf({ meter, range }: PelletRequest, read: readonly (readonly number[])[]): PelletAnswer['band'] {
  const all = read.flat();
  if (all.length === 0) return null;
  const ohms = meanOf(all);
  const bound = boundOf(meter, ohms, range);
  return { ohms, from: Math.max(0, ohms - meter.leadOhms - bound), to: ohms - meter.leadOhms + bound };
}

function meanOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
}

/** The complementary error function (Abramowitz and Stegun 7.1.26, to 1.5e-7, with its own form far out). */
function tailOf(x: number): number {
  if (x < 0) return 2 - tailOf(-x);
  if (x > 5) return Math.exp(-x * x) / (x * Math.sqrt(Math.PI)) / (1 + 1 / (2 * x * x));
  const t = 1 / (1 + 0.3275911 * x);
  const polynomial =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  return polynomial * Math.exp(-x * x);
}
