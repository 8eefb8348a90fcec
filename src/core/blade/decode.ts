import type { BittingRule } from '@/core/catalogue/bitting';
import { type Fit, fitOf, likelihoodOf, removedBy } from './fit';
import { type PackedBittings, packBittings, unpackBitting } from './packed';
import type { FaceReadings } from './readings';
import { type Blade, bittingRule, spacesOf } from './spec';
import { wearsOf } from './wear';

export interface DecodeRequest {
  readonly blade: Blade;
  /** One face, or two that read the same bitting. */
  readonly faces: readonly FaceReadings[];
  /** Bittings of a code series; null where any bitting that keeps the MACS may be meant. */
  readonly series: PackedBittings | null;
}

export interface RankedBitting {
  /** Depths counted from 1. */
  readonly bitting: readonly number[];
  /** 0 to 1, against all others. */
  readonly probability: number;
  /** Its place in the series; null without one, and where no code of it is cut like this. */
  readonly index: number | null;
}

/** Lengths in the measure of the blade. */
export interface Decode {
  readonly ranked: readonly RankedBitting[];
  /** Mean wear at bow and tip. */
  readonly wear: { readonly bow: number; readonly tip: number };
  readonly shift: Shift;
  /** What each reading leaves against the best bitting with its wear, by face and space; null where not read. */
  readonly residuals: readonly (readonly (number | null)[])[];
  /** The space most worth reading again, and the depths it would tell apart; null where it would hardly change anything. */
  readonly readAgain: ReadAgain | null;
}

/** Whether the cuts lie shifted along the blade, as a copy of a copy has them. */
export interface Shift {
  readonly probability: number;
  /** How far, if they do. */
  readonly mm: number;
  /** How likely towards the tip, if they do; the sides of cuts look much alike from both. */
  readonly towardsTip: number;
}

export interface ReadAgain {
  /** Counted from 1. */
  readonly space: number;
  /** The likeliest first. */
  readonly depths: readonly number[];
}

/** Below this the best bitting is not said to be one. */
export const tellsFrom = 0.6;
/** From this on the cuts are said to lie shifted along. */
export const shiftedFrom = 0.5;
const shown = 5;
const unshifted: Shift = { probability: 0, mm: 0, towardsTip: 0.5 };

/**
 * The bittings by falling probability, with wear, seat and shift integrated out: P(b | y) = Σ over wears of their prior and
 * of the likelihood of every reading. Without a series the sum over all bittings that keep the MACS is exact for each wear.
 * @param most of the likeliest that are given
 * Needs at least one reading of each space that is to be told; others are told by MACS and series alone.
 */
export function decodeBlade(request: DecodeRequest, most = shown): Decode {
  const { blade, faces, series } = request;
  const fits = wearsOf(blade, faces.length).map((wear) => fitOf(blade, faces, wear));
  const rule = bittingRule(blade);
  const ranked = series ? rankBoth(series, rule, fits) : rankAll(rule, fits, weighAll(rule, fits));
  const [best] = ranked;
  return {
    ranked: ranked.slice(0, most),
    ...(best
      ? explained(request, best.bitting, fits)
      : { wear: { bow: 0, tip: 0 }, shift: unshifted, residuals: [] }),
    readAgain: readAgainOf(ranked),
  };
}

/** Keys that are of no code of the series: of another one, cut wrongly, or read at the wrong keyway. */
const outsideShare = 0.02;
/** Less of a chance than this is not worth naming single bittings for. */
const unseen = 0.002;

/** Codes of the series, and beside them what fits none of its codes. */
function rankBoth(series: PackedBittings, rule: BittingRule, fits: readonly Fit[]): RankedBitting[] {
  const within = rankSeries(series, fits);
  const free = weighAll(rule, fits);
  const others = countAll(rule) - series.count;
  const inSeries = (1 - outsideShare) * (within.sum / series.count);
  const each = others > 0 ? outsideShare / others : 0;
  const outside = each * Math.max(0, free.sum - within.sum);
  const all = inSeries + outside;
  const scaled = (ranked: readonly RankedBitting[], by: number) =>
    ranked.map((one) => ({ ...one, probability: all > 0 ? (one.probability * by) / all : 0 }));
  const codes = scaled(within.ranked, inSeries);
  if (outside < all * unseen) return codes;
  const known = new Set(codes.map(({ bitting }) => bitting.join('-')));
  const strange = rankAll(rule, fits, free).filter(({ bitting }) => !known.has(bitting.join('-')));
  return [...codes, ...scaled(strange, each * free.sum)].sort(
    (a, b) => b.probability - a.probability || (a.index ?? 0) - (b.index ?? 0),
  );
}

