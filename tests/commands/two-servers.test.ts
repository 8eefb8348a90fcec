import { type ChildProcess, spawn } from 'node:child_process';
import { request as ask, createServer, type IncomingMessage, type Server } from 'node:http';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { database } from '@/usecases/database';
import { ensureBuilt } from '../../scripts/lib/build.mjs';
import { freePort } from '../../scripts/lib/postgres.mjs';
import { nextBinary, root } from '../../scripts/lib/project.mjs';
import { openTestJob } from '../support/jobs';
import { KilledCluster, kills } from '../support/killed-cluster';
import { actorOf } from '../support/test-database';

// Two servers on one PostgreSQL behind a proxy that takes turns: what one is told the other knows, and one that is killed in
// the middle of its requests loses nothing that was answered and doubles nothing that is sent again.

const devices = 24;
const eventsOfEach = 20;

let cluster: KilledCluster;
let proxy: Server;
let origin = '';
const servers: { child: ChildProcess; readonly port: number; alive: boolean }[] = [];

beforeAll(async () => {
  await ensureBuilt('.next-test');
  cluster = await KilledCluster.starts();
  const port = await freePort();
  origin = `http://127.0.0.1:${port}`;
  for (const own of [await freePort(), await freePort()]) servers.push(await started(own));
  proxy = takingTurns().listen(port, '127.0.0.1');
});
afterAll(async () => {
  proxy.close();
  for (const { child } of servers) kills(child.pid ?? 0);
  await cluster.ends();
});

