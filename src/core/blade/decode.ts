import { type BladeAxis, towardsTip } from './spec';

/** Readings of one face of a blade, in mm removed from the blank; null where a space was not read. */
export type FaceReadings = readonly (number | null)[];

export interface DecodeRequest {
  readonly axis: BladeAxis;
  readonly stop: 'shoulder' | 'tip';
  /** One face, or two that read the same bitting. */
  readonly faces: readonly FaceReadings[];
  /** Bittings of a code series, depths counted from 1; null where any bitting that keeps the MACS may be meant. */
  readonly series: readonly (readonly number[])[] | null;
}

export interface RankedBitting {
  readonly bitting: readonly number[];
  /** 0 to 1, against all others. */
  readonly probability: number;
  /** Its place in the series; null without one. */
  readonly index: number | null;
}

export interface Decode {
  readonly ranked: readonly RankedBitting[];
  /** Mean wear at bow and tip, in mm. */
  readonly wearMm: { readonly bow: number; readonly tip: number };
  /** What each reading leaves against the best bitting with its wear, by face and space, in mm; null where not read. */
  readonly residualsMm: readonly (readonly (number | null)[])[];
  /** The space most worth reading again, counted from 1; null where another reading would hardly change anything. */
  readonly readAgain: number | null;
}

/** Below this the best bitting is not said to be one. */
export const tellsFrom = 0.6;
const shown = 5;

/** Stated priors: means of the exponential wear at the bow and towards the tip, deviations of seat and reading, in mm. */
const bowWearMm = 0.025;
const tipWearMm = 0.09;
const seatMm = 0.02;
const readingMm = 0.028;
/** Readings that a burr or dirt makes shallower, and by how much, evenly. */
const burrShare = 0.03;
const burrMm = { from: 0.05, to: 0.3 };

const bowGrid = [0, 0.02, 0.045, 0.08, 0.13];
const tipGrid = [0, 0.03, 0.06, 0.09, 0.12, 0.16, 0.2, 0.25, 0.31];
/** Gauss–Hermite points of the seat, in deviations, with their weights. */
const seatGrid = [
  { at: -1.7320508, weight: 1 / 6 },
  { at: 0, weight: 2 / 3 },
  { at: 1.7320508, weight: 1 / 6 },
];

/** One way in which a blade may be worn and seated, and how likely it is. */
interface Wear {
  readonly bow: number;
  readonly tip: number;
  /** Of each face. */
  readonly seats: readonly number[];
  readonly logPrior: number;
}

/**
 * The bittings by falling probability, with wear and seat integrated out: P(b | y) = Σ over wear of its prior and of the
 * likelihood of every reading. Without a series the sum over all bittings that keep the MACS is exact for each wear.
 * @param most of the likeliest that are given
 * Needs at least one reading of each space that is to be told; others are told by MACS and series alone.
 */
export function decodeBlade(request: DecodeRequest, most = shown): Decode {
  const wears = wearsOf(request.faces.length);
  const tables = wears.map((wear) => tableOf(request, wear));
  const ranked = request.series
    ? rankSeries(request.series, wears, tables)
    : rankAll(request.axis, wears, tables);
  const best = ranked[0];
  const wearMm = best ? meanWear(best.bitting, wears, tables) : { bow: 0, tip: 0 };
  return {
    ranked: ranked.slice(0, most),
    wearMm,
    residualsMm: best ? residualsOf(request, best.bitting, wearMm) : [],
    readAgain: readAgainOf(ranked),
  };
}

function wearsOf(faces: number): Wear[] {
  const seats = seatCombinations(faces);
  return bowGrid.flatMap((bow, bowAt) =>
    tipGrid.flatMap((tip, tipAt) =>
      seats.map((seat) => ({
        bow,
        tip,
        seats: seat.offsets,
        logPrior:
          Math.log(cell(bowGrid, bowAt) / bowWearMm) -
          bow / bowWearMm +
          Math.log(cell(tipGrid, tipAt) / tipWearMm) -
          tip / tipWearMm +
          Math.log(seat.weight),
      })),
    ),
  );
}

