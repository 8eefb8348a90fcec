import fc from 'fast-check';
import { afterAll, describe, expect, it, vi } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { closeDatabase, database } from '@/usecases/database';
import { chooseCandidate } from '@/usecases/jobs/decide';
import { startSession } from '@/usecases/people/sessions';
import { makeToken } from '@/usecases/people/tokens';
import { closePool } from '@/usecases/pool/lane';
import { openOffer } from '@/usecases/quote/customer';
import { makeLink } from '@/usecases/quote/links';
import { offerQuote } from '@/usecases/quote/offer';
import { keepSecret } from '@/usecases/secrets/secrets';
import { actorOf } from '../support/actor-of';
import { copyTemplate, databaseUrl, dropDatabase } from '../support/databases';
import { isAnswer, listActions, listHandlers, listPages, namesOf, requestTo } from '../support/doors';
import { fittingInputsOf, type Known } from '../support/hostile';
import { openTestJob, viewOf } from '../support/jobs';
import { readPdf } from '../support/read-pdf';
import { hangForRun, RunDevice } from '../support/runs';

// Two shops alike but for the PIN of one job. The same is written in both by one hand, through every door that takes a text, with
// guesses of the one PIN in every text. Then all that this hand can read afterwards must be the same, sign by sign: whoever may not
// see a secret cannot find it out by writing it. Ids and the clock are the same in both; what is drawn by chance is left out.

const guess = '48213';
const pins = { hit: guess, miss: '71946' } as const;
type Twin = keyof typeof pins;
const words = [
  guess,
  `pin${guess}`,
  '48-213',
  '４８２１３',
  '٤٨٢١٣',
  `{"pin":"${guess}"}`,
  `was it 59304 or ${guess}?`,
  '59304',
  '0482 48213 482130',
];

const { seen, setting } = vi.hoisted(() => {
  process.env.KILNSMAN_CLOCK = 'fixed:2027-03-03T15:20:00Z';
  return {
    seen: { cookie: '', offer: '', bearer: '', Class: undefined as undefined | (new () => object) },
    setting: { ids: 0, unexpected: [] as string[] },
  };
});
vi.mock('uuid', async (original) => {
  const next = () => {
    setting.ids += 1;
    return `01a20000-0000-7000-8000-${String(setting.ids).padStart(12, '0')}`;
  };
  return { ...(await original<typeof import('uuid')>()), v7: next, v4: next };
});
vi.mock('next/headers', () => ({
  cookies: async () => ({
    get: (name: string) => {
      const value = name === 'kilnsman_session' ? seen.cookie : name === 'kilnsman_offer' ? seen.offer : '';
      return value === '' ? undefined : { name, value };
    },
    set: () => {},
    delete: () => {},
  }),
  headers: async () => new Headers({ host: '127.0.0.1:3000', 'user-agent': 'twins', 'x-path': '/jobs' }),
}));
vi.mock('next/cache', () => ({ revalidatePath: () => {} }));
vi.mock('@/inputs/parse', async (original) => {
  const own = await original<typeof import('@/inputs/parse')>();
  return {
    ...own,
    parseInput: (Class: new () => object, data: unknown) => {
      seen.Class = Class;
      return own.parseInput(Class, data);
    },
  };
});
vi.mock('@/usecases/failures', async (original) => {
  const own = await original<typeof import('@/usecases/failures')>();
  return {
    ...own,
    reportUnexpected: (error: unknown) => {
      setting.unexpected.push(error instanceof Error ? (error.stack ?? error.message) : String(error));
      return 'x';
    },
  };
});

/** Who writes, and reads afterwards. None of them may see the PIN: there are no papers. */
const writers = ['trainee', 'locksmith', 'token', 'customer'] as const;
type Writer = (typeof writers)[number];

/** What was answered and read, a line for each. */
type Heard = [where: string, what: string][];

/** How many inputs go through each door; more by hand. */
const share = Number(process.env.TWIN_CASES ?? 12);
const seed = 20_261_202;

interface Shop {
  readonly number: number;
  readonly quote: number;
  readonly run: RunDevice;
  readonly known: Known;
}

