// What a library of 200,000 applications costs: bringing it, against a bare COPY, and searching in it, against going through it.
import { spawnSync } from 'node:child_process';
import { createReadStream, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type pg from 'pg';
import { v7 as uuid } from 'uuid';
import { type ListName, listOf } from '@/core/catalogue/lists/lists';
import type { PersonActor } from '@/core/kinds/actor';
import { currentRows, listRows } from '@/data/library/rows';
import { database } from '@/usecases/database';
import { readImport } from '@/usecases/library/read-import';
import { storeImport } from '@/usecases/library/store-import';
import { size, writeBigLibrary } from './big-library';
import type { Spread } from './spread';

interface Setting {
  readonly own: PersonActor;
  readonly spread: (list: readonly number[]) => Spread;
  readonly say: (words: string) => void;
  readonly superclient: pg.Client;
}

/** Runs a command of psql against the server that is measured. */
function psql(command: string): void {
  const done = spawnSync(
    process.env.BENCH_PSQL ?? '',
    [process.env.BENCH_SUPERUSER_URL ?? '', '-v', 'ON_ERROR_STOP=1', '-q', '-c', command],
    { encoding: 'utf8' },
  );
  if (done.status !== 0) throw new Error(done.stderr);
}

/** Milliseconds of `\copy` of a list's file into a table of its columns as text, with nothing to keep or check. */
function bareCopy(list: ListName): number {
  const columns = listOf(list).columns.map(({ name }) => `${name} text`);
  psql(`DROP TABLE IF EXISTS bare; CREATE TABLE bare (${columns.join(', ')})`);
  return copyInto('bare', list);
}

/**
 * Milliseconds of `\copy` of the applications into a table with the same keys and checks as theirs: an id, the key over
 * nine columns, numbers and ranges. What they name elsewhere is not looked up.
 */
function keyedCopy(): number {
  psql(`DROP TABLE IF EXISTS keyed; CREATE TABLE keyed (id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
    make text NOT NULL, model text NOT NULL, market text NOT NULL, generation text NOT NULL,
    ignition text NOT NULL CHECK (ignition IN ('turn', 'push')),
    from_year integer NOT NULL, from_month integer CHECK (from_month BETWEEN 1 AND 12),
    to_year integer NOT NULL CHECK (to_year >= from_year), to_month integer CHECK (to_month BETWEEN 1 AND 12),
    equipment text, made_mark text, blank text NOT NULL, chip text, remote text, platform text NOT NULL, pocket text,
    weight numeric(8, 3) NOT NULL CHECK (weight > 0), source text NOT NULL,
    certainty numeric NOT NULL CHECK (certainty BETWEEN 0.5 AND 0.995), fact_sources text);
    CREATE UNIQUE INDEX keyed_key ON keyed (make, model, market, generation, from_year, from_month, ignition, equipment,
      made_mark) NULLS NOT DISTINCT`);
  const columns = listOf('applications').columns.map(({ name }) => name);
  return copyInto(`keyed (${columns.join(', ')})`, 'applications');
}

function copyInto(table: string, list: ListName): number {
  const start = performance.now();
  psql(`\\copy ${table} FROM '${join(folder, `${list}.csv`)}' WITH (FORMAT csv, HEADER)`);
  return Math.round(performance.now() - start);
}

/** The search as it was before: each row compared with the word by the columns it has. */
function plainSearch(words: readonly string[]): [string, string[]] {
  const holds = (pattern: string) => {
    const named = (column: string, table: string, key: string, text: string) =>
      `t.${column} IN (SELECT ${key} FROM ${table} WHERE ${text} ILIKE ${pattern})`;
    return [
      named(
        'generation_id',
        'generation g JOIN model md ON md.id = g.model_id JOIN make mk ON mk.id = md.make_id',
        'g.id',
        "concat_ws(' ', mk.name, md.name, g.market, g.name)",
      ),
      named('platform_id', 'platform', 'id', 'name'),
      named('blank', 'blank', 'article', 'article'),
      named('chip', 'chip', 'article', 'article'),
      named('remote', 'remote', 'article', 'article'),
      named('pocket', 'pocket', 'name', 'name'),
      `concat_ws(' ', t.ignition, t.from_year, t.to_year, t.equipment, t.made_mark, t.source, t.fact_sources) ILIKE ${pattern}`,
    ].join(' OR ');
  };
  const order = 'make model market generation'.split(' ').map((name) => `c.${name} COLLATE "C"`);
  return [
    `WITH found AS MATERIALIZED (SELECT t.id FROM application t WHERE ${words.map((_, at) => `(${holds(`$${at + 1}`)})`).join(' AND ')})
     SELECT c.* FROM (${currentRows('applications')} WHERE t.id IN (SELECT id FROM found)) c
     ORDER BY ${order.join(', ')}, c.ignition COLLATE "C", c.from_year::int, coalesce(c.from_month::int, 0),
       coalesce(c.equipment, '') COLLATE "C", coalesce(c.made_mark, '') COLLATE "C" LIMIT 51`,
    words.map((word) => `%${word}%`),
  ];
}

/** Searches as people type them, by both ways in turns: the same rows, and how long each took. */
async function measureSearch(spread: (list: readonly number[]) => Spread) {
  const lines = readFileSync(join(folder, 'applications.csv'), 'utf8').split('\r\n');
  const at = (line: number) => (lines[line] ?? '').split(',');
  const searches = [
    [at(7770)[1] ?? ''],
    at(91_234).slice(0, 2),
    [at(150_000)[0] ?? '', '2012'],
    ['push', '2016', 'Meres'],
    ['AES128-Larch'],
    ['BLANK-2041', 'turn'],
    ['Heddle'],
    ['Cup'],
    ['Bench'],
    ['nothing-has-this'],
  ];
  const ours: number[] = [];
  const plain: number[] = [];
  let same = true;
  for (let round = 0; round < 6; round += 1)
    for (const words of searches) {
      let start = performance.now();
      const page = await listRows(database(), 'applications', { search: words.join(' ') });
      const ourMs = performance.now() - start;
      start = performance.now();
      const found = await database().query(...plainSearch(words));
      const plainMs = performance.now() - start;
      same &&= page.rows.every(({ id }, at) => id === (found.rows[at] as { id: string }).id);
      same &&= page.rows.length === Math.min(50, found.rows.length);
      if (round === 0) continue;
      ours.push(ourMs);
      plain.push(plainMs);
    }
  const [mine, theirs] = [spread(ours), spread(plain)];
  return {
    searches: searches.length,
    ours: mine,
    plain: theirs,
    ratio: Number((theirs.p95 / mine.p95).toFixed(1)),
    middle: Number((theirs.p50 / mine.p50).toFixed(1)),
    same,
  };
}

const folder = mkdtempSync(join(tmpdir(), 'kilnsman-bench-'));

async function timed<Value>(work: () => Promise<Value>): Promise<{ ms: number; value: Value }> {
  const start = performance.now();
  const value = await work();
  return { ms: performance.now() - start, value };
}

async function importFile(own: PersonActor, list: ListName) {
  const path = join(folder, `${list}.csv`);
  const id = uuid();
  const read = await timed(() =>
    readImport(own, {
      id,
      list,
      fileName: `${list}.csv`,
      announcedBytes: statSync(path).size,
      bytes: createReadStream(path, { highWaterMark: 256 * 1024 }) as AsyncIterable<Uint8Array>,
    }),
  );
  if (!read.value.ok || read.value.value.state !== 'read')
    throw new Error(`the file of ${list} was not read: ${JSON.stringify(read.value).slice(0, 600)}`);
  const store = await timed(() => storeImport(own, id, {}));
  if (!store.value.ok || store.value.value.state !== 'stored')
    throw new Error(`${list} was not stored: ${JSON.stringify(store.value).slice(0, 600)}`);
  return { readMs: Math.round(read.ms), storeMs: Math.round(store.ms) };
}

/** Brings the big library, each list by its file as people do, and measures the longest. It stays for what comes after. */
export async function measureLibrary({ own, spread, say, superclient }: Setting) {
  say(`a library of ${size.applications} applications`);
  const listed = async (query: string) =>
    (await database().query<{ value: string }>(query)).rows.map(({ value }) => value);
  await writeBigLibrary(folder, {
    blanks: await listed('SELECT article AS value FROM blank ORDER BY 1'),
    chips: await listed('SELECT article AS value FROM chip ORDER BY 1'),
    remotes: await listed('SELECT article AS value FROM remote ORDER BY 1'),
    platforms: await listed('SELECT name AS value FROM platform ORDER BY 1'),
    pockets: await listed('SELECT name AS value FROM pocket ORDER BY 1'),
  });
  for (const list of ['makes', 'models', 'generations'] as const) {
    say(`import of ${list}`);
    await importFile(own, list);
  }
  const bare = [bareCopy('applications')];
  const keyed = [keyedCopy()];
  say('import of applications');
  const before = process.memoryUsage.rss();
  let peak = before;
  const watch = setInterval(() => {
    peak = Math.max(peak, process.memoryUsage.rss());
  }, 50);
  const stored = await importFile(own, 'applications');
  clearInterval(watch);
  for (let at = 0; at < 2; at += 1) {
    bare.push(bareCopy('applications'));
    keyed.push(keyedCopy());
  }
  const middle = (list: readonly number[]) => [...list].sort((a, b) => a - b)[1] ?? 0;
  await superclient.query('DROP TABLE bare, keyed');
  await superclient.query('VACUUM ANALYZE');
  say('searches in the library');
  const search = await measureSearch(spread);
  rmSync(folder, { recursive: true, force: true });
  return {
    ...stored,
    bare,
    keyed,
    bareMs: middle(bare),
    keyedMs: middle(keyed),
    bareRatio: Number((middle(bare) / stored.storeMs).toFixed(2)),
    ratio: Number((middle(keyed) / stored.storeMs).toFixed(2)),
    rssBeforeMb: Math.round(before / 1e6),
    rssPeakMb: Math.round(peak / 1e6),
    search,
  };
}
