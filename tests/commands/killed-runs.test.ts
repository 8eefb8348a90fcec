import 'fake-indexeddb/auto';
import { type ChildProcess, spawn } from 'node:child_process';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { type Random, seededRandom } from '@/core/kinds/random';
import type { RunEvent } from '@/core/run/events/run-events';
import { countPieces } from '@/data/stock';
import { RunEngine } from '@/screens/program/run-engine';
import type { RunShown } from '@/screens/program/run-shown';
import { Refused, type RunTransport, Unreachable } from '@/screens/program/run-transport';
import { DeviceStore } from '@/ui/device/device-store';
import { database } from '@/usecases/database';
import { readRightUses } from '@/usecases/jobs/read-run';
import type { readKeyPieces } from '@/usecases/jobs/start-run';
import { moveStock } from '@/usecases/shop/stock';
import { viewOf } from '../support/jobs';
import { KilledCluster } from '../support/killed-cluster';
import { eventsApartFromTimes, jobAtCar, keptAndFolded, RunDevice } from '../support/runs';
import { actorOf } from '../support/test-database';
import { nextEvents } from '../support/world-runs';

const runs = 40;
/** Runs that go on at the same time. */
const abreast = 8;
const atMs = Date.parse('2027-03-03T15:20:00Z');

let cluster: KilledCluster;
let locksmith: PersonActor;
const servers: { readonly process: ChildProcess; readonly port: number }[] = [];
beforeAll(async () => {
  cluster = await KilledCluster.starts();
  locksmith = await actorOf('locksmith');
  servers.push(...(await Promise.all([startServer(), startServer(), startServer()])));
});
afterAll(async () => {
  for (const { process: server } of servers) server.kill('SIGKILL');
  await cluster.ends();
});