/** A job with its PIN, a quote that a customer can read, and a run that is open. */
async function openShop(twin: Twin, writer: Writer): Promise<Shop> {
  const neutral = await actorOf('proprietor');
  const edit = async () => ({ number, version: (await viewOf(neutral, number)).job.version });
  const number = await openTestJob(neutral, 'Merrowdale', {
    year: 2018,
    ignition: 'push',
    why: 'spare',
    working: 1,
    wanted: 1,
    name: 'Rosalind Abernook',
  });
  const { candidates } = await viewOf(neutral, number);
  const applicationId = candidates[0]?.application.id ?? '';
  await right(chooseCandidate(neutral, { ...(await edit()), applicationId, reason: 'likeliest' }));
  await right(keepSecret(neutral, { ...(await edit()), kind: 'pin', source: 'customer', value: pins[twin] }));
  const offered = await offerQuote(neutral, { ...(await edit()), option: 'shopAftermarket' });
  const quote = offered.ok && 'quoteNumber' in offered.value ? Number(offered.value.quoteNumber) : 0;
  const link = await makeLink(neutral, { number, quote });
  const opened = await openOffer(link.ok ? link.value.token : '', 'phone');
  seen.offer = writer === 'customer' && opened.ok ? opened.value.cookie : '';
  const person: PersonActor = await actorOf(writer === 'trainee' ? 'trainee' : 'locksmith');
  seen.cookie =
    writer === 'customer' || writer === 'token' ? '' : await startSession(person.personId, 'twins');
  if (writer === 'token') {
    const made = await makeToken(person, {
      name: 'twins',
      role: 'locksmith',
      scopes: ['jobs', 'calls', 'works', 'stock', 'benches', 'library'],
      days: 3,
    });
    seen.bearer = made.ok ? made.value.token : '';
  } else seen.bearer = '';
  const ids = async (sql: string) =>
    (await database().query<{ id: string }>(sql, [number])).rows.map(({ id }) => id);
  const keyIds = await ids('SELECT k.id FROM job_key k JOIN job j ON j.id = k.job_id WHERE j.number = $1');
  // Its run hangs on the same job: one key of it has a name that the writer gave it.
  await hangForRun(person, number, `New ${guess}`);
  const run = await RunDevice.starts(person, number);
  return {
    number,
    quote,
    run,
    known: {
      ids: [...keyIds, applicationId],
      idsFor: {
        applicationId: [applicationId],
        keyId: keyIds,
        learnedKeyIds: keyIds,
        device: [run.device],
        secretIds: await ids('SELECT e.id FROM envelope e JOIN job j ON j.id = e.job_id WHERE j.number = $1'),
        vanId: await ids('SELECT id FROM van WHERE $1 > 0 ORDER BY id'),
        makeId: await ids("SELECT id FROM make WHERE $1 > 0 AND name = 'Halvorn'"),
        modelId: await ids("SELECT id FROM model WHERE $1 > 0 AND name = 'Merrowdale'"),
        placeId: await ids('SELECT id FROM place WHERE $1 > 0 ORDER BY id'),
      },
      jobs: [number],
      words,
      isTame: true,
    },
  };
}

async function right(edited: Promise<{ readonly ok: boolean }>): Promise<void> {
  const answer = await edited;
  if (!answer.ok) throw new Error(JSON.stringify(answer));
}

/** One shop from its opening to the last page that the writer can read. */
async function live(twin: Twin, writer: Writer): Promise<Heard> {
  const name = `twin_${writer}_${twin}_${process.pid}`;
  await copyTemplate('world', name);
  process.env.DATABASE_URL = databaseUrl('serving', name);
  setting.ids = 0;
  setting.unexpected.length = 0;
  const said: Heard = [];
  try {
    const shop = await openShop(twin, writer);
    await writeAll(shop, writer, said);
    await readAll(shop, writer, said);
    if (twin === 'hit') {
      const sealed = await database().query<{ parts: number }>(
        'SELECT count(*)::int AS parts FROM sealed_text',
      );
      said.push(['sealed parts', String(sealed.rows[0]?.parts)]);
    }
  } finally {
    // Threads keep the database that they met first.
    await closePool();
    await closeDatabase();
    await dropDatabase(name);
  }
  return said;
}

const headers = (): Record<string, string> =>
  seen.bearer === '' ? {} : { authorization: `Bearer ${seen.bearer}` };