async function started(port: number): Promise<(typeof servers)[number]> {
  const child = spawn(process.execPath, [nextBinary, 'start', '-H', '127.0.0.1', '-p', String(port)], {
    cwd: root,
    stdio: 'ignore',
    env: {
      ...process.env,
      NODE_ENV: 'production',
      KILNSMAN_DIST: '.next-test',
      LOG_LEVEL: 'silent',
      PORT: String(port),
      PUBLIC_ORIGIN: origin,
      TRUSTED_PROXY: '127.0.0.1',
    },
  });
  for (;;) {
    const answer = await fetch(`http://127.0.0.1:${port}/api/health`).catch(() => undefined);
    if (answer?.ok) return { child, port, alive: true };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

/** What a proxy does: each request to the next server, another one where a server takes no connection, 502 where one breaks off. */
function takingTurns(): Server {
  let turn = 0;
  return createServer((incoming, outgoing) => {
    const chunks: Buffer[] = [];
    incoming.on('data', (chunk: Buffer) => chunks.push(chunk));
    incoming.on('end', () => {
      const body = Buffer.concat(chunks);
      const pass = (left: number): void => {
        turn += 1;
        const server = servers[turn % servers.length];
        const upstream = ask(
          {
            host: '127.0.0.1',
            port: server?.port,
            path: incoming.url,
            method: incoming.method,
            headers: { ...incoming.headers, 'x-forwarded-for': '203.0.113.9' },
          },
          (answer: IncomingMessage) => {
            outgoing.writeHead(answer.statusCode ?? 502, answer.headers);
            answer.pipe(outgoing);
            answer.on('error', () => outgoing.destroy());
          },
        );
        upstream.on('error', (error: NodeJS.ErrnoException) => {
          if (error.code === 'ECONNREFUSED' && left > 0) pass(left - 1);
          else if (outgoing.headersSent) outgoing.destroy();
          else outgoing.writeHead(502).end();
        });
        upstream.end(body);
      };
      pass(1);
    });
  });
}

const toProxy = (path: string, init: RequestInit = {}, at = origin) =>
  fetch(`${at}${path}`, {
    ...init,
    headers: { origin: at, 'content-type': 'application/json', ...init.headers },
  });
const direct = (place: number) => `http://127.0.0.1:${servers[place]?.port}`;

async function signedIn(who = 'Sunniva Aasgren', passcode = 'glaze-slip-27'): Promise<string> {
  const answer = await toProxy('/api/sign-in', { method: 'POST', body: JSON.stringify({ who, passcode }) });
  expect(answer.status).toBeLessThan(300);
  const cookies = answer.headers.getSetCookie().map((cookie) => cookie.split(';')[0] ?? '');
  return cookies.join('; ');
}

const event = (id: string) => ({
  id,
  kind: 'countRead',
  content: { moment: 'before', answer: 2 },
  deviceAt: '2027-03-03T15:20:00Z',
  basedOn: 0,
});

describe('two servers', () => {
  it('share sessions: who is signed in at one is at the other, and who is locked there is locked here', async () => {
    const cookie = await signedIn();
    for (const place of [0, 1]) {
      const jobs = await toProxy('/api/v1/jobs', { headers: { cookie } }, direct(place));
      expect(jobs.status).toBe(200);
    }
    const locked = await toProxy('/api/session', { method: 'DELETE', headers: { cookie } }, direct(0));
    expect(locked.status).toBe(204);
    const there = await toProxy('/api/v1/jobs', { headers: { cookie } }, direct(1));
    expect(there.status).toBe(401);
  });

  it('share limits: wrong passcodes at both count together', async () => {
    const statuses: number[] = [];
    for (let tries = 0; tries < 24 && !statuses.includes(429); tries += 1) {
      const answer = await toProxy('/api/sign-in', {
        method: 'POST',
        body: JSON.stringify({ who: 'Dacre Omolade', passcode: 'wrong' }),
      });
      statuses.push(answer.status);
    }
    expect(statuses.filter((status) => status === 401).length).toBeGreaterThan(2);
    expect(statuses.at(-1)).toBe(429);
    for (const place of [0, 1]) {
      const body = JSON.stringify({ who: 'Dacre Omolade', passcode: 'wrong' });
      const headers = { 'x-forwarded-for': '203.0.113.9' };
      const answer = await toProxy('/api/sign-in', { method: 'POST', body, headers }, direct(place));
      expect(answer.status).toBe(429);
    }
  });

  it('tell each other: a page at one hears of what was done at the other', async () => {
    const cookie = await signedIn();
    const number = await openTestJob(await actorOf('locksmith'), 'Merrowdale');
    const stop = new AbortController();
    const stream = await fetch(`${direct(0)}/api/live?jobs=${number}`, {
      headers: { cookie },
      signal: stop.signal,
    });
    const reader = stream.body?.pipeThrough(new TextDecoderStream()).getReader();
    let heard = '';
    const until = async (words: RegExp) => {
      while (reader && !words.test(heard)) heard += (await reader.read()).value ?? '';
    };
    await until(/event: stands/);
    heard = '';
    const posted = await toProxy(
      `/api/v1/jobs/${number}/events`,
      { method: 'POST', headers: { cookie }, body: JSON.stringify(event(uuid())) },
      direct(1),
    );
    expect(posted.status).toBe(201);
    await until(new RegExp(String(number)));
    expect(heard).toContain(String(number));
    stop.abort();
  });

  it('lose nothing and double nothing where one is killed under load', async () => {
    const cookie = await signedIn();
    const number = await openTestJob(await actorOf('locksmith'), 'Merrowdale');
    const sent: string[] = [];
    let answered = 0;
    let failed = 0;
    const send = async (id: string) => {
      for (let tries = 0; tries < 100; tries += 1) {
        const answer = await toProxy(`/api/v1/jobs/${number}/events`, {
          method: 'POST',
          headers: { cookie },
          body: JSON.stringify(event(id)),
        }).catch(() => undefined);
        if (answer && answer.status < 300) return;
        failed += 1;
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
      throw new Error(`an event was never answered: ${id}`);
    };
    const device = async () => {
      for (let count = 0; count < eventsOfEach; count += 1) {
        const id = uuid();
        sent.push(id);
        await send(id);
        answered += 1;
      }
    };
    const all = Array.from({ length: devices }, device);
    while (answered < (devices * eventsOfEach) / 3) await new Promise((resolve) => setTimeout(resolve, 10));
    kills(servers[1]?.child.pid ?? 0);
    await Promise.all(all);
    const { rows } = await database().query<{ id: string }>(
      'SELECT e.id FROM job_event e JOIN job j ON j.id = e.job_id WHERE j.number = $1',
      [number],
    );
    expect(rows.map(({ id }) => id).sort()).toEqual([...sent].sort());
    // It was killed while it had requests: some broke off and were sent again.
    expect(failed).toBeGreaterThan(0);
    const sequence = await database().query<{ gaps: number }>(
      'SELECT max(seq) - count(*) AS gaps FROM job_event e JOIN job j ON j.id = e.job_id WHERE j.number = $1',
      [number],
    );
    expect(Number(sequence.rows[0]?.gaps)).toBe(0);
  });
});
