import { type ChildProcess, spawn } from 'node:child_process';
import { v4 as uuid } from 'uuid';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { mostTries } from '@/core/kinds/errand';
import { withCheckDigit } from '@/core/vin/check-digit';
import { database } from '@/usecases/database';
import { runErrands } from '@/usecases/errands/run';
import type { ErrandWork } from '@/usecases/errands/work';
import { recordAuthority, refuseJob } from '@/usecases/jobs/authority';
import { bureau } from '@/usecases/outside';
import { askBureau } from '@/usecases/secrets/bureau';
import { readSecrets } from '@/usecases/secrets/secrets';
import { listTroubles } from '@/usecases/troubles';
import { databaseUrl, withClient } from '../support/databases';
import { openTestJob, viewOf } from '../support/jobs';
import { advancePapers } from '../support/papers';
import { actorOf, testDatabase } from '../support/test-database';

vi.mock(import('@/usecases/outside'), async (original) => {
  const real = await original();
  return { ...real, bureau: { ...real.bureau, answer: vi.fn(real.bureau.answer) } };
});

const { name } = testDatabase('world');
const at = new Date('2027-03-04T00:00:00Z');

let locksmith: PersonActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
  await withClient(databaseUrl('superuser', name), async (client) => {
    await client.query('CREATE TABLE errand_kept (errand uuid NOT NULL)');
    await client.query('GRANT SELECT, INSERT ON errand_kept TO PUBLIC');
  });
});
beforeEach(async () => {
  vi.mocked(bureau.answer).mockReset();
  await database().query("UPDATE errand SET state = 'done'");
});

async function begin(count: number): Promise<string[]> {
  const ids = Array.from({ length: count }, () => uuid());
  await database().query(
    `INSERT INTO errand (id, kind, due_at, state) SELECT unnest($1::uuid[]), 'codeService', $2, 'waiting'`,
    [ids, new Date(at.getTime() - 60_000)],
  );
  return ids;
}

const keptOf = async (ids: readonly string[]) =>
  (
    await database().query<{ errand: string }>('SELECT errand FROM errand_kept WHERE errand = ANY($1)', [ids])
  ).rows.map(({ errand }) => errand);

/** A work whose call is given; what it stores leaves a line. */
const workOf = (call: ErrandWork<string, string>['call']): { codeService: ErrandWork<string, string> } => ({
  codeService: {
    ask: async (_db, id) => id,
    call,
    store: async (db, _actor, id) => {
      await db.query('INSERT INTO errand_kept (errand) VALUES ($1)', [id]);
    },
    giveUp: async () => {},
  },
});

