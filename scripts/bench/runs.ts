// Runs at the car: many at once over HTTP, what a second device hears, the fold of a long one.
import { Agent, request } from 'node:http';
import { json } from 'node:stream/consumers';
import { v7 as uuid } from 'uuid';
import type { RunGround } from '@/core/run/events/run-event-kind';
import { applyRunEvent, foldRun, type RunEvent } from '@/core/run/events/run-events';
import { startLog } from '@/core/run/run-log';
import { database } from '@/usecases/database';
import { startSession } from '@/usecases/people/sessions';
import { worldProcedures, worldWays } from '../../tests/support/world-procedures';
import { nextEvents, runGround } from '../../tests/support/world-runs';
import type { Setting } from './flow';
import type { Spread } from './spread';

const seconds = 60;
const many = 200;
const some = 80;
const few = 20;

/** A way that leads to a step that is held without a wait: it can be begun again and again, as an event that changes the run each time. */
function heldWay(): { readonly ground: RunGround; readonly node: string } {
  const procedures = worldProcedures();
  for (const way of worldWays().filter(({ method }) => method.waits.length === 0)) {
    const ground = runGround(procedures, way);
    const node = [...ground.bound.nodes.values()].find(({ step }) => step.kind === 'hold');
    if (node) return { ground, node: node.id };
  }
  throw new Error('no way of the world holds anything');
}

/** Open runs, each of a job of its own, that stand at a held step or at their start. */
async function makeRuns(personId: string, count: number, stand: 'held' | 'start' = 'held') {
  const { ground, node } = heldWay();
  const start = startLog(ground.bound, Date.now());
  const state = stand === 'start' ? start : { ...start, walk: { ...start.walk, at: node } };
  const made = await database().query<{ id: string; number: number }>(
    `WITH jobs AS (
       INSERT INTO job (id, customer_id, opened_at, opened_by, keys_wanted, car_words, application_id, van_id, model_id, make_id)
       SELECT gen_random_uuid(), j.customer_id, j.opened_at, $1, j.keys_wanted, j.car_words, j.application_id, j.van_id, j.model_id,
         j.make_id
       FROM (SELECT * FROM job WHERE application_id IS NOT NULL ORDER BY number LIMIT 1) j, generate_series(1, $2::int)
       RETURNING id, number),
     runs AS (
       INSERT INTO run (id, job_id, basis, started_at, started_by, state)
       SELECT gen_random_uuid(), id, $3, clock_timestamp(), $1, $4 FROM jobs RETURNING id, job_id)
     SELECT runs.id, jobs.number FROM runs JOIN jobs ON jobs.id = runs.job_id`,
    [personId, count, JSON.stringify(ground.basis), JSON.stringify(state)],
  );
  return { runs: made.rows, node };
}

/** Devices hold a connection each; the plain client costs a third of what `fetch` does, on the processors that the server works on. */
const agent = new Agent({ keepAlive: true });

function post({ address, cookie }: Setting, path: string, body: object): Promise<Told> {
  return new Promise((resolve, reject) => {
    const sent = JSON.stringify(body);
    const headers = {
      cookie,
      origin: address,
      'content-type': 'application/json',
      'content-length': Buffer.byteLength(sent),
    };
    request(`${address}${path}`, { method: 'POST', agent, headers }, (answer) => {
      json(answer).then((told) => resolve({ status: answer.statusCode ?? 0, told }), reject);
    })
      .on('error', reject)
      .end(sent);
  });
}

interface Told {
  readonly status: number;
  readonly told: unknown;
}

function sender(setting: Setting, node: string) {
  return async (run: string, device: string, basedOn: number): Promise<number> => {
    const begun = performance.now();
    const event = { kind: 'begun', node, atMs: Date.now() };
    const body = { device, events: [{ id: uuid(), deviceAt: new Date().toISOString(), basedOn, event }] };
    const path = `/api/v1/runs/${run}/events`;
    let { status, told } = await post(setting, path, body);
    // A device whose event was not taken for want of room sends the same again a second later.
    while (status === 503) {
      await new Promise((resolve) => setTimeout(resolve, 1000));
      ({ status, told } = await post(setting, path, body));
    }
    const { answers } = told as { answers?: { seq?: number }[] };
    if (answers?.[0]?.seq !== basedOn + 1)
      throw new Error(`an event of a run was answered with ${status} ${JSON.stringify(told)}`);
    return performance.now() - begun;
  };
}

