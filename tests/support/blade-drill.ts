import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { decodeBlade, type FaceReadings } from '@/core/blade/decode';
import { type BladeAxis, towardsTip } from '@/core/blade/spec';
import { drawCodeRows } from '@/core/catalogue/code-rows';
import { normal, pick, type Random, seededRandom } from '@/core/kinds/random';
import { readCsv } from '@/formats/csv';

// Worn keys from a generator that is not the model: wear is curved and heavier where the ignition turns, burrs come and go.

const folder = join(import.meta.dirname, '../../world');
const list = (name: string) =>
  readCsv(readFileSync(join(folder, `${name}.csv`), 'utf8')).rows.map(({ cells }) => cells);

export interface DrillKeyway {
  readonly name: string;
  readonly profile: string;
  readonly axis: BladeAxis;
  readonly stop: 'shoulder' | 'tip';
  readonly stepMm: number;
  readonly series: readonly (readonly number[])[];
}

/** The milled keyways of the world with the rows of their first series. */
export function drillKeyways(): DrillKeyway[] {
  const [spaces, depths, series] = [list('keyway-spaces'), list('keyway-depths'), list('code-series')];
  return list('keyways')
    .filter(({ profile }) => profile !== 'disc')
    .flatMap((keyway): DrillKeyway[] => {
      const { name = '', profile = '', stop } = keyway;
      const of = (rows: typeof spaces, column: string) =>
        rows.filter((row) => row.keyway === name && row.axis === '1').map((row) => Number(row[column]));
      const axis: BladeAxis = {
        spacesMm: of(spaces, 'at_mm'),
        depthsMm: of(depths, 'cut_mm'),
        macs: Number(keyway.macs),
      };
      const own = series.find((one) => one.keyway === name);
      if (axis.spacesMm.length === 0 || axis.depthsMm.length === 0 || !own) return [];
      const rows = drawCodeRows({
        name: own.name ?? '',
        spaces: Number(keyway.spaces),
        depths: Number(keyway.depths),
        macs: Number(keyway.macs),
        count: Number(own.count),
      });
      const stepMm = (axis.depthsMm[1] ?? 0) - (axis.depthsMm[0] ?? 0);
      return [{ name, profile, axis, stop: stop as 'shoulder' | 'tip', stepMm, series: rows }];
    });
}

/** Readings of one face of a worn key. */
export function wornReadings(
  random: Random,
  { axis, stop }: Pick<DrillKeyway, 'axis' | 'stop'>,
  bitting: readonly number[],
  { missing = true }: { readonly missing?: boolean } = {},
): FaceReadings {
  const places = towardsTip(axis, stop);
  const isNew = random() < 1 / 3;
  const tip = isNew ? 0.03 * random() : 0.25 * random();
  const bend = 1 + 1.5 * random();
  const ignition = isNew ? 0 : 0.04 * random();
  const seat = 0.06 * random() - 0.03;
  const round = random() < 0.5 ? 0.01 : 0.02;
  const gone = missing ? Math.floor(random() * 3) : 0;
  const lost = new Set(Array.from({ length: gone }, () => Math.floor(random() * places.length)));
  return places.map((place, space) => {
    if (lost.has(space)) return null;
    const wear = tip * place ** bend + (place > 0.55 ? ignition : 0);
    const burr = random() < 1 / 25 ? -(0.05 + 0.25 * random()) : 0;
    const cut = axis.depthsMm[(bitting[space] ?? 1) - 1] ?? 0;
    const read = cut + wear + seat + normal(random, 0, 0.02) + burr;
    return Math.round(read / round) * round;
  });
}

type Rule = (readings: FaceReadings, keyway: DrillKeyway) => readonly number[];

const nearest = (depthsMm: readonly number[], value: number) =>
  depthsMm.reduce(
    (best, depth, at) => (Math.abs(depth - value) < Math.abs((depthsMm[best] ?? 0) - value) ? at : best),
    0,
  ) + 1;

/** Each reading to its nearest depth. */
export const rounding: Rule = (readings, { axis }) =>
  readings.map((reading) => (reading === null ? 0 : nearest(axis.depthsMm, reading)));

/** The same after the constant shift that leaves least between readings and depths. */
export const shifted: Rule = (readings, { axis }) => {
  const leaves = (shift: number) =>
    readings.reduce((sum: number, reading) => {
      if (reading === null) return sum;
      const depth = axis.depthsMm[nearest(axis.depthsMm, reading - shift) - 1] ?? 0;
      return sum + (reading - shift - depth) ** 2;
    }, 0);
  let best = 0;
  for (let shift = -0.05; shift <= 0.3; shift += 0.005) if (leaves(shift) < leaves(best)) best = shift;
  return readings.map((reading) => (reading === null ? 0 : nearest(axis.depthsMm, reading - best)));
};

export interface BladeFigures {
  readonly keyway: string;
  readonly stepMm: number;
  readonly keys: number;
  /** Share right at every space that was read. */
  readonly ours: number;
  readonly rounding: number;
  readonly shifted: number;
  /** Of decodes said to be at least 90 % sure: how many, and the share of whole bittings that are right. */
  readonly sure: number;
  readonly sureRight: number;
}

/** Decodes drawn worn keys of a keyway, with its series or without. */
export function bladeFigures(keyway: DrillKeyway, keys: number, withSeries: boolean): BladeFigures {
  const random = seededRandom(`blade ${keyway.name} ${withSeries}`);
  let [ours, plain, moved, sure, sureRight] = [0, 0, 0, 0, 0];
  for (let at = 0; at < keys; at += 1) {
    const bitting = pick(random, keyway.series);
    const readings = wornReadings(random, keyway, bitting);
    const right = (found: readonly number[]) =>
      bitting.every((depth, space) => readings[space] === null || found[space] === depth);
    const decode = decodeBlade({
      axis: keyway.axis,
      stop: keyway.stop,
      faces: [readings],
      series: withSeries ? keyway.series : null,
    });
    const best = decode.ranked[0];
    ours += Number(best !== undefined && right(best.bitting));
    plain += Number(right(rounding(readings, keyway)));
    moved += Number(right(shifted(readings, keyway)));
    if (best && best.probability >= 0.9) {
      sure += 1;
      sureRight += Number(bitting.every((depth, space) => best.bitting[space] === depth));
    }
  }
  return {
    keyway: keyway.name,
    stepMm: Number(keyway.stepMm.toFixed(2)),
    keys,
    ours: ours / keys,
    rounding: plain / keys,
    shifted: moved / keys,
    sure,
    sureRight: sureRight / (sure || 1),
  };
}
