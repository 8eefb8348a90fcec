import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Behaviour } from '@/core/benchcar/document/behaviour';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import type { Platform, RankSign } from '@/core/catalogue/platform';
import { platformOf } from '@/core/catalogue/platform-cells';
import { readCsv } from '@/formats/csv';
import { readLibraryJson } from '@/formats/library-json';

const folder = join(import.meta.dirname, '../../world');
const list = (name: string) =>
  readCsv(readFileSync(join(folder, `${name}.csv`), 'utf8')).rows.map(({ cells }) => cells);

/** The demo world's platforms as its files have them. */
function worldPlatforms(): Platform[] {
  const ways = list('platform-methods');
  return list('platforms').map((row) => platformOf(row, ways));
}

/** The demo world's cars for the bench: each platform with its document. */
export function worldBenchPlatforms(): BenchPlatform[] {
  const read = readLibraryJson(readFileSync(join(folder, 'behaviours.json'), 'utf8'));
  if (!read.ok) throw new Error('the documents of the world cannot be read');
  const signs = list('rank-signs');
  return worldPlatforms().map((platform) => {
    const body = read.value.find(({ cells }) => cells.platform === platform.name)?.cells.body;
    if (body === undefined) throw new Error(`no document for ${platform.name}`);
    const rankMoments = signs
      .filter((row) => row.platform === platform.name)
      .map((row) => ({
        moment: row.moment ?? '',
        master: row.master as RankSign,
        valet: row.valet as RankSign,
      }));
    return { platform, behaviour: JSON.parse(body) as Behaviour, rankMoments };
  });
}