/** So many runs, an event a second each, for a minute. */
async function atOnce(setting: Setting, count: number) {
  setting.say(`${count} runs, an event a second each for a minute`);
  const { runs, node } = await makeRuns(setting.own.personId, count);
  const send = sender(setting, node);
  const times: number[] = [];
  const devices = runs.map(() => uuid());
  // Runs are under way: what one rests on was read when it began, and not in the first second of all of them.
  for (const [lane, { id }] of runs.entries()) await send(id, devices[lane] ?? '', 0);
  const start = performance.now();
  await Promise.all(
    runs.map(async ({ id }, lane) => {
      for (let at = 0; at < seconds; at += 1) {
        const due = start + at * 1000 + (lane * 1000) / count;
        await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - performance.now())));
        times.push(await send(id, devices[lane] ?? '', at + 1));
      }
    }),
  );
  const kept = await database().query<{ n: number }>(
    'SELECT count(*)::integer AS n FROM run_event WHERE run_id = ANY($1)',
    [runs.map(({ id }) => id)],
  );
  return { sent: count * (seconds + 1), kept: kept.rows[0]?.n ?? 0, ...setting.spread(times) };
}

/** From an event's sending to the word of it on the stream of a second device. */
async function heard(setting: Setting, streams: number): Promise<Spread> {
  setting.say(`an event heard by a second device, ${streams} streams`);
  const { runs, node } = await makeRuns(setting.own.personId, streams);
  const send = sender(setting, node);
  const times: number[] = [];
  const cookie = `kilnsman_session=${await startSession(setting.own.personId, `bench runs ${streams}`)}`;
  await Promise.all(
    runs.map(async ({ id, number }, lane) => {
      const device = uuid();
      const end = new AbortController();
      const answer = await fetch(`${setting.address}/api/live?jobs=${number}`, {
        headers: { cookie },
        signal: end.signal,
      });
      const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader();
      const next = async () => {
        for (;;) {
          const read = await reader?.read();
          if (!read || read.done || read.value.includes('event: job')) return;
        }
      };
      for (let at = 0; at < 20; at += 1) {
        await new Promise((resolve) => setTimeout(resolve, 900 + lane * 7));
        const begun = performance.now();
        const told = next();
        await send(id, device, at);
        await told;
        if (at > 1) times.push(performance.now() - begun);
      }
      end.abort();
    }),
  );
  return setting.spread(times);
}

/** A run of 2,000 events: folded whole, against one more event on the state that is kept. */
function longFold(spread: Setting['spread']) {
  const { ground, node } = heldWay();
  const events: RunEvent[] = [];
  let log = startLog(ground.bound, 0);
  const take = (event: RunEvent) => {
    const step = applyRunEvent(log, event, ground);
    if (!step.ok) throw new Error(step.reason);
    log = step.log;
    events.push(event);
  };
  while (log.walk.at !== node) {
    const [next] = nextEvents(ground, log, 0);
    if (!next) throw new Error('the step that is held is not reached');
    take(next);
  }
  while (events.length < 2000) take({ kind: 'begun', node, atMs: events.length });
  const whole: number[] = [];
  const one: number[] = [];
  for (let turn = 0; turn < 60; turn += 1) {
    const start = performance.now();
    foldRun(ground, 0, events);
    const between = performance.now();
    applyRunEvent(JSON.parse(JSON.stringify(log)), { kind: 'begun', node, atMs: turn }, ground);
    if (turn < 10) continue;
    whole.push(between - start);
    one.push(performance.now() - between);
  }
  return { events: events.length, whole: spread(whole), kept: spread(one) };
}

/** The number of a job whose run is open. */
export async function openRun({ own }: Setting): Promise<number> {
  return (await makeRuns(own.personId, 1, 'start')).runs[0]?.number ?? 0;
}

export async function measureRuns(setting: Setting) {
  const base = await atOnce(setting, few);
  const group = await atOnce(setting, some);
  const crowd = await atOnce(setting, many);
  const idle = await heard(setting, 1);
  const busy = await heard(setting, few);
  return {
    few: base,
    some: group,
    many: crowd,
    someRatio: Number((group.p95 / base.p95).toFixed(2)),
    ratio: Number((crowd.p95 / base.p95).toFixed(2)),
    idle,
    busy,
    job: await openRun(setting),
    fold: longFold(setting.spread),
  };
}
