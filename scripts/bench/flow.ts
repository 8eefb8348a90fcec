// What flows all day: events, views of a job, and changes seen by streams.
import pg from 'pg';
import { v7 as uuid } from 'uuid';
import type { PersonActor } from '@/core/kinds/actor';
import { announceJob } from '@/data/live';
import { EventInput } from '@/inputs/event-input';
import { parseInput } from '@/inputs/parse';
import { hearAs } from '@/services/streams';
import { database } from '@/usecases/database';
import { chooseNetwork } from '@/usecases/jobs/decide';
import { recordEvent } from '@/usecases/jobs/record-event';
import { startSession } from '@/usecases/people/sessions';
import { readJobView } from '@/usecases/view/job-view';
import { plainEvent } from './plain-event';
import type { Spread } from './spread';

/** What the parts of the bench over HTTP are given. */
export interface Setting {
  readonly own: PersonActor;
  readonly address: string;
  readonly cookie: string;
  readonly spread: (list: readonly number[]) => Spread;
  readonly say: (words: string) => void;
}

const jobsAtOnce = 20;
const eventsAJob = 40;

/** Open jobs that nothing else of the bench uses, made like others. */
async function makeJobs(personId: string): Promise<{ id: string; number: number }[]> {
  const made = await database().query<{ id: string; number: number }>(
    `INSERT INTO job (id, customer_id, opened_at, opened_by, keys_wanted, car_words, application_id, van_id, network, model_id, make_id)
     SELECT gen_random_uuid(), j.customer_id, j.opened_at, $1, j.keys_wanted, j.car_words, j.application_id, j.van_id, j.network,
       j.model_id, j.make_id
     FROM (SELECT * FROM job WHERE application_id IS NOT NULL ORDER BY number LIMIT 1) j, generate_series(1, $2::int) RETURNING id, number`,
    [personId, jobsAtOnce],
  );
  return made.rows;
}

/** Each job sends its events one after the other, all jobs at once. */
async function rate(
  jobs: readonly { id: string; number: number }[],
  send: (job: { id: string; number: number }, at: number) => Promise<void>,
) {
  for (const job of jobs) await send(job, 0);
  const times: number[] = [];
  const start = performance.now();
  await Promise.all(
    jobs.map(async (job) => {
      for (let at = 1; at <= eventsAJob; at += 1) {
        const begun = performance.now();
        await send(job, at);
        times.push(performance.now() - begun);
      }
    }),
  );
  return { times, perSecond: Math.round((times.length * 1000) / (performance.now() - start)) };
}

const contents = {
  countRead: (at: number) => ({ moment: 'before', answer: at % 5 }),
  wireChecked: () => ({ sound: true }),
} as const;

/** How many events a second are stored, against the same event by the statements it took before, in turns. */
async function measureEvents({ own, address, cookie, spread, say }: Setting) {
  say('events of 20 jobs at once');
  const product = async (kind: keyof typeof contents) =>
    rate(await makeJobs(own.personId), async ({ number }, at) => {
      const input = parseInput(EventInput, {
        id: uuid(),
        kind,
        content: contents[kind](at),
        deviceAt: new Date().toISOString(),
        basedOn: 0,
      });
      if (!input.ok) throw new Error(JSON.stringify(input.problems));
      const stored = await recordEvent({ ...own, at: new Date() }, number, input.value);
      if (!stored.ok) throw new Error(JSON.stringify(stored.problems));
    });
  const plain = async () =>
    rate(await makeJobs(own.personId), async (job, at) => {
      const client = await database().connect();
      const event = { jobId: job.id, number: job.number, personId: own.personId, id: uuid(), seq: at + 1 };
      for (const [text, values] of plainEvent(event)) await client.query(text, values);
      client.release();
    });
  const overHttp = async () =>
    rate(await makeJobs(own.personId), async ({ number }, at) => {
      const answer = await fetch(`${address}/api/v1/jobs/${number}/events`, {
        method: 'POST',
        headers: { cookie, origin: address, 'content-type': 'application/json' },
        body: JSON.stringify({
          id: uuid(),
          kind: 'countRead',
          content: contents.countRead(at),
          deviceAt: new Date().toISOString(),
          basedOn: 0,
        }),
      });
      await answer.arrayBuffer();
      if (answer.status !== 201) throw new Error(`an event was answered with ${answer.status}`);
    });
  // In turns, so that a slow moment of the machine meets all of them; the middle one of each counts.
  const rounds: Record<'plain' | 'audited' | 'unaudited' | 'http', Awaited<ReturnType<typeof rate>>>[] = [];
  for (let round = 0; round < 3; round += 1)
    rounds.push({
      plain: await plain(),
      audited: await product('countRead'),
      unaudited: await product('wireChecked'),
      http: await overHttp(),
    });
  const middle = (name: keyof (typeof rounds)[number]) => {
    const sorted = rounds.map((round) => round[name]).sort((a, b) => a.perSecond - b.perSecond);
    const one = sorted[1] ?? sorted[0];
    return { perSecond: one?.perSecond ?? 0, ...spread(one?.times ?? []) };
  };
  const figures = {
    plain: middle('plain'),
    audited: middle('audited'),
    unaudited: middle('unaudited'),
    http: middle('http'),
  };
  return { ...figures, ratio: Number((figures.audited.perSecond / figures.plain.perSecond).toFixed(2)) };
}