/** What would end the session, or belongs to people and places of their own. */
const leftOut = /^(signOut|signIn|lock|endSession|setUp|theme|savePerson|endToken|endSecond)/;

async function writeAll(shop: Shop, writer: Writer, said: Heard): Promise<void> {
  if (writer !== 'customer') {
    await marksOf(shop, said);
    await photographsOf(shop, said);
    await sendAll(shop, said);
  }
  if (writer === 'token') return;
  if (writer !== 'customer') await jobsWay(shop, said);
  await pressAll(shop, writer, said);
}

/** Every handler that takes something. */
async function sendAll(shop: Shop, said: Heard): Promise<void> {
  for (const { method, path, handler } of await listHandlers()) {
    if (
      method === 'GET' ||
      method === 'DELETE' ||
      /sign-in|unlock|passcode|session|imports|logo|archive/.test(path)
    )
      continue;
    const params = paramsOf(shop, path);
    seen.Class = undefined;
    const ask = (body: unknown) =>
      handler(
        ...requestTo(path, params, {
          method,
          body: JSON.stringify(body),
          headers: { ...headers(), 'idempotency-key': 'twin-first' },
        }),
      );
    await ask({});
    if (!seen.Class) continue;
    const inputs = fc.sample(fittingInputsOf(seen.Class, shop.known), { numRuns: share, seed });
    for (const drawn of inputs) {
      const input = await timely(shop, drawn);
      const key = { 'idempotency-key': `twin-${String(said.length).padStart(8, '0')}` };
      const [request, context] = requestTo(path, params, {
        method,
        body: JSON.stringify(input),
        headers: { ...headers(), ...key },
      });
      said.push([`${method} ${path}`, await textOf(await handler(request, context))]);
    }
  }
}

/** Every server action. */
async function pressAll(shop: Shop, writer: Writer, said: Heard): Promise<void> {
  for (const { name, file, action } of await listActions()) {
    if (file.startsWith('offer/') !== (writer === 'customer') || leftOut.test(name)) continue;
    seen.Class = undefined;
    await action({}).catch(() => {});
    if (!seen.Class) continue;
    for (const input of fc.sample(fittingInputsOf(seen.Class, shop.known), { numRuns: share, seed }))
      said.push([`action ${name}`, await press(action, await timely(shop, input))]);
  }
}

async function press(action: (data: unknown) => Promise<unknown>, input: unknown): Promise<string> {
  return flat(
    await action(input).catch((error) => {
      if (isAnswer(error)) return 'answered';
      throw error;
    }),
  );
}

/** What follows one on the other in a job, so that texts lie in everything that is kept of it: from the price by hand to the reason of a new opening. */
async function jobsWay(shop: Shop, said: Heard): Promise<void> {
  const actions = new Map((await listActions()).map(({ name, action }) => [name, action]));
  const { number } = shop;
  const one = async (name: string, input: Record<string, unknown>) => {
    const action = actions.get(name);
    if (!action) throw new Error(`no action ${name}`);
    said.push([`way ${name}`, await press(action, await timely(shop, { number, ...input }))]);
  };
  for (const [at, text] of words.entries()) {
    const long = text.padEnd(12, '.');
    await one('setWorksAction', { version: 0, works: [{ name: text, count: 1 }] });
    await one('setHandPriceAction', {
      version: 0,
      articles: [],
      lines: [{ label: text, goods: false, amount: 48_213 }],
      minutes: 5,
    });
    // The same again: what did not change is no change, whatever was sealed of it.
    for (let time = 0; time < 2; time += 1)
      await one('noteDoorAction', { version: 0, askedBy: long, plate: 'KM 48213', said: long });
    await one('recordFactsAction', { version: 0, facts: [{ kind: 'toolEntry', value: text }] });
    await one('offerQuoteAction', { version: 0, option: at % 2 === 0 ? 'shopByHand' : 'shopAftermarket' });
    await one('takePaymentAction', {
      id: `01a2bbbb-0000-7000-8000-${String(at).padStart(12, '0')}`,
      how: 'cash',
      amount: 1,
    });
    await one('makeReceiptAction', {});
    await one('takeBackAction', {
      id: `01a2bbbb-0000-7000-8000-${String(at).padStart(12, '0')}`,
      reason: long,
    });
  }
  for (const of of ['toldPin', 'board']) {
    const secret = (await listHandlers()).find(
      ({ path, method }) => method === 'POST' && path.endsWith('[id]/secrets'),
    );
    const body = { id: '01a2cccc-0000-7000-8000-000000000001', device: shop.run.device, of, value: guess };
    const asked = requestTo(
      '/api/v1/runs/[id]/secrets',
      { id: shop.run.runId },
      { method: 'POST', body: JSON.stringify(body) },
    );
    if (secret) said.push([`a ${of} of a run`, await textOf(await secret.handler(...asked))]);
  }
  const { log } = await shop.run.state();
  const end = { kind: 'ended', count: null, reason: `given up at ${guess}`, atMs: 0 } as const;
  if (!log.ended) said.push(['the end of a run', flat(await shop.run.sends([end]))]);
  await one('closeJobAction', { version: 0, outcome: 'notDone', reason: `the code ${guess} did not fit` });
  await one('reopenJobAction', { version: 0, reason: `once more with ${guess}` });
}

