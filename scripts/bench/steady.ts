// What heavy work leaves for others: how long Health takes while it runs, against the same server at rest.
import { Worker } from 'node:worker_threads';
import type pg from 'pg';
import { v7 as uuid } from 'uuid';
import { database } from '@/usecases/database';
import { startSession } from '@/usecases/people/sessions';
import type { Spread } from './spread';

interface Setting {
  readonly address: string;
  readonly personId: string;
  readonly superclient: pg.Client;
  readonly spread: (list: readonly number[]) => Spread;
  readonly say: (words: string) => void;
}

/** A prober in a thread of its own, so that the load that this one makes does not slow what is measured. */
const prober = `
const { parentPort, workerData } = require('node:worker_threads');
let on = true;
parentPort.on('message', () => { on = false; });
(async () => {
  const times = [];
  while (on || times.length < 40) {
    const start = performance.now();
    const answer = await fetch(workerData + '/api/health');
    await answer.text();
    times.push(answer.ok ? performance.now() - start : 1e6);
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  parentPort.postMessage(times);
})();`;

/** Opens ten streams for each session and counts what they hear. */
const streamReader = `
const { parentPort, workerData } = require('node:worker_threads');
let heard = 0;
parentPort.on('message', () => parentPort.postMessage(heard));
(async () => {
  let open = 0;
  for (const cookie of workerData.cookies) {
    const streams = await Promise.all(
      Array.from({ length: 10 }, () => fetch(workerData.address + '/api/live?jobs=' + workerData.job, { headers: { cookie } })),
    );
    for (const { body, status } of streams) {
      if (status !== 200) continue;
      open += 1;
      (async () => {
        for await (const part of body) heard += Buffer.from(part).toString().split('event: job').length - 1;
      })().catch(() => {});
    }
  }
  parentPort.postMessage(open);
})();`;

async function healthWhile(address: string, work: () => Promise<void>): Promise<number[]> {
  const worker = new Worker(prober, { eval: true, workerData: address });
  const times = new Promise<number[]>((resolve, reject) => {
    worker.on('message', resolve);
    worker.on('error', reject);
  });
  await new Promise((resolve) => setTimeout(resolve, 150));
  await work();
  worker.postMessage('enough');
  const measured = await times;
  await worker.terminate();
  return measured;
}