/** How wide a stretch of wear a point of the grid stands for. */
function cell(grid: readonly number[], at: number): number {
  const before = grid[at - 1];
  const after = grid[at + 1];
  const here = grid[at] ?? 0;
  return ((after ?? here) - (before ?? here)) / 2 + (before === undefined || after === undefined ? 0.005 : 0);
}

function seatCombinations(faces: number): { readonly offsets: readonly number[]; readonly weight: number }[] {
  let all: { offsets: readonly number[]; weight: number }[] = [{ offsets: [], weight: 1 }];
  for (let face = 0; face < faces; face += 1)
    all = all.flatMap(({ offsets, weight }) =>
      seatGrid.map((point) => ({ offsets: [...offsets, point.at * seatMm], weight: weight * point.weight })),
    );
  return all;
}

/** The logarithm of how likely the readings of each space are for each depth, under one wear: space × depth. */
function tableOf({ axis, stop, faces }: DecodeRequest, { bow, tip, seats }: Wear): Float64Array {
  const places = towardsTip(axis, stop);
  const depths = axis.depthsMm.length;
  const table = new Float64Array(places.length * depths);
  for (const [space, place] of places.entries())
    for (const [depth, cut] of axis.depthsMm.entries()) {
      let sum = 0;
      for (const [face, readings] of faces.entries()) {
        const reading = readings[space];
        if (reading === null || reading === undefined) continue;
        sum += Math.log(likelihood(reading - cut - bow - tip * place - (seats[face] ?? 0)));
      }
      table[space * depths + depth] = sum;
    }
  return table;
}

/** How likely a reading is off by so much: normal, and with a small share shallower by a burr or dirt. */
function likelihood(offMm: number): number {
  const normal = Math.exp(-0.5 * (offMm / readingMm) ** 2) / (readingMm * Math.sqrt(2 * Math.PI));
  const width = burrMm.to - burrMm.from;
  const burr = offMm < -burrMm.from + readingMm && offMm > -burrMm.to - readingMm ? 1 / width : 0;
  return (1 - burrShare) * normal + burrShare * burr + 1e-6;
}

/** How many codes are weighed in full after a look at a few wears. */
const inFull = 160;

function rankSeries(
  series: readonly (readonly number[])[],
  wears: readonly Wear[],
  tables: readonly Float64Array[],
): RankedBitting[] {
  const coarse = wears.flatMap(({ bow, tip, seats }, at) =>
    (bow === 0 || bow === 0.045) &&
    (tip === 0 || tip === 0.06 || tip === 0.16) &&
    seats.every((seat) => seat === 0)
      ? [at]
      : [],
  );
  const rough = new Float64Array(series.length);
  for (let index = 0; index < series.length; index += 1) {
    let best = Number.NEGATIVE_INFINITY;
    for (const at of coarse) {
      const value = (wears[at]?.logPrior ?? 0) + sumOf(series[index] ?? [], tables[at]);
      if (value > best) best = value;
    }
    rough[index] = best;
  }
  const chosen = [...rough.keys()].sort((a, b) => (rough[b] ?? 0) - (rough[a] ?? 0)).slice(0, inFull);
  const weighed = chosen.map((index) => ({
    index,
    bitting: series[index] ?? [],
    log: logSum(wears.map(({ logPrior }, at) => logPrior + sumOf(series[index] ?? [], tables[at]))),
  }));
  const all = logSum(weighed.map(({ log }) => log));
  return weighed
    .map(({ index, bitting, log }) => ({ index, bitting, probability: Math.exp(log - all) }))
    .sort((a, b) => b.probability - a.probability || a.index - b.index);
}

function sumOf(bitting: readonly number[], table: Float64Array | undefined): number {
  if (!table) return Number.NEGATIVE_INFINITY;
  const depths = table.length / bitting.length;
  let sum = 0;
  for (let space = 0; space < bitting.length; space += 1)
    sum += table[space * depths + (bitting[space] ?? 1) - 1] ?? 0;
  return sum;
}

