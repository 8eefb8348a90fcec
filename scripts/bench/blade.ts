// What the decode of worn keys is worth, how long it takes, and how long a search over a large series does.
import { execFile } from 'node:child_process';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import pLimit from 'p-limit';
import { decodeBlade } from '@/core/blade/decode';
import { packBittings } from '@/core/blade/packed';
import { indexBittings, searchBittings, type Wanted } from '@/core/blade/search';
import { spacesOf } from '@/core/blade/spec';
import { drawCodeRows } from '@/core/catalogue/code-rows';
import { pick, seededRandom } from '@/core/kinds/random';
import { type BladeFigures, drillKeyways, wornReadings } from '../../tests/support/blade-drill';
import type { Spread } from './spread';

const keysARow = 2000;

type SpreadOf = (list: readonly number[]) => Spread;

/** Shares right by keyway, the finest step first; a child process for each, as many at once as there are processors. */
async function shares(say: (words: string) => void) {
  const run = promisify(execFile);
  const limit = pLimit(cpus().length);
  const rows = drillKeyways().map((keyway) =>
    limit(async () => {
      say(`blades of ${keyway.name}`);
      const { stdout } = await run(process.execPath, [
        '--import',
        'tsx',
        join(import.meta.dirname, 'blade-row.ts'),
        keyway.name,
        String(keysARow),
      ]);
      const row = JSON.parse(stdout) as { readonly series: BladeFigures; readonly free: BladeFigures };
      return { measure: keyway.blade.measure, ...row };
    }),
  );
  const all = await Promise.all(rows);
  return all.sort((a, b) => a.measure.localeCompare(b.measure) * -1 || a.series.stepMm - b.series.stepMm);
}

/** One decode against 20,000 codes, a key with two faces. */
function decodeTimes(spread: SpreadOf): Spread {
  const times: number[] = [];
  for (const keyway of drillKeyways()) {
    const random = seededRandom(`times of ${keyway.name}`);
    const codes = Array.from({ length: 20_000 }, (_, at) => keyway.series[at % keyway.series.length] ?? []);
    const series = packBittings(codes, spacesOf(keyway.blade).length);
    for (let key = 0; key < 12; key += 1) {
      const bitting = pick(random, keyway.series);
      const faces = [wornReadings(random, keyway, bitting), wornReadings(random, keyway, bitting)];
      const start = performance.now();
      decodeBlade({ blade: keyway.blade, faces, series });
      // The first of each is the machine's warming up.
      if (key >= 2) times.push(performance.now() - start);
    }
  }
  return spread(times);
}

/** Searches over 200,000 codes, against going through them one by one. */
function searchTimes(spread: SpreadOf) {
  const [spaces, depths] = [11, 5];
  const rows = drawCodeRows({ name: 'bench', spaces, depths, macs: 3, count: 200_000 });
  const startIndex = performance.now();
  const index = indexBittings(packBittings(rows, spaces), depths);
  const indexMs = performance.now() - startIndex;
  const random = seededRandom('searches');
  const ours: number[] = [];
  const plain: number[] = [];
  let same = true;
  for (let at = 0; at < 60; at += 1) {
    const meant = pick(random, rows);
    const wanted: Wanted = meant.map((depth) => {
      const chance = random();
      if (chance < 0.3) return null;
      return chance < 0.5 ? [depth, (depth % depths) + 1] : [depth];
    });
    let start = performance.now();
    const { count } = searchBittings(index, wanted);
    ours.push(performance.now() - start);
    start = performance.now();
    const scanned = rows.filter((row) =>
      wanted.every((allowed, space) => allowed === null || allowed.includes(row[space] ?? 0)),
    );
    plain.push(performance.now() - start);
    same &&= scanned.length === count;
  }
  const [mine, theirs] = [spread(ours.slice(5)), spread(plain.slice(5))];
  return {
    ours: mine,
    plain: theirs,
    ratio: Number((theirs.p50 / Math.max(0.05, mine.p50)).toFixed(1)),
    indexMs: Math.round(indexMs),
    same,
  };
}

export async function measureBlades(spread: SpreadOf, say: (words: string) => void) {
  return { rows: await shares(say), decode: decodeTimes(spread), search: searchTimes(spread) };
}