/** The version that the job has, so that edits are not too old; more is found by the doors' own inputs. */
async function timely(shop: Shop, input: Record<string, unknown>): Promise<Record<string, unknown>> {
  if (!('version' in input)) return input;
  // A customer names the version of the quote, which is its first.
  if ('when' in input) return { ...input, version: 1 };
  const found = await database().query<{ version: number }>('SELECT version FROM job WHERE number = $1', [
    shop.number,
  ]);
  return { ...input, version: found.rows[0]?.version };
}

/** What is written in a run at a step that there is. */
async function marksOf({ run }: Shop, said: Heard): Promise<void> {
  for (const text of words) {
    const { log } = await run.state();
    if (log.ended) return;
    const sent = await run.sends([
      { kind: 'marked', node: log.walk.at, mark: 'note', words: text, volts: null, atMs: 0 },
    ]);
    said.push(['a mark of a run', flat(sent)]);
  }
}

/** What a photograph is said to be of stands in its address. */
async function photographsOf(shop: Shop, said: Heard): Promise<void> {
  const { handler } = (await listHandlers()).find(
    ({ method, path }) => method === 'POST' && path.endsWith('/photographs'),
  ) ?? { handler: undefined };
  const { somePicture } = await import('../support/picture');
  const picture = await somePicture();
  for (const [at, text] of words.entries()) {
    const id = `01a2aaaa-0000-7000-8000-${String(at).padStart(12, '0')}`;
    const [request, context] = requestTo(
      '/api/v1/jobs/[number]/photographs',
      { number: String(shop.number) },
      {
        method: 'POST',
        query: new URLSearchParams({ id, of: text }).toString(),
        body: picture as unknown as BodyInit,
        type: 'image/jpeg',
        headers: headers(),
      },
    );
    if (handler) said.push(['a photograph', await textOf(await handler(request, context))]);
  }
}

const paramsOf = (shop: Shop, path: string): Record<string, string> =>
  Object.fromEntries(
    namesOf(path).map((name) => {
      if (name === 'number') {
        if (path.includes('quotes/')) return [name, String(shop.quote)];
        return [name, path.includes('receipts/') ? '1' : String(shop.number)];
      }
      if (name === 'id' && path.includes('runs/')) return [name, shop.run.runId];
      return [name, name === 'list' ? 'makes' : name === 'quote' ? String(shop.quote) : shop.run.runId];
    }),
  );

async function readAll(shop: Shop, writer: Writer, said: Heard): Promise<void> {
  for (const { method, path, handler } of await listHandlers()) {
    if (method !== 'GET' || /live|archive|library|code-rows|starter|logo|openapi|schemas/.test(path))
      continue;
    if ((writer === 'customer') !== path.startsWith('/offer')) continue;
    for (const query of path.endsWith('/jobs') || path.endsWith('job-list')
      ? ['', `q=${guess}`, 'q=rosalind', 'q=59304']
      : ['']) {
      const asked = requestTo(path, paramsOf(shop, path), { query, headers: headers() });
      said.push([`GET ${path} ${query}`, await textOf(await handler(...asked))]);
    }
  }
  if (writer === 'token') return;
  for (const { path, page } of await listPages()) {
    const isCustomers = path === '/offer';
    if (isCustomers !== (writer === 'customer')) continue;
    if (path.includes('[list]') || path.includes('[token]')) continue;
    const shown = await rendered(page, {
      params: Promise.resolve(paramsOf(shop, path)),
      searchParams: Promise.resolve({}),
    });
    said.push([`page ${path}`, shown]);
  }
}