/** How many bittings keep the MACS. */
function countAll(rule: BittingRule): number {
  let at = Array.from({ length: rule.depths }, () => 1);
  for (let space = 1; space < rule.spaces; space += 1) {
    const fits = mayFollow(rule, space);
    at = at.map((_, depth) => at.reduce((sum, ways, before) => sum + (fits(before, depth) ? ways : 0), 0));
  }
  return at.reduce((sum, ways) => sum + ways, 0);
}

/** How many codes are weighed in full after a look at a few wears. */
const inFull = 160;
/** What is so much less likely than the likeliest adds nothing that anybody sees. */
const negligible = 1e-9;

/** Codes by falling probability, and the sum of their weights. */
function rankSeries(
  series: PackedBittings,
  fits: readonly Fit[],
): { readonly ranked: RankedBitting[]; readonly sum: number } {
  const { count, spaces, depths } = series;
  const rough = new Float64Array(count);
  let best = 0;
  for (const fit of fits.filter(({ wear }) => wear.coarse))
    for (let index = 0; index < count; index += 1) {
      const value = likelihoodOf(fit, depths, index * spaces, best * negligible);
      if (value > (rough[index] ?? 0)) rough[index] = value;
      if (value > best) best = value;
    }
  const weighed = largest(rough, inFull).map((index) => ({
    index,
    weight: weightOf(fits, depths, index * spaces),
  }));
  const all = weighed.reduce((sum, { weight }) => sum + weight, 0);
  const ranked = weighed
    .map(({ index, weight }) => ({
      index,
      bitting: unpackBitting(series, index),
      probability: all > 0 ? weight / all : 0,
    }))
    .sort((a, b) => b.probability - a.probability || a.index - b.index);
  return { ranked, sum: all };
}

/** The places of the largest values over 0. */
function largest(values: Float64Array, most: number): number[] {
  const found: number[] = [];
  for (const [index, value] of values.entries()) if (value > 0) found.push(index);
  return found.sort((a, b) => (values[b] ?? 0) - (values[a] ?? 0)).slice(0, most);
}

function weightOf(fits: readonly Fit[], depths: Uint8Array, from: number): number {
  let sum = 0;
  for (const fit of fits) sum += likelihoodOf(fit, depths, from);
  return sum;
}

/** Candidates come from the fits that hold all but this share of what is likely. */
const leftOut = 0.01;
const fitsLookedAt = 48;
const bestOfFit = 3;

/** How much weight each fit has over all bittings that keep the MACS, the heaviest first, and their sum. */
interface Weighed {
  readonly totals: readonly { readonly fit: Fit; readonly total: number }[];
  readonly sum: number;
}

function weighAll(rule: BittingRule, fits: readonly Fit[]): Weighed {
  const totals = fits
    .map((fit) => ({ fit, total: fit.weight * sumOverAll(rule, fit) }))
    .sort((a, b) => b.total - a.total);
  return { totals, sum: totals.reduce((sum, { total }) => sum + total, 0) };
}

/** Bittings that keep the MACS, against all of them; the best of each fit are the candidates. */
function rankAll(rule: BittingRule, fits: readonly Fit[], { totals, sum }: Weighed): RankedBitting[] {
  const found = new Map<string, readonly number[]>();
  let held = 0;
  for (const { fit, total } of totals.slice(0, fitsLookedAt)) {
    if (held > sum * (1 - leftOut)) break;
    held += total;
    for (const bitting of bestBittings(rule, fit)) found.set(bitting.join('-'), bitting);
  }
  const packed = packBittings([...found.values()], rule.spaces);
  return Array.from({ length: packed.count }, (_, at) => ({
    bitting: unpackBitting(packed, at),
    index: null,
    probability: weightOf(fits, packed.depths, at * rule.spaces) / sum,
  })).sort((a, b) => b.probability - a.probability || (a.bitting.join() < b.bitting.join() ? -1 : 1));
}

/** Whether a depth may stand after another at a space; both counted from 0. */
function mayFollow({ macs, begins }: BittingRule, space: number): (before: number, depth: number) => boolean {
  return macs === null || begins.includes(space)
    ? () => true
    : (before, depth) => Math.abs(before - depth) <= macs;
}

function factorAt({ depths, factors, paired }: Fit, space: number, before: number, depth: number): number {
  return factors[(paired ? space * depths + before : space) * depths + depth] ?? 0;
}

