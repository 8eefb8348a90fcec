import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { askTyped } from '@/usecases/benches/ask-in-pool';
import { identify } from '@/usecases/benches/identify';
import { database } from '@/usecases/database';
import { isDatabaseAway, isDiskFull, noteFullDisk } from '@/usecases/failures';
import { readHealth } from '@/usecases/health';
import { exportCsv } from '@/usecases/library/export-library';
import { readImport } from '@/usecases/library/read-import';
import { endDeadImports } from '@/usecases/library/signs-of-life';
import { cancelImport, readImportState, storeImport } from '@/usecases/library/store-import';
import { closePool } from '@/usecases/pool/lane';
import { inLongTurn } from '@/usecases/pool/long-turn';
import { runInPool } from '@/usecases/pool/pool';
import { PoolFull } from '@/usecases/pool-full';
import { databaseUrl, withClient } from '../support/databases';
import { readFileAs, wholeOf } from '../support/files';
import { openTestJob } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

// What takes long, or never ends, must not keep others from being answered.

const { name } = testDatabase('world');

let actor: PersonActor;
let other: PersonActor;
beforeAll(async () => {
  actor = await actorOf('proprietor');
  other = await actorOf('locksmith');
});
afterAll(closePool);

const header = 'article,keyway,seat\r\n';
const bytesOf = (text: string) => new TextEncoder().encode(text);

async function staged(): Promise<number> {
  const result = await database().query<{ count: number }>('SELECT count(*)::int AS count FROM import_row');
  return result.rows[0]?.count ?? -1;
}

describe('a download', () => {
  it('that is broken off thirty times leaves every connection whole', async () => {
    const whole = await wholeOf(exportCsv(actor, 'applications'));
    for (let at = 0; at < 30; at += 1) {
      const download = exportCsv(actor, 'applications');
      await download.next();
      await download.next();
      await download.end();
    }
    expect(await wholeOf(exportCsv(actor, 'applications'))).toBe(whole);
  });

  it('is refused beyond two of one person and four of all; nobody who asks something else waits', async () => {
    const held = [exportCsv(actor, 'chips'), exportCsv(actor, 'chips')];
    expect(() => exportCsv(actor, 'chips')).toThrow(PoolFull);
    held.push(exportCsv(other, 'chips'), exportCsv(other, 'chips'));
    for (const one of held) await one.next();
    expect(() => exportCsv({ ...actor, personId: uuid() }, 'chips')).toThrow(PoolFull);
    const answers = await Promise.all(Array.from({ length: 20 }, () => database().query('SELECT 1')));
    expect(answers.every(({ rowCount }) => rowCount === 1)).toBe(true);
    for (const one of held) await one.end();
    expect((await wholeOf(exportCsv(actor, 'chips'))).length).toBeGreaterThan(100);
  });

  it('that was ended says so, and gives its place free once', async () => {
    const download = exportCsv(actor, 'chips');
    await Promise.all([download.end(), download.end()]);
    await expect(download.next()).rejects.toThrow('too long');
    const two = [exportCsv(actor, 'chips'), exportCsv(actor, 'chips')];
    expect(() => exportCsv(actor, 'chips')).toThrow(PoolFull);
    for (const one of two) await one.end();
  });
});

describe('imports', () => {
  it('all end, thirty at once', async () => {
    const rows = await Promise.all(
      Array.from({ length: 30 }, (_, at) =>
        readFileAs(actor, 'blanks', `${header}BLANK-7${100 + at},Siskin 11,plain\r\n`),
      ),
    );
    expect(rows.map(({ state }) => state)).toEqual(Array(30).fill('read'));
    for (const { id } of rows) await cancelImport(actor, id);
    expect(await staged()).toBe(0);
  });

  it('of slow senders keep nobody out', async () => {
    const ends: (() => void)[] = [];
    const slow = Array.from({ length: 12 }, () => {
      const wait = new Promise<void>((resolve) => ends.push(resolve));
      async function* bytes() {
        yield bytesOf(header);
        await wait;
        yield bytesOf('BLANK-7201,Siskin 11,plain\r\n');
      }
      return readImport(actor, {
        id: uuid(),
        list: 'blanks',
        fileName: 'slow.csv',
        announcedBytes: undefined,
        bytes: bytes(),
      });
    });
    const quick = await readFileAs(actor, 'blanks', `${header}BLANK-7200,Siskin 11,plain\r\n`);
    expect(quick.state).toBe('read');
    expect((await storeImport(actor, quick.id, {})).ok).toBe(true);
    for (const end of ends) end();
    for (const row of await Promise.all(slow)) expect(row).toMatchObject({ value: { state: 'read' } });
  });

  it('whose sender goes half-way are refused with a word, and nothing of them stays', async () => {
    const before = await staged();
    async function* lost() {
      yield bytesOf(`${header}BLANK-7301,Siskin 11,plain\r\n`);
      throw new Error('aborted');
    }
    const id = uuid();
    const row = await readImport(actor, {
      id,
      list: 'blanks',
      fileName: 'lost.csv',
      announcedBytes: 400,
      bytes: lost(),
    });
    expect(row).toMatchObject({ ok: true, value: { state: 'refused' } });
    expect(row.ok && row.value.preview?.problems[0]?.reason).toMatch(/did not arrive whole/);
    expect(await staged()).toBe(before);
  });

  it('whose program died are ended by the next look, and one that is alive is not', async () => {
    const [dead, alive] = [uuid(), uuid()];
    await database().query(
      `INSERT INTO library_import (id, list, file_name, state, started_at, started_by, seen_at)
       SELECT x.id, 'blanks', 'dead.csv', 'reading', $3, $4, clock_timestamp() - x.ago
       FROM (VALUES ($1::uuid, interval '2 min'), ($2::uuid, interval '20 s')) AS x(id, ago)`,
      [dead, alive, actor.at, actor.personId],
    );
    expect(await endDeadImports()).toBe(1);
    expect((await readImportState(actor, dead))?.state).toBe('failed');
    expect((await readImportState(actor, alive))?.state).toBe('reading');
    await cancelImport(actor, alive);
  });

  it('whose rows a crash of the database took are not stored as nothing', async () => {
    const row = await readFileAs(actor, 'blanks', `${header}BLANK-7401,Siskin 11,plain\r\n`);
    await database().query('DELETE FROM import_row WHERE import_id = $1', [row.id]);
    expect(await storeImport(actor, row.id, {})).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('gone with a crash') }],
    });
    expect((await readImportState(actor, row.id))?.state).toBe('failed');
  });
});