function startServer(): Promise<(typeof servers)[number]> {
  const server = spawn(process.execPath, ['--import', 'tsx', 'tests/support/run-server-process.ts'], {
    env: process.env,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((resolve) => {
    server.stdout?.once('data', (data) => resolve({ process: server, port: Number(String(data)) }));
  });
}

/** A device's way to whichever server stands first now. */
function overHttp(runId: string): RunTransport {
  const ask = async <Answer>(path: string, body?: object): Promise<Answer> => {
    const response = await fetch(`http://127.0.0.1:${servers[0]?.port}/api/v1/runs/${runId}${path}`, {
      headers: { 'x-person': locksmith.personId, 'content-type': 'application/json' },
      ...(body && { method: 'POST', body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(5000),
    }).catch(() => {
      throw new Unreachable('killed');
    });
    if (!response.ok) throw new Unreachable(String(response.status));
    const answer = await response.json().catch(() => {
      throw new Unreachable('cut');
    });
    if (answer === null) throw new Refused('no such run');
    return answer as Answer;
  };
  return {
    read: (after) => ask(`?after=${after}`),
    send: (device, basedOn, events) =>
      ask('/events', { device, events: events.map((event, at) => ({ ...event, basedOn: basedOn + at })) }),
    lease: (device, want) => ask('/lease', { device, want }),
  };
}

/** Goes through a run by what goes well, its browser closed and opened at random, until the server has its end. */
async function goesThrough(runId: string, random: Random): Promise<void> {
  let shown: RunShown | undefined;
  let engine: RunEngine | undefined;
  const opens = async () => {
    engine?.close();
    shown = undefined;
    const store = await DeviceStore.open(runId);
    engine = new RunEngine(runId, store, overHttp(runId), (now) => {
      shown = now;
    });
    await engine.open();
  };
  await opens();
  for (let turn = 0; turn < 600; turn += 1) {
    const now = shown as RunShown | undefined;
    if (now?.log.ended && now.waiting === 0) break;
    if (random() < 0.08) await opens();
    else if (!now?.online || !now.drives || now.conflict || now.log.ended) {
      await new Promise((resolve) => setTimeout(resolve, 60));
      if (now && !now.drives) await engine?.ask();
      await engine?.sync();
    } else {
      const [event] = nextEvents(now.ground, now.log, atMs);
      const next: RunEvent = event ?? { kind: 'ended', count: 3, reason: '', atMs };
      if (next.kind === 'keyTaken') await engine?.takeWithServer({ ...next, piece });
      else if (next.kind === 'commanded' || next.kind === 'pinEntered') await engine?.takeWithServer(next);
      else await engine?.take(next);
    }
  }
  engine?.close();
}

let piece: Awaited<ReturnType<typeof readKeyPieces>>[number];
const model = { model: 'Kestlebrook', year: 2022 } as const;

describe('runs whose servers and databases are killed', () => {
  it('end as undisturbed ones do, with each event, piece and credit once', async () => {
    const random = seededRandom('kills');
    const numbers: number[] = [];
    for (let at = 0; at <= runs; at += 1) numbers.push(await jobAtCar(locksmith, model));
    const view = await viewOf(locksmith, numbers[0] ?? 0);
    const article = view.application?.chip?.article ?? '';
    const vanId = view.van?.id ?? '';
    const shelf = { article, vanId, state: 'new', grade: 'original' } as const;
    await moveStock(locksmith, { ...shelf, reason: 'arrived', pieces: runs + 1 });
    piece = shelf;
    await database().query("UPDATE tool_right SET credits = 1000 WHERE name = 'Heddle 3 credits'");
    const lay = await countPieces(database(), shelf);
    const ids: string[] = [];
    for (const number of numbers) ids.push((await RunDevice.starts(locksmith, number)).runId);
    // The device that began them is another one: these take them over once its lease is out.
    await database().query('UPDATE run SET lease = NULL');

    const [calm = '', ...others] = ids;
    await goesThrough(calm, () => 1);
    const wanted = await eventsApartFromTimes(locksmith, calm);
    expect(wanted.length).toBeGreaterThan(12);

    const met = { servers: 0, connections: 0, databases: 0 };
    const starting: Promise<unknown>[] = [];
    let isOver = false;
    const killing = (async () => {
      for (let turn = 0; !isOver; turn += 1) {
        await new Promise((resolve) => setTimeout(resolve, 400 + random() * 1000));
        if (isOver) break;
        if (turn % 3 === 0) {
          await cluster.cutsConnections();
          met.connections += 1;
        } else if (turn % 3 === 1) {
          await cluster.diesAndStarts();
          met.databases += 1;
        } else if (servers.length > 1) {
          // The one that answers is killed; the next one stands ready, and another is started.
          const killed = servers.shift();
          killed?.process.kill('SIGKILL');
          met.servers += 1;
          starting.push(startServer().then((server) => servers.push(server)));
        }
      }
    })();
    const waiting = [...others];
    // On a quick machine runs would be over before enough of each had befallen them: the next waits until it has.
    const befell = async () => {
      const wanted = Math.floor((6 * (others.length - waiting.length)) / others.length);
      while (Math.min(...Object.values(met)) < wanted) await new Promise((over) => setTimeout(over, 50));
    };
    await Promise.all(
      Array.from({ length: abreast }, async (_, lane) => {
        for (let id = waiting.shift(); id !== undefined; id = waiting.shift()) {
          await befell();
          await goesThrough(id, seededRandom(`${lane} ${id.slice(-4)}`));
        }
      }),
    );
    isOver = true;
    await killing;
    await Promise.all(starting);
    for (const [what, times] of Object.entries(met)) expect([what, times >= 6]).toEqual([what, true]);

    for (const id of others) {
      expect(await eventsApartFromTimes(locksmith, id)).toEqual(wanted);
      const { kept, folded } = await keptAndFolded(locksmith, id);
      expect(kept).toEqual(folded);
      expect(kept.ended?.result).toBe('worked');
    }
    expect(await countPieces(database(), shelf)).toBe(lay - runs - 1);
    const credits = await database().query<{ credits: number }>(
      "SELECT credits FROM tool_right WHERE name = 'Heddle 3 credits' AND van_id = $1",
      [vanId],
    );
    expect(credits.rows[0]?.credits).toBe(1000 - runs - 1);
    for (const number of numbers) {
      const { job } = await viewOf(locksmith, number);
      expect(job.log.attempts).toHaveLength(1);
      expect(await readRightUses(locksmith, job.id)).toEqual([{ name: 'Heddle 3 credits', uses: 1 }]);
    }
  });
});