/** Measures each kind of heavy work; every figure in milliseconds. */
export async function measureSteady({ address, personId, superclient, spread, say }: Setting) {
  const cookie = `kilnsman_session=${await startSession(personId, 'bench steady')}`;
  const send = async (method: string, path: string, body?: BodyInit, type = 'application/json') => {
    const answer = await fetch(`${address}${path}`, {
      method,
      headers: { cookie, origin: address, ...(body === undefined ? {} : { 'content-type': type }) },
      ...(body === undefined ? {} : { body }),
    });
    await answer.arrayBuffer();
    return answer.status;
  };
  const idsOf = async (sql: string) =>
    (await database().query<{ id: string }>(sql)).rows.map(({ id }) => String(id));
  const [supplier] = await idsOf('SELECT id FROM supplier ORDER BY name LIMIT 1');
  const jobs = await idsOf('SELECT number AS id FROM job WHERE closed_at IS NULL ORDER BY number');
  const [job] = jobs;
  await superclient.query(`UPDATE code_series SET first = 100000000, count = 200000 WHERE name = 'Serin T'`);
  const spec = await database().query<{ spaces: number }>(
    `SELECT k.spaces FROM code_series s JOIN keyway k ON k.id = s.keyway_id WHERE s.name = 'Serin T'`,
  );
  const bitting = '1'.repeat(spec.rows[0]?.spaces ?? 8);
  const codes = csv('number,bitting\r', 8_000_000, (at) => `"${100_000_000 + at}","${bitting}"\r`, 200_000);
  const tooMany = csv('number,bitting', 8_000_000, (at) => `${100_000_000 + at},${bitting}`);
  const prices = csv(
    'article,price,stock,lead_days,condition,warranty_months,minimum_order,shipping',
    3_990_000,
    (at) => `${'BLANK-'.padEnd(34, 'X')}${100_000 + at},12.50,1000,${at % 90},new,240,10000,4.25`,
    49_000,
  );

  const loads: Record<string, () => Promise<unknown>> = {
    'a price file of 4 MB': () => send('POST', `/api/v1/suppliers/${supplier}/prices?name=big.csv`, prices),
    'a price file that is one line of commas': () =>
      send('POST', `/api/v1/suppliers/${supplier}/prices?name=commas.csv`, ','.repeat(3_990_000)),
    [`200,000 code rows, the most a series has (${(codes.length / 1e6).toFixed(1)} MB)`]: () =>
      send('PUT', '/api/code-rows/Serin%20T', codes, 'text/csv'),
    'code rows of 8 MB, more than a series has': () =>
      send('PUT', '/api/code-rows/Serin%20T', tooMany, 'text/csv'),
    'twenty papers as PDF at once': () =>
      Promise.all(Array.from({ length: 20 }, () => send('GET', `/api/v1/jobs/${job}/sheet`))),
    'identify, eight at a time, 160 lines': () =>
      lanes(8, 160, () => send('POST', '/api/v1/identify', '{"line":"halvorn merrowdale 2012 lost both"}')),
    'thirty small imports at once': () =>
      Promise.all(
        Array.from({ length: 30 }, (_, at) =>
          send(
            'POST',
            `/api/v1/imports/${uuid()}?list=blanks&name=x.csv`,
            `article,keyway,seat\r\nBLANK-8${100 + at},Siskin 11,plain\r\n`,
          ),
        ),
      ),
  };
  await send('GET', `/api/v1/jobs/${job}/sheet`);
  await send('POST', '/api/v1/identify', '{"line":"halvorn merrowdale 2012 lost both"}');
  say('health at rest');
  const rest = spread(await healthWhile(address, () => new Promise((resolve) => setTimeout(resolve, 5000))));
  const rows: { what: string; ms: number; statuses: string; health: Spread; ratio: number }[] = [];
  for (const [what, work] of Object.entries(loads)) {
    say(`health while: ${what}`);
    let ms = 0;
    let answered: unknown;
    const health = spread(
      await healthWhile(address, async () => {
        const start = performance.now();
        answered = await work();
        ms = Math.round(performance.now() - start);
      }),
    );
    const statuses = [...new Set([answered].flat())].sort().join(', ');
    rows.push({ what, ms, statuses, health, ratio: Number((health.p95 / rest.p95).toFixed(1)) });
  }
  return { rest, rows, streams: await streamTimes() };

  /** The post of an event, alone and with 500 streams of 50 sessions open. */
  async function streamTimes() {
    say('500 live streams');
    const post = async () => {
      const times: number[] = [];
      for (let at = 0; at < 120; at += 1) {
        const start = performance.now();
        const status = await send(
          'POST',
          `/api/v1/jobs/${job}/events`,
          JSON.stringify({
            id: uuid(),
            kind: 'countRead',
            deviceAt: new Date().toISOString(),
            basedOn: 0,
            content: { moment: 'before', answer: at % 5 },
          }),
        );
        if (status !== 201) throw new Error(`an event was answered with ${status}`);
        if (at >= 20) times.push(performance.now() - start);
      }
      return spread(times);
    };
    const alone = await post();
    const cookies: string[] = [];
    for (let at = 0; at < 50; at += 1)
      cookies.push(`kilnsman_session=${await startSession(personId, `bench stream ${at}`)}`);
    // Read in a thread of its own: what is measured is the server, not how fast this process reads.
    const worker = new Worker(streamReader, { eval: true, workerData: { address, cookies, job } });
    const told = () => new Promise<number>((resolve) => worker.once('message', resolve));
    const open = await told();
    const among = await post();
    await new Promise((resolve) => setTimeout(resolve, 1000));
    const asked = told();
    worker.postMessage('enough');
    const heard = await asked;
    await worker.terminate();
    return { open, heard, alone, among, ratio: Number((among.p50 / alone.p50).toFixed(2)) };
  }
}

function csv(header: string, bytes: number, row: (at: number) => string, most = 1_000_000): string {
  const lines = [header];
  let size = header.length + 1;
  for (let at = 0; size < bytes && at <= most; at += 1) {
    const line = row(at);
    lines.push(line);
    size += line.length + 1;
  }
  return `${lines.slice(0, -1).join('\n')}\n`;
}

async function lanes(width: number, count: number, work: () => Promise<number>): Promise<number[]> {
  const statuses: number[] = [];
  let next = 0;
  const lane = async () => {
    while (next++ < count) statuses.push(await work());
  };
  await Promise.all(Array.from({ length: width }, lane));
  return statuses;
}