/** All bittings that keep the MACS: the sum over them by going from space to space, the best of each wear as candidates. */
function rankAll(axis: BladeAxis, wears: readonly Wear[], tables: readonly Float64Array[]): RankedBitting[] {
  const found = new Map<string, readonly number[]>();
  const totals = wears.map(({ logPrior }, at) => {
    const table = tables[at] ?? new Float64Array();
    for (const bitting of bestBittings(axis, table, 3)) found.set(bitting.join('-'), bitting);
    return logPrior + logSumAll(axis, table);
  });
  const all = logSum(totals);
  return [...found.values()]
    .map((bitting) => ({
      bitting,
      index: null,
      probability: Math.exp(
        logSum(wears.map(({ logPrior }, at) => logPrior + sumOf(bitting, tables[at]))) - all,
      ),
    }))
    .sort((a, b) => b.probability - a.probability || (a.bitting.join() < b.bitting.join() ? -1 : 1));
}

function logSumAll({ spacesMm, depthsMm, macs }: BladeAxis, table: Float64Array): number {
  const depths = depthsMm.length;
  let at = Array.from({ length: depths }, (_, depth) => table[depth] ?? 0);
  for (let space = 1; space < spacesMm.length; space += 1)
    at = at.map((_, depth) => {
      const before = at.filter((_value, other) => macs === null || Math.abs(other - depth) <= macs);
      return logSum(before) + (table[space * depths + depth] ?? 0);
    });
  return logSum(at);
}

/** The few bittings that fit one wear best, by going from space to space with the best so far of each depth. */
function bestBittings(
  { spacesMm, depthsMm, macs }: BladeAxis,
  table: Float64Array,
  most: number,
): number[][] {
  interface Path {
    readonly log: number;
    readonly bitting: readonly number[];
  }
  const depths = depthsMm.length;
  let paths: Path[][] = Array.from({ length: depths }, (_, depth) => [
    { log: table[depth] ?? 0, bitting: [depth + 1] },
  ]);
  for (let space = 1; space < spacesMm.length; space += 1)
    paths = paths.map((_, depth) =>
      paths
        .flatMap((before, other) => (macs === null || Math.abs(other - depth) <= macs ? before : []))
        .map(({ log, bitting }) => ({
          log: log + (table[space * depths + depth] ?? 0),
          bitting: [...bitting, depth + 1],
        }))
        .sort((a, b) => b.log - a.log)
        .slice(0, most),
    );
  return paths
    .flat()
    .sort((a, b) => b.log - a.log)
    .slice(0, most)
    .map(({ bitting }) => [...bitting]);
}

function meanWear(
  bitting: readonly number[],
  wears: readonly Wear[],
  tables: readonly Float64Array[],
): Decode['wearMm'] {
  const logs = wears.map(({ logPrior }, at) => logPrior + sumOf(bitting, tables[at]));
  const all = logSum(logs);
  let [bow, tip] = [0, 0];
  for (const [at, wear] of wears.entries()) {
    const share = Math.exp((logs[at] ?? 0) - all);
    bow += share * wear.bow;
    tip += share * (wear.bow + wear.tip);
  }
  return { bow, tip };
}

function residualsOf(
  { axis, stop, faces }: DecodeRequest,
  bitting: readonly number[],
  { bow, tip }: Decode['wearMm'],
): (number | null)[][] {
  const places = towardsTip(axis, stop);
  return faces.map((readings) =>
    places.map((place, space) => {
      const reading = readings[space];
      const cut = axis.depthsMm[(bitting[space] ?? 1) - 1] ?? 0;
      return reading === null || reading === undefined ? null : reading - cut - bow - (tip - bow) * place;
    }),
  );
}

/** The space in which the likely bittings differ most, by their probability. */
function readAgainOf(ranked: readonly RankedBitting[]): number | null {
  const [best] = ranked;
  if (!best) return null;
  const doubt = best.bitting.map((depth, space) =>
    ranked.reduce((sum, { bitting, probability }) => sum + (bitting[space] === depth ? 0 : probability), 0),
  );
  const most = Math.max(...doubt);
  return most < 0.02 ? null : doubt.indexOf(most) + 1;
}

function logSum(logs: readonly number[]): number {
  let most = Number.NEGATIVE_INFINITY;
  for (const log of logs) if (log > most) most = log;
  if (most === Number.NEGATIVE_INFINITY) return most;
  let sum = 0;
  for (const log of logs) sum += Math.exp(log - most);
  return most + Math.log(sum);
}
