// Measures the product against plain ways, on a big made-up library, over HTTP on loopback. Prints one JSON document.

import pg from 'pg';
import { v7 as uuid } from 'uuid';
import type { Application } from '@/core/catalogue/application';
import { nextQuestion } from '@/core/identify/next-question';
import { rankCandidates } from '@/core/identify/posterior';
import type { PersonActor } from '@/core/kinds/actor';
import { pick, type Random, seededRandom } from '@/core/kinds/random';
import { findSimilarNames } from '@/data/catalogue';
import { closeDatabase, database } from '@/usecases/database';
import { startSession } from '@/usecases/people/sessions';
import { closePool } from '@/usecases/pool/lane';
import { testApplication, worldApplications } from '../../tests/support/applications';
import {
  byGain,
  bySeconds,
  fixedOrder,
  labelSplitting,
  mean,
  runs,
  share,
} from '../../tests/support/identify-drill';
import { priceFigures, priceRuns } from '../../tests/support/price-drill';
import { measureBenchCar } from './bench-car';
import { type BigModel, bigModels, size } from './big-library';
import { measureBlades } from './blade';
import { measureFlow } from './flow';
import { measureLibrary } from './library';
import { measureMetal } from './metal';
import { measureProcedures } from './procedures';
import { measureRuns, openRun } from './runs';
import { spread } from './spread';
import { measureSteady } from './steady';
import { measureTyped } from './typed';

const address = process.env.BENCH_ADDRESS ?? '';
const superuser = process.env.BENCH_SUPERUSER_URL ?? '';

const say = (words: string) => console.error(`kilnsman: bench: ${words}`);

async function timed<Value>(work: () => Promise<Value>): Promise<{ ms: number; value: Value }> {
  const start = performance.now();
  const value = await work();
  return { ms: performance.now() - start, value };
}

async function actor(): Promise<PersonActor> {
  const found = await database().query<{ id: string; name: string }>(
    "SELECT id, name FROM person WHERE role = 'proprietor'",
  );
  const [person] = found.rows;
  if (!person) throw new Error('expected the demo world');
  return {
    kind: 'person',
    personId: person.id,
    name: person.name,
    role: 'proprietor',
    sessionId: uuid(),
    device: 'bench',
    at: new Date(),
  };
}

/** One slip of a finger in a word. */
function misspell(random: Random, word: string): string {
  const at = 1 + Math.floor(random() * (word.length - 2));
  const letters = [...word];
  const kind = Math.floor(random() * 3);
  if (kind === 0) letters.splice(at, 1);
  else if (kind === 1) letters.splice(at, 2, letters[at + 1] ?? '', letters[at] ?? '');
  else letters.splice(at, 1, pick(random, [...'aeiourstln']));
  return letters.join('');
}

/** Lines as callers say them; every second one has a misspelt name. */
function heldLines(
  models: readonly BigModel[],
  count: number,
): { line: string; model: string; bad: string[] }[] {
  const random = seededRandom('bench lines');
  return Array.from({ length: count }, (_, at) => {
    const { make, model } = pick(random, models);
    const wrong = at % 2 === 1;
    const names = wrong ? [misspell(random, make), misspell(random, model)] : [make, model];
    const year = 2000 + Math.floor(random() * 24);
    const more = pick(random, [
      'push start lost both',
      'turn key spare',
      'lost the only one locked',
      'one key works',
    ]);
    const line = pick(random, [`${names.join(' ')} ${year} ${more}`, `${year} ${names.join(' ')}, ${more}`]);
    return { line, model, bad: wrong ? names : [] };
  });
}

async function http(path: string, cookie: string, body?: object) {
  const start = performance.now();
  const answer = await fetch(`${address}${path}`, {
    ...(body
      ? {
          method: 'POST',
          body: JSON.stringify(body),
          headers: { cookie, origin: address, 'content-type': 'application/json' },
        }
      : { headers: { cookie } }),
  });
  const text = await answer.text();
  if (answer.status !== 200) throw new Error(`${path}: ${answer.status} ${text.slice(0, 300)}`);
  return { ms: performance.now() - start, text };
}

