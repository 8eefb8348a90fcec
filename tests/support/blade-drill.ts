import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { decodeBlade } from '@/core/blade/decode';
import { keywaysOf } from '@/core/blade/keyway-rows';
import { packBittings } from '@/core/blade/packed';
import { type FaceReadings, roundedReadings } from '@/core/blade/readings';
import { type Blade, bladeOfKeyway, spacesOf } from '@/core/blade/spec';
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
  readonly blade: Blade;
  readonly widthMm: number;
  readonly lengthMm: number | null;
  /** The least of the keyway. */
  readonly stepMm: number;
  readonly series: readonly (readonly number[])[];
}

/** The keyways of the world with the rows of their first series; a disc's step is in degrees. */
export function drillKeyways(): DrillKeyway[] {
  const lists = ['keyways', 'keyway-spaces', 'keyway-depths'] as const;
  const keyways = keywaysOf(
    lists.flatMap((name) => list(name).map((cells) => ({ list: name, line: null, cells: filled(cells) }))),
  );
  const series = list('code-series');
  return [...keyways].flatMap(([name, keyway]): DrillKeyway[] => {
    const found = bladeOfKeyway(keyway);
    const own = series.find((one) => one.keyway === name);
    if (!('blade' in found) || !own) return [];
    const { spaces, depths, macs, profile, widthMm, lengthMm } = keyway;
    const rows = drawCodeRows({
      name: own.name ?? '',
      spaces,
      depths,
      macs: macs ?? depths,
      count: Number(own.count),
    });
    const steps = found.blade.rows.flatMap(({ cuts }) =>
      cuts.slice(1).map((cut, at) => cut - (cuts[at] ?? 0)),
    );
    return [
      { name, profile, blade: found.blade, widthMm, lengthMm, stepMm: Math.min(...steps), series: rows },
    ];
  });
}

const filled = (cells: Readonly<Record<string, string>>) =>
  Object.fromEntries(Object.entries(cells).filter(([, value]) => value !== ''));

interface Worn {
  readonly missing?: boolean;
}

/** Readings of one face of a worn key; of a disc in degrees, where a mm of the others counts as 20. */
export function wornReadings(
  random: Random,
  { blade }: Pick<DrillKeyway, 'blade'>,
  bitting: readonly number[],
  { missing = true }: Worn = {},
): FaceReadings {
  const scale = blade.measure === 'degrees' ? 20 : 1;
  const places = spacesOf(blade);
  const isNew = random() < 1 / 3;
  const tip = isNew ? 0.03 * random() : 0.25 * random();
  const bend = 1 + 1.5 * random();
  const ignition = isNew ? 0 : 0.04 * random();
  const seat = 0.06 * random() - 0.03;
  const round = random() < 0.5 ? 0.01 : 0.02;
  const gone = missing ? Math.floor(random() * 3) : 0;
  const lost = new Set(Array.from({ length: gone }, () => Math.floor(random() * places.length)));
  return places.map(({ toTip, cuts }, space) => {
    if (lost.has(space)) return null;
    const wear = tip * toTip ** bend + (toTip > 0.55 ? ignition : 0);
    const burr = random() < 1 / 25 ? -(0.05 + 0.25 * random()) : 0;
    const read = wear + seat + normal(random, 0, 0.02) + burr;
    return (cuts[(bitting[space] ?? 1) - 1] ?? 0) + Math.round(read / round) * round * scale;
  });
}

/**
 * Readings of a copy of a copy: worn as others, and all cuts shifted along by more than their flat, so that a gauge meets
 * their sides. The contour is cut by a wheel of the keyway's angle and flat, and read from it.
 */
export function shiftedReadings(
  random: Random,
  keyway: Pick<DrillKeyway, 'blade'>,
  bitting: readonly number[],
  shiftMm: number,
): FaceReadings {
  const { blade } = keyway;
  const { flatMm, angleDeg } = blade.cutter ?? { flatMm: 1, angleDeg: 90 };
  const places = spacesOf(blade);
  const removedAt = (row: number, atMm: number) =>
    Math.max(
      0,
      ...places.map((place, space) => {
        if (place.row !== row) return 0;
        const beyond = Math.max(0, Math.abs(atMm - place.atMm - shiftMm) - flatMm / 2);
        return (place.cuts[(bitting[space] ?? 1) - 1] ?? 0) - beyond / Math.tan((angleDeg / 360) * Math.PI);
      }),
    );
  const plain = wornReadings(random, keyway, bitting, { missing: false });
  return places.map(({ row, atMm, cuts }, space) => {
    const cut = cuts[(bitting[space] ?? 1) - 1] ?? 0;
    return (plain[space] ?? 0) - cut + removedAt(row, atMm);
  });
}

type Rule = (readings: FaceReadings, keyway: DrillKeyway) => readonly number[];

/** Each reading to its nearest depth. */
export const rounding: Rule = (readings, { blade }) =>
  roundedReadings(blade, [readings]).map((depth) => depth ?? 0);

/** The same after the constant shift that leaves least between readings and depths. */
export const shifted: Rule = (readings, keyway) => {
  const places = spacesOf(keyway.blade);
  const moved = (by: number) => readings.map((reading) => (reading === null ? null : reading - by));
  const leaves = (by: number) => {
    const depths = rounding(moved(by), keyway);
    return moved(by).reduce(
      (sum: number, reading, space) =>
        reading === null ? sum : sum + (reading - (places[space]?.cuts[(depths[space] ?? 1) - 1] ?? 0)) ** 2,
      0,
    );
  };
  const scale = keyway.blade.measure === 'degrees' ? 20 : 1;
  let best = 0;
  for (let by = -0.05; by <= 0.3; by += 0.005) if (leaves(by * scale) < leaves(best)) best = by * scale;
  return rounding(moved(best), keyway);
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
  const series = withSeries ? packBittings(keyway.series, spacesOf(keyway.blade).length) : null;
  let [ours, plain, moved, sure, sureRight] = [0, 0, 0, 0, 0];
  for (let at = 0; at < keys; at += 1) {
    const bitting = pick(random, keyway.series);
    const readings = wornReadings(random, keyway, bitting);
    const right = (found: readonly number[]) =>
      bitting.every((depth, space) => readings[space] === null || found[space] === depth);
    const decode = decodeBlade({ blade: keyway.blade, faces: [readings], series });
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