describe('the threads', () => {
  it('identify a car and draw a paper as the same functions do here', async () => {
    const input = { line: 'halvorn merrowdale 2019 push start lost both' };
    const there = await askTyped('identify', { actor, input });
    const here = await identify(actor, input);
    if (!there.ok || !here.ok) throw new Error('expected candidates');
    expect(there.value.identification.candidates.length).toBeGreaterThan(0);
    expect(there.value.identification).toEqual(structuredClone(here.value.identification));
    expect(there.value.read).toEqual(here.value.read);

    const label = { number: '1042-1', words: 'ochre tern', address: 'http://127.0.0.1/tag/x' };
    const bytes = await runInPool('drawPaper', {
      paper: { kind: 'labels', labels: [label] },
      look: { size: 'letter', logo: null },
    });
    expect(Buffer.from(bytes.subarray(0, 5)).toString()).toBe('%PDF-');
  });

  it('take long questions one at a time, in their order and few of one asker, while typed ones are answered', async () => {
    const ran: string[] = [];
    let atWork = 0;
    const ends = new Map<string, () => void>();
    const work = (name: string) => async () => {
      ran.push(name);
      atWork += 1;
      expect(atWork).toBe(1);
      await new Promise<void>((end) => ends.set(name, end));
      atWork -= 1;
      return name;
    };
    const begins = (name: string) => vi.waitFor(() => expect(ran).toContain(name), { timeout: 20_000 });
    // A server that died says nothing more, and keeps nobody waiting.
    await database().query(
      "INSERT INTO long_task (id, asker, alive_until) VALUES ($1, 'gone', clock_timestamp() - interval '1 second')",
      [uuid()],
    );
    const first = inLongTurn('ann', undefined, work('first'));
    await begins('first');
    const leaves = new AbortController();
    const second = inLongTurn('ben', leaves.signal, work('second'));
    second.catch(() => {});
    await vi.waitFor(async () => expect(await standing()).toBe(2));
    const third = inLongTurn('ben', undefined, work('third'));
    await vi.waitFor(async () => expect(await standing()).toBe(3));
    await expect(inLongTurn('ben', undefined, work('too many'))).rejects.toThrow(PoolFull);
    expect(await askTyped('identify', { actor, input: { line: 'halvorn merrowdale 2019' } })).toMatchObject({
      ok: true,
    });
    leaves.abort();
    await expect(second).rejects.toThrow(/gone/);
    ends.get('first')?.();
    expect(await first).toBe('first');
    await begins('third');
    ends.get('third')?.();
    expect(await third).toBe('third');
    expect(ran).toEqual(['first', 'third']);
    expect(await standing()).toBe(0);

    async function standing() {
      return (await database().query('SELECT 1 FROM long_task')).rowCount;
    }
  });

  it('say that the database is away as the use-case would', async () => {
    const url = process.env.DATABASE_URL;
    await closePool();
    process.env.DATABASE_URL = 'postgres://nobody@127.0.0.1:1/none';
    const away = await askTyped('identify', { actor, input: { line: 'x' } }).catch((error) => error);
    expect(isDatabaseAway(away)).toBe(true);
    process.env.DATABASE_URL = url;
    await closePool();
  });
});

describe('a full disk', () => {
  it('is told as such, stores nothing, and stands at Health for a while', async () => {
    await withClient(databaseUrl('superuser', name), (client) =>
      client.query(`
        CREATE FUNCTION no_room() RETURNS trigger LANGUAGE plpgsql AS
          $$ BEGIN RAISE EXCEPTION 'could not extend file: No space left on device' USING ERRCODE = 'disk_full'; END $$;
        CREATE TRIGGER no_room BEFORE INSERT ON job_history FOR EACH ROW EXECUTE FUNCTION no_room()`),
    );
    const count = async () => (await database().query('SELECT count(*) FROM job')).rows[0].count;
    const before = await count();
    const thrown = await openTestJob(actor, 'Merrowdale').catch((error) => error);
    expect(isDiskFull(thrown)).toBe(true);
    expect(noteFullDisk()).toMatch(/disk of the database is full/);
    expect((await readHealth()).troubles.join()).toMatch(/disk is full/);
    expect(await count()).toBe(before);
  });
});