function sumOverAll(rule: BittingRule, fit: Fit): number {
  const { spaces, depths } = fit;
  let at = Float64Array.from({ length: depths }, (_, depth) => factorAt(fit, 0, 0, depth));
  for (let space = 1; space < spaces; space += 1) {
    const fits = mayFollow(rule, space);
    const next = new Float64Array(depths);
    for (let depth = 0; depth < depths; depth += 1) {
      let sum = 0;
      for (let before = 0; before < depths; before += 1)
        if (fits(before, depth)) sum += (at[before] ?? 0) * factorAt(fit, space, before, depth);
      next[depth] = sum;
    }
    at = next;
  }
  return at.reduce((sum, value) => sum + value, 0);
}

/** The few bittings that fit one wear best, by going from space to space with the best so far of each depth. */
function bestBittings(rule: BittingRule, fit: Fit): number[][] {
  interface Path {
    readonly likely: number;
    readonly bitting: readonly number[];
  }
  const byLikely = (a: Path, b: Path) => b.likely - a.likely;
  const { spaces, depths } = fit;
  let paths: Path[][] = Array.from({ length: depths }, (_, depth) => [
    { likely: factorAt(fit, 0, 0, depth), bitting: [depth + 1] },
  ]);
  for (let space = 1; space < spaces; space += 1) {
    const fits = mayFollow(rule, space);
    paths = paths.map((_, depth) =>
      paths
        .flatMap((ways, before) =>
          fits(before, depth)
            ? ways.map(({ likely, bitting }) => ({
                likely: likely * factorAt(fit, space, before, depth),
                bitting: [...bitting, depth + 1],
              }))
            : [],
        )
        .sort(byLikely)
        .slice(0, bestOfFit),
    );
  }
  return paths
    .flat()
    .sort(byLikely)
    .slice(0, bestOfFit)
    .map(({ bitting }) => [...bitting]);
}

/** Wear, shift and residuals, if this is the bitting. */
function explained(
  { blade, faces }: DecodeRequest,
  bitting: readonly number[],
  fits: readonly Fit[],
): Pick<Decode, 'wear' | 'shift' | 'residuals'> {
  const { depths } = packBittings([bitting], bitting.length);
  const weights = fits.map((fit) => likelihoodOf(fit, depths, 0));
  const all = weights.reduce((sum, weight) => sum + weight, 0);
  const away = blade.stop === 'shoulder' ? 1 : -1;
  let [bow, tip, shifted, shiftMm, toTip] = [0, 0, 0, 0, 0];
  let best = 0;
  for (const [at, { wear }] of fits.entries()) {
    const share = (weights[at] ?? 0) / all;
    bow += share * wear.bow;
    tip += share * (wear.bow + wear.tip);
    if (wear.shiftMm !== 0) {
      shifted += share;
      shiftMm += share * Math.abs(wear.shiftMm);
      if (wear.shiftMm * away > 0) toTip += share;
    }
    if ((weights[at] ?? 0) > (weights[best] ?? 0)) best = at;
  }
  const likeliest = fits[best]?.wear;
  const removed = likeliest ? removedBy(blade, bitting, likeliest) : [];
  const places = spacesOf(blade);
  return {
    wear: { bow, tip },
    shift:
      shifted > 0 ? { probability: shifted, mm: shiftMm / shifted, towardsTip: toTip / shifted } : unshifted,
    residuals: faces.map((readings) =>
      places.map(({ toTip }, space) => {
        const reading = readings[space];
        return reading === null || reading === undefined
          ? null
          : reading - (removed[space] ?? 0) - bow - (tip - bow) * toTip;
      }),
    ),
  };
}

/** The space in which the likely bittings differ most, by their probability. */
function readAgainOf(ranked: readonly RankedBitting[]): ReadAgain | null {
  const [best] = ranked;
  if (!best) return null;
  const doubt = best.bitting.map((depth, space) =>
    ranked.reduce((sum, { bitting, probability }) => sum + (bitting[space] === depth ? 0 : probability), 0),
  );
  const most = Math.max(...doubt);
  if (most < 0.02) return null;
  const space = doubt.indexOf(most);
  const byDepth = new Map<number, number>();
  for (const { bitting, probability } of ranked) {
    const depth = bitting[space] ?? 1;
    byDepth.set(depth, (byDepth.get(depth) ?? 0) + probability);
  }
  const depths = [...byDepth].sort((a, b) => b[1] - a[1]).slice(0, 2);
  return { space: space + 1, depths: depths.map(([depth]) => depth) };
}