describe('several servers', () => {
  const servers: ChildProcess[] = [];
  afterAll(() => {
    for (const server of servers) server.kill('SIGKILL');
  });
  const start = () => {
    const server = spawn(process.execPath, ['--import', 'tsx', 'tests/support/errand-server.ts', '1'], {
      env: { ...process.env, DATABASE_URL: databaseUrl('serving', name) },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    servers.push(server);
    const called: string[] = [];
    server.stdout?.on('data', (chunk: Buffer) => called.push(...chunk.toString().trim().split('\n')));
    return { server, called };
  };

  it('do each errand once, also where some of them are killed in the middle of it', async () => {
    const running = [start(), start(), start()];
    const ids = await begin(60);
    // Two of them die with errands in their hands.
    for (const { server, called } of running.slice(0, 2)) {
      await vi.waitFor(() => expect(called.length).toBeGreaterThan(4), { timeout: 90_000, interval: 10 });
      server.kill('SIGKILL');
    }
    await vi.waitFor(async () => expect(await keptOf(ids)).toHaveLength(60), {
      timeout: 90_000,
      interval: 200,
    });
    await new Promise((resolve) => setTimeout(resolve, 1500));
    expect((await keptOf(ids)).sort()).toEqual([...ids].sort());
    const calls = running.flatMap(({ called }) => called);
    expect(new Set(calls).size).toBe(60);
    // What the dead had begun was asked again under the same key, and nothing else was.
    expect(calls.length - 60).toBeLessThanOrEqual(8);
    expect(calls.length).toBeGreaterThan(60);
  });
});

describe('an errand', () => {
  it('whose lease ended while it was called is stored by whoever took it then, and by nobody else', async () => {
    const ids = await begin(1);
    let letGo = () => {};
    const slow = runErrands({
      at,
      leaseSeconds: 60,
      works: workOf(async (id) => {
        await new Promise<void>((resolve) => {
          letGo = resolve;
        });
        return id;
      }),
    });
    expect(await runErrands({ at, works: workOf(async (id) => id) })).toBe(0);
    await database().query(
      "UPDATE errand SET lease_until = clock_timestamp() - interval '1 second' WHERE id = $1",
      [ids[0]],
    );
    expect(await runErrands({ at, works: workOf(async (id) => id) })).toBe(1);
    letGo();
    await slow;
    expect(await keptOf(ids)).toEqual(ids);
  });

  it('that fails waits longer each time, holds up no other, says so at Health, and is given up in the end', async () => {
    const [bad = '', good = ''] = await begin(2);
    const given: string[] = [];
    const works = workOf(async (id) => {
      if (id === bad) throw Object.assign(new Error('the PIN is 4711'), { code: 'ECONNREFUSED' });
      return id;
    });
    const falling = {
      codeService: {
        ...works.codeService,
        giveUp: async (_: unknown, __: unknown, id: string) => void given.push(id),
      },
    };
    await runErrands({ at, works: falling });
    expect(await keptOf([bad, good])).toEqual([good]);
    expect(listTroubles().join(' ')).toContain('1 question could not be put to a service');
    let clock = at;
    const waits: number[] = [];
    for (let tries = 1; tries < mostTries; tries += 1) {
      const row = (
        await database().query('SELECT due_at, tries, last_error FROM errand WHERE id = $1', [bad])
      ).rows[0];
      expect(row).toMatchObject({ tries, last_error: 'ECONNREFUSED' });
      expect(await runErrands({ at: new Date(row.due_at.getTime() - 1000), works: falling })).toBe(0);
      waits.push(row.due_at.getTime() - clock.getTime());
      clock = row.due_at;
      expect(given).toEqual([]);
      await runErrands({ at: clock, works: falling });
    }
    expect(waits).toEqual([...waits].sort((a, b) => a - b));
    expect(given).toEqual([bad]);
    expect(listTroubles()).toEqual([]);
    expect((await database().query('SELECT state FROM errand WHERE id = $1', [bad])).rows).toEqual([
      { state: 'failed' },
    ]);
  });

  it('that is answered too late is cut off before its lease ends', async () => {
    const ids = await begin(1);
    const begun = performance.now();
    await runErrands({ at, leaseSeconds: 1, works: workOf(() => new Promise(() => {})) });
    expect(performance.now() - begun).toBeLessThan(1000);
    expect(await keptOf(ids)).toEqual([]);
    const { rows } = await database().query('SELECT state, last_error, lease FROM errand WHERE id = $1', [
      ids[0],
    ]);
    expect(rows).toEqual([{ state: 'waiting', last_error: expect.any(String), lease: null }]);
  });
});

describe('a question to the code service', () => {
  const asked = async () => {
    const vin = withCheckDigit('0HVM15K10JH100042');
    const number = await openTestJob(locksmith, 'Merrowdale', { year: 2018, vin });
    const edit = async () => ({ number, version: (await viewOf(locksmith, number)).job.version });
    await recordAuthority(locksmith, { ...(await edit()), ...advancePapers });
    expect(await askBureau(locksmith, { ...(await edit()), kind: 'pinFromVin', about: null })).toMatchObject({
      ok: true,
    });
    return { number, edit, read: async () => readSecrets(locksmith, (await viewOf(locksmith, number)).job) };
  };

  it('is put with the key of its enquiry, and says how often the service was missed', async () => {
    const { read } = await asked();
    vi.mocked(bureau.answer)
      .mockRejectedValueOnce(new Error('away'))
      .mockResolvedValue({ ok: true, value: '48213' });
    await runErrands({ at });
    expect((await read()).enquiries).toMatchObject([{ state: 'waiting', missed: 1 }]);
    await runErrands({ at: new Date(at.getTime() + 3_600_000) });
    const { enquiries, secrets } = await read();
    expect(enquiries).toMatchObject([{ state: 'answered' }]);
    expect(secrets).toMatchObject([{ kind: 'pin', source: 'codeService' }]);
    const keys = vi.mocked(bureau.answer).mock.calls.map(([, , { key }]) => key);
    expect(keys).toEqual([enquiries[0]?.id, enquiries[0]?.id]);
  });

  it('is not put any more once its job is closed, and an answer that comes after that is not kept', async () => {
    const one = await asked();
    await refuseJob(locksmith, { ...(await one.edit()), reason: 'Another car.' });
    await runErrands({ at });
    expect(bureau.answer).not.toHaveBeenCalled();
    expect((await one.read()).enquiries).toMatchObject([
      { state: 'failed', failure: expect.stringContaining('closed') },
    ]);
    const other = await asked();
    vi.mocked(bureau.answer).mockImplementation(async () => {
      await refuseJob(locksmith, { ...(await other.edit()), reason: 'Another car.' });
      return { ok: true, value: '48213' };
    });
    await runErrands({ at });
    const { enquiries, secrets } = await other.read();
    expect(enquiries).toMatchObject([
      { state: 'failed', failure: 'The job was closed before the answer came.' },
    ]);
    expect(secrets).toEqual([]);
  });
});
