// A made-up library of the size of the figures: 400 makes, 20,000 models, 200,000 applications, as CSV files.

import { once } from 'node:events';
import { createWriteStream, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { listOf } from '@/core/catalogue/lists/lists';
import { pick, seededRandom } from '@/core/kinds/random';
import { writeCsv } from '@/formats/csv';
import { csvHeader } from '@/formats/list-csv';

export const size = { makes: 400, models: 20_000, applications: 200_000 } as const;

const starts =
  'bal cor dun fel gar hol jor kel lum mor nar ost pel quin ras sel tor ulm ver wes yar zel'.split(' ');
const middles = 'a e i o u an en in or ar el il un er am os'.split(' ');
const ends =
  'dale moor wyn bridge field march stead ric vel ton mere thorpe len rill dane fast hurst ley nor set'.split(
    ' ',
  );

/** Different names, none of them like another but by chance. */
function drawNames(count: number, seed: string): string[] {
  const random = seededRandom(seed);
  const names = new Set<string>();
  while (names.size < count) {
    const name =
      pick(random, starts) + pick(random, middles) + pick(random, [...middles, '']) + pick(random, ends);
    names.add(name.charAt(0).toUpperCase() + name.slice(1));
  }
  return [...names];
}

export interface BigModel {
  readonly make: string;
  readonly model: string;
}

export function bigModels(): BigModel[] {
  const makes = drawNames(size.makes, 'bench makes');
  return drawNames(size.models, 'bench models').map((model, at) => ({
    make: makes[at % makes.length] ?? '',
    model,
  }));
}

/** Writes the four lists into a folder; blanks, chips, remotes, platforms and pockets are those of the demo world. */
export async function writeBigLibrary(folder: string, articles: BigArticles): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const models = bigModels();
  const makes = [...new Set(models.map(({ make }) => make))];
  const write = async (list: Parameters<typeof listOf>[0], rows: Iterable<readonly (string | null)[]>) => {
    const file = createWriteStream(join(folder, `${list}.csv`));
    file.write(csvHeader(listOf(list)));
    let batch: (readonly (string | null)[])[] = [];
    for (const row of rows) {
      batch.push(row);
      if (batch.length < 2000) continue;
      if (!file.write(writeCsv(batch))) await once(file, 'drain');
      batch = [];
    }
    file.end(writeCsv(batch));
    await once(file, 'close');
  };
  await write(
    'makes',
    makes.map((make) => [make, null]),
  );
  await write(
    'models',
    models.map(({ make, model }) => [make, model, null, 'passenger']),
  );
  await write(
    'generations',
    models.map(({ make, model }) => [make, model, 'Meres', 'I', '2000', '2024']),
  );
  await write('applications', applications(models, articles));
}

export interface BigArticles {
  readonly blanks: readonly string[];
  readonly chips: readonly string[];
  readonly remotes: readonly string[];
  readonly platforms: readonly string[];
  readonly pockets: readonly string[];
}

function* applications(models: readonly BigModel[], articles: BigArticles): Generator<(string | null)[]> {
  const random = seededRandom('bench applications');
  const columns = listOf('applications').columns.map(({ name }) => name);
  const each = size.applications / size.models;
  for (const { make, model } of models) {
    for (let at = 0; at < each; at += 1) {
      const fromYear = 2000 + Math.floor((at * 24) / each);
      const cells: Record<string, string> = {
        make,
        model,
        market: 'Meres',
        generation: 'I',
        ignition: at % 2 === 0 ? 'turn' : 'push',
        from_year: String(fromYear),
        to_year: String(fromYear + 2),
        blank: pick(random, articles.blanks),
        chip: pick(random, articles.chips),
        remote: pick(random, articles.remotes),
        platform: pick(random, articles.platforms),
        pocket: pick(random, articles.pockets),
        weight: '1',
        source: 'Bench',
        certainty: '0.9',
      };
      yield columns.map((column) => cells[column] ?? null);
    }
  }
}