/** The name search with and without the index, the same words, and whether the rows are the same. */
async function nameSearch(words: readonly string[]) {
  const client = new pg.Client({ connectionString: superuser });
  await client.connect();
  const run = async (scans: 'on' | 'off') => {
    for (const kind of ['indexscan', 'bitmapscan', 'indexonlyscan'])
      await client.query(`SET enable_${kind} = ${scans}`);
    const rows: unknown[] = [];
    for (const word of words.slice(0, 5)) await findSimilarNames(client, [word]);
    const { ms } = await timed(async () => {
      for (const word of words) rows.push(await findSimilarNames(client, [word]));
    });
    return { ms: Math.round(ms), rows: JSON.stringify(rows) };
  };
  const withIndex = await run('on');
  const without = await run('off');
  await client.end();
  return {
    words: words.length,
    withIndexMs: withIndex.ms,
    withoutMs: without.ms,
    ratio: Number((without.ms / withIndex.ms).toFixed(1)),
    sameRows: withIndex.rows === without.rows,
  };
}

/** The next question where 200 candidates are left, of 24 decisions. */
function questionAt200() {
  const random = seededRandom('bench question');
  const all = worldApplications();
  const applications: Application[] = Array.from({ length: 200 }, (_, at) => {
    const base = pick(random, all);
    const from = 2000 + (at % 20);
    return testApplication({
      ...base,
      id: `a${at}`,
      modelId: 'm',
      span: { from: { year: from, month: null }, to: { year: from + 4, month: 6 } },
    });
  });
  const facts = { year: 2012, shopMarket: 'Meres' };
  const request = {
    candidates: rankCandidates(applications, facts),
    facts,
    closed: new Set<never>(),
    decisionOf: ({ blank, remote, platform }: Application) => `${blank}|${remote?.article}|${platform}`,
  };
  const times: number[] = [];
  for (let at = 0; at < 60; at += 1) {
    const start = performance.now();
    nextQuestion(request);
    if (at >= 10) times.push(performance.now() - start);
  }
  return { decisions: new Set(applications.map(request.decisionOf)).size, ...spread(times) };
}

function identification() {
  const cars = 400;
  const figures = (list: ReturnType<typeof runs>) => ({
    seconds: Number(mean(list.map(({ seconds }) => seconds)).toFixed(2)),
    questions: Number(mean(list.map(({ questions }) => questions)).toFixed(3)),
    right: Number(share(list.map(({ right }) => right)).toFixed(4)),
    settled: Number(share(list.map(({ settled }) => settled)).toFixed(4)),
  });
  return {
    cars,
    'gain per second': figures(runs(bySeconds, 0, cars)),
    'gain alone': figures(runs(byGain, 0, cars)),
    'fixed order': figures(runs(fixedOrder, 0, cars)),
    'label-splitting': figures(runs(labelSplitting, 0, cars)),
    'gain per second, 5 % false': figures(runs(bySeconds, 0.05, cars)),
    'a key in hand, on the phone': figures(
      runs(bySeconds, 0, cars, { stand: 'phone', key: 'inHand', access: 'open' }),
    ),
    'no key in hand, at the open car': figures(
      runs(bySeconds, 0, cars, { stand: 'car', key: 'remembered', access: 'open' }),
    ),
    'no key in hand, at the locked car': figures(
      runs(bySeconds, 0, cars, { stand: 'car', key: 'remembered', access: 'locked' }),
    ),
    'no key in hand, far away': figures(
      runs(bySeconds, 0, cars, { stand: 'phone', key: 'remembered', access: null }),
    ),
  };
}

/** Typed lines to full quotes over HTTP: models of the demo world with a year, keys and a place. */
async function quoteTimes(cookie: string) {
  const random = seededRandom('bench quotes');
  const cars = await database().query<{ model: string; year: number }>(
    `SELECT DISTINCT md.name AS model, (a.from_year + a.to_year) / 2 AS year FROM application a
     JOIN generation g ON g.id = a.generation_id JOIN model md ON md.id = g.model_id
     WHERE g.market = 'Meres' ORDER BY 1, 2`,
  );
  const places = await database().query<{ name: string }>('SELECT name FROM place ORDER BY name');
  const lines = Array.from({ length: 300 }, () => {
    const { model, year } = pick(random, cars.rows);
    const keys = pick(random, ['lost both', 'spare one key works', 'lost']);
    return `${model} ${year} ${keys} ${pick(random, places.rows).name}`;
  });
  const ask = async (line: string) => {
    const start = performance.now();
    const answer = await fetch(`${address}/api/v1/quote`, {
      method: 'POST',
      body: JSON.stringify({ line }),
      headers: { cookie, origin: address, 'content-type': 'application/json' },
    });
    await answer.text();
    return { ms: performance.now() - start, ok: answer.status === 200 };
  };
  for (const line of lines.slice(0, 40)) await ask(line);
  const answers = [];
  for (const line of lines) answers.push(await ask(line));
  const full = answers.filter(({ ok }) => ok).map(({ ms }) => ms);
  return { count: full.length, ...spread(full) };
}