/** Messages of a piece of work once every statement was seen before. */
async function messagesOf(work: () => Promise<unknown>): Promise<number> {
  const { query } = pg.Client.prototype;
  await work();
  await work();
  let count = 0;
  // Connections of the pool were timed when they were opened: each is counted by itself.
  const clients = (database() as unknown as { _clients: pg.Client[] })._clients;
  const own = clients.map((client) => client.query);
  for (const client of clients) {
    const before = client.query;
    client.query = function counted(this: pg.Client, ...given: unknown[]) {
      count += 1;
      return (before as (...all: unknown[]) => unknown).apply(this, given);
    } as typeof query;
  }
  await work();
  for (const [at, client] of clients.entries()) if (own[at]) client.query = own[at];
  return count;
}

async function measureMessages({ own, say, spread }: Setting) {
  say('messages of a view, an edit, an event');
  const found = await database().query<{ number: number }>(
    `SELECT number FROM job WHERE closed_at IS NULL AND application_id IS NULL AND model_id IS NOT NULL ORDER BY number LIMIT 1`,
  );
  const number = found.rows[0]?.number ?? 0;
  const actor = () => ({ ...own, at: new Date() });
  const version = async () =>
    (await database().query<{ version: number }>('SELECT version FROM job WHERE number = $1', [number]))
      .rows[0]?.version ?? 0;
  const view = () => readJobView(actor(), number);
  const edit = async () => {
    const edited = await chooseNetwork(actor(), { number, version: await version(), network: true });
    if (!edited.ok) throw new Error(JSON.stringify(edited.problems));
  };
  const event = async () => {
    const input = parseInput(EventInput, {
      id: uuid(),
      kind: 'countRead',
      content: contents.countRead(1),
      deviceAt: new Date().toISOString(),
      basedOn: 0,
    });
    if (input.ok) await recordEvent(actor(), number, input.value);
  };
  const times: number[] = [];
  for (let at = 0; at < 40; at += 1) {
    const start = performance.now();
    await view();
    if (at >= 10) times.push(performance.now() - start);
  }
  return {
    view: await messagesOf(view),
    // The version is asked for by the bench.
    edit: (await messagesOf(edit)) - 1,
    event: await messagesOf(event),
    viewMs: spread(times),
  };
}

/** 200 sessions with a stream each and 200 changes a second: what the streams themselves ask of the database. */
async function measureStreams({ own, say }: Setting) {
  say('200 sessions, 200 changes a second');
  const [sessions, changesASecond, seconds] = [200, 200, 5];
  for (let at = 0; at < sessions; at += 1) await startSession(own.personId, `bench flow ${at}`);
  const ids = await database().query<{ id: string }>(
    "SELECT id FROM session WHERE device LIKE 'bench flow %'",
  );
  let heard = 0;
  const streams = ids.rows.map(({ id }, at) =>
    hearAs(id, new Set([at + 1]), {
      tell: (events) => {
        heard += events.filter(({ kind }) => kind === 'job').length;
      },
      end: () => {},
    }),
  );
  await new Promise((resolve) => setTimeout(resolve, 2500));
  heard = 0;
  let asked = 0;
  const pool = database();
  const { query } = pool;
  pool.query = function counted(this: pg.Pool, ...given: unknown[]) {
    if (!String(given[0]).includes('pg_notify')) asked += 1;
    return (query as (...all: unknown[]) => unknown).apply(this, given);
  } as typeof query;
  const start = performance.now();
  for (let tick = 0; tick < seconds * 20; tick += 1) {
    for (let at = 0; at < changesASecond / 20; at += 1)
      await announceJob(pool, ((tick * 10 + at) % sessions) + 1);
    await new Promise((resolve) =>
      setTimeout(resolve, Math.max(0, start + (tick + 1) * 50 - performance.now())),
    );
  }
  await new Promise((resolve) => setTimeout(resolve, 500));
  const took = (performance.now() - start - 500) / 1000;
  pool.query = query;
  for (const stream of streams) stream?.end();
  return {
    sessions,
    changesASecond: Math.round((seconds * changesASecond) / took),
    queriesASecond: Number((asked / took).toFixed(1)),
    heard,
    announced: seconds * changesASecond,
  };
}

export async function measureFlow(setting: Setting) {
  return {
    streams: await measureStreams(setting),
    messages: await measureMessages(setting),
    events: await measureEvents(setting),
  };
}