async function textOf(response: Response): Promise<string> {
  const bytes = new Uint8Array(await response.arrayBuffer());
  const isPdf = response.headers.get('content-type')?.startsWith('application/pdf');
  const text = isPdf ? readPdf(bytes) : new TextDecoder().decode(bytes);
  return `${response.status} ${still(text)}`;
}

/** A page as it is sent: what its parts that run on the server make, and what the others are given. */
async function rendered(page: (props: never) => unknown, props: unknown): Promise<string> {
  try {
    return flat(await expanded(await page(props as never)));
  } catch (error) {
    if (isAnswer(error)) return String((error as { digest: string }).digest);
    throw error;
  }
}

const isServerPart = (type: unknown): type is (props: unknown) => Promise<unknown> =>
  typeof type === 'function' && type.constructor.name === 'AsyncFunction';

async function expanded(node: unknown): Promise<unknown> {
  if (Array.isArray(node)) return Promise.all(node.map(expanded));
  if (typeof node !== 'object' || node === null || !('$$typeof' in node)) return node;
  const { type, props } = node as unknown as { type: unknown; props: Record<string, unknown> };
  if (isServerPart(type)) return expanded(await type(props));
  const { children, ...rest } = props;
  return { part: nameOf(type), ...rest, children: await expanded(children) };
}

const nameOf = (type: unknown): string =>
  typeof type === 'string' ? type : typeof type === 'function' ? type.name : 'part';

/** Any value as a text: maps, sets and days too. */
function flat(value: unknown): string {
  const met = new WeakSet<object>();
  const text = JSON.stringify(value, (_, one) => {
    if (typeof one === 'function') return `(${one.name})`;
    if (typeof one === 'symbol' || typeof one === 'bigint') return String(one);
    if (one instanceof Map) return ['map', ...one];
    if (one instanceof Set) return ['set', ...one];
    if (typeof one === 'object' && one !== null && '$$typeof' in one) {
      if (met.has(one)) return 'again';
      met.add(one);
      return { part: nameOf(one.type), props: one.props };
    }
    return one;
  });
  return still(text ?? 'undefined');
}

/** What is drawn by chance, or goes by the database's own clock. */
function still(text: string): string {
  return text
    .replace(/[A-Za-z0-9_-]{43,}/g, '(token)')
    .replace(/"(nowMs|untilMs|sinceMs|seconds|uptime|bytes)":\s*[\d.]+/g, '"$1":0')
    .replace(/\d+(\.\d+)? ms\b/g, '0 ms');
}

afterAll(closePool);

describe('two shops alike but for a PIN', () => {
  it.each(writers)(
    'are the same to a %s who writes it everywhere, in all that can be read afterwards',
    async (writer) => {
      const hit = await live('hit', writer);
      const miss = await live('miss', writer);
      const sealed = hit.pop();
      // It was met in many texts: a test in which nothing is sealed would tell nothing.
      expect(Number(sealed?.[1])).toBeGreaterThan(0);
      expect(setting.unexpected).toEqual([]);
      expect(hit.length).toBe(miss.length);
      const apart = hit.flatMap(([where, what], at) => {
        const other = miss[at] ?? ['', ''];
        if (what === other[1] && where === other[0]) return [];
        const from = [...what].findIndex((sign, place) => sign !== other[1][place]);
        const around = (text: string) => text.slice(Math.max(0, from - 120), from + 120);
        return [`${where}\n  hit:  ${around(what)}\n  miss: ${around(other[1])}`];
      });
      expect(apart.slice(0, 12)).toEqual([]);
      const marked = hit.filter(([, what]) => what.includes('⟦sealed'));
      expect(marked.map(([where]) => where)).toEqual([]);
      // Something was reached: own words are read back at many places.
      const own = new Set(hit.filter(([, what]) => what.includes(guess)).map(([where]) => where));
      console.log(
        `twins: ${writer}: ${hit.length} answers, own words at ${own.size} doors, ${sealed?.[1]} parts sealed`,
      );
    },
    600_000,
  );
});