const own = await actor();
const only = process.env.BENCH_ONLY ?? '';
const benchCookie = `kilnsman_session=${await startSession(own.personId, 'bench')}`;
const flowSetting = { own, address, cookie: benchCookie, spread, say };
const superclient = new pg.Client({ connectionString: superuser });
await superclient.connect();
const librarySetting = { own, spread, say, superclient };
const parts: Record<string, () => Promise<unknown>> = {
  flow: () => measureFlow(flowSetting),
  library: () => measureLibrary(librarySetting),
  car: () => measureBenchCar(flowSetting),
  procedures: () => measureProcedures({ spread, say }),
  runs: () => measureRuns(flowSetting),
  timed: async () => ({ job: await openRun(flowSetting) }),
  typed: () => measureTyped({ address, actor: own, spread, say }),
};
if (only !== '') {
  console.log(JSON.stringify(await parts[only]?.()));
  process.exit(0);
}
say('identification over the demo world');
const drill = identification();
const question = questionAt200();

say('quotes over the demo world');
const quotes = await quoteTimes(benchCookie);

say('first prices over the demo world');
const prices = priceFigures(await priceRuns(own, 400));

const blades = await measureBlades(spread, say);
const metal = measureMetal(say);

const flow = await measureFlow(flowSetting);
const car = await measureBenchCar(flowSetting);
const procedures = await measureProcedures({ spread, say });
const runsFigures = await measureRuns(flowSetting);
const typed = await measureTyped({ address, actor: own, spread, say });
const steady = await measureSteady({ address, personId: own.personId, superclient, spread, say });

const library = await measureLibrary(librarySetting);
await superclient.end();
const models = bigModels();
say('lines');
const lines = heldLines(models, 1000);
const lineTimes: Record<string, number[]> = { candidates: [], identify: [] };
let right = 0;
for (const path of ['candidates', 'identify']) {
  for (const { line } of lines.slice(0, 60)) await http(`/api/v1/${path}`, benchCookie, { line });
  for (const { line, model } of lines) {
    const { ms, text } = await http(`/api/v1/${path}`, benchCookie, { line });
    lineTimes[path]?.push(ms);
    if (path === 'candidates' && JSON.parse(text).read.model === model) right += 1;
  }
}
say('names offered');
let offered = 0;
const misspelt = lines.filter(({ bad }) => bad.length > 0);
for (const { model, bad } of misspelt) {
  const word = bad.at(-1)?.toLowerCase() ?? '';
  const ids = (await findSimilarNames(database(), [word])).slice(0, 3).map(({ id }) => id);
  const named = await database().query<{ name: string }>('SELECT name FROM model WHERE id = ANY($1)', [ids]);
  if (named.rows.some(({ name }) => name === model)) offered += 1;
}
say('name search');
const search = await nameSearch(
  lines
    .flatMap(({ bad }) => bad)
    .slice(0, 200)
    .map((word) => word.toLowerCase()),
);
say('library pages');
const pages: Record<string, ReturnType<typeof spread>> = {};
const second = encodeURIComponent(JSON.stringify(['Morinfield', 'A', '', '', '', '0', '0', '', '']));
for (const [name, path] of [
  ['applications, first page', '/library/applications'],
  ['applications, a page in the middle', `/library/applications?after=${second}`],
  ['applications, searched by a model', `/library/applications?q=${models[777]?.model}`],
  ['models, first page', '/library/models'],
  ['chips', '/library/chips'],
] as const) {
  for (let at = 0; at < 3; at += 1) await http(path, benchCookie);
  const times: number[] = [];
  for (let at = 0; at < 60; at += 1) times.push((await http(path, benchCookie)).ms);
  pages[name] = spread(times);
}
await closePool();
await closeDatabase();
console.log(
  JSON.stringify({
    blades,
    flow,
    atTheCar: runsFigures,
    metal,
    car,
    procedures,
    size,
    steady,
    typed,
    drill,
    question,
    library,
    lines: {
      count: lines.length,
      candidates: spread(lineTimes.candidates ?? []),
      identify: spread(lineTimes.identify ?? []),
      modelFound: right / lines.length,
      offered: offered / misspelt.length,
    },
    search,
    pages,
    quotes,
    prices,
  }),
);
// The listening of the streams goes on.
process.exit(0);
