import { createWriteStream, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import { beforeAll, describe, expect, it } from 'vitest';
import { ZipFile } from 'yazl';
import type { PersonActor } from '@/core/kinds/actor';
import { sealed } from '@/formats/archive/manifest';
import { openArchive } from '@/formats/archive/unpack';
import { readVaultKeys } from '@/outside/vault-key';
import { keysFileOf, makeArchive } from '@/usecases/archive/make-archive';
import { restoreArchive } from '@/usecases/archive/restore-archive';
import { checkAudit } from '@/usecases/audit/audit-seal';
import { closeDatabase, database } from '@/usecases/database';
import { recordAuthority } from '@/usecases/jobs/authority';
import { seePhotograph, takePhotograph } from '@/usecases/jobs/photographs';
import { databaseUrl, withClient, withSuperuser } from '../support/databases';
import { openTestJob, viewOf } from '../support/jobs';
import { onSitePapers } from '../support/papers';
import { somePicture } from '../support/picture';
import { actorOf, testDatabase } from '../support/test-database';

const { name: source } = testDatabase('world');
const folder = mkdtempSync(join(tmpdir(), 'kilnsman-archive-'));
const archive = join(folder, 'whole.zip');
const keysFile = join(folder, 'keys.txt');

let locksmith: PersonActor;
/** A job with a photograph, which is sealed as every secret is. */
let photographed = 0;
const photograph = (number: number) => `00000000-0000-4000-8000-${String(number).padStart(12, '0')}`;
let picture: Buffer;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
  const number = await openTestJob(locksmith, 'Merrowdale', { name: 'Odile "Varga"' });
  // Signs that a file of lines could stumble over.
  await withClient(databaseUrl('migrator', source), (client) =>
    client.query('UPDATE customer SET name = $1', [
      'back \\ slash, "quotes", tab\t, new\nline, \\. and \u0001 \u0002 \u{1f511}',
    ]),
  );
  expect(number).toBeGreaterThan(0);
  photographed = number;
  for (const of of [number, await openTestJob(locksmith, 'Merrowdale')]) {
    const taken = await takePhotograph(
      locksmith,
      of,
      { id: photograph(of), runId: null, of: 'the plate' },
      await somePicture(),
    );
    expect(taken).toMatchObject({ ok: true });
  }
  const { job } = await viewOf(locksmith, number);
  await recordAuthority(locksmith, { number, version: job.version, ...onSitePapers });
  const seen = await seePhotograph(locksmith, number, photograph(number));
  if (!seen.ok) throw new Error('the photograph cannot be seen');
  picture = seen.value.bytes;
  const { manifest, keys } = await makeArchive(into(archive));
  expect(manifest.tables.length).toBeGreaterThan(90);
  writeFileSync(keysFile, keysFileOf(keys));
});

const into = (file: string) => async (zip: Readable) => pipeline(zip, createWriteStream(file));

/** An empty database of the migrator, dropped at the end. */
async function inEmpty(work: (url: string) => Promise<void>): Promise<void> {
  const name = `r_${Math.random().toString(36).slice(2, 10)}`;
  await withSuperuser((client) => client.query(`CREATE DATABASE ${name} OWNER kilnsman_migrator`));
  try {
    await work(databaseUrl('migrator', name));
  } finally {
    await withSuperuser((client) => client.query(`DROP DATABASE ${name} WITH (FORCE)`));
  }
}

const wishes = { keysFile, destroyed: [], withoutKeys: false };
const restore = (file: string, url: string, more: Partial<typeof wishes> = {}) =>
  restoreArchive(file, url, 'kilnsman_serving', { ...wishes, ...more });

/** What each table holds, as a sum of its rows; sessions, limits and leases apart. */
async function sums(url: string): Promise<Record<string, string>> {
  return withClient(url, async (client) => {
    await client.query("SET TimeZone = 'UTC'");
    const tables = await client.query<{ name: string }>(
      `SELECT c.relname AS name FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
       WHERE n.nspname = 'public' AND c.relkind = 'r'`,
    );
    const left = [
      'session',
      'attempt_limit',
      'known_device',
      'set_up_code',
      'import_row',
      'audit_due',
      'backup',
    ];
    const found: Record<string, string> = {};
    for (const { name } of tables.rows.filter((table) => !left.includes(table.name))) {
      const cells =
        name === 'errand'
          ? "to_jsonb(t) - 'lease' - 'lease_until'"
          : name === 'run'
            ? "to_jsonb(t) - 'lease'"
            : name === 'schema_migration'
              ? "to_jsonb(t) - 'run_on'"
              : 'to_jsonb(t)';
      const row = await client.query<{ sum: string }>(
        `SELECT count(*) || ' ' || coalesce(md5(string_agg(md5((${cells})::text), '' ORDER BY md5((${cells})::text))), '') AS sum FROM ${name} t`,
      );
      found[name] = row.rows[0]?.sum ?? '';
    }
    const sequences = await client.query<{ all: string }>(
      "SELECT jsonb_object_agg(sequencename, last_value) - 'schema_migration_id_seq' AS all FROM pg_sequences WHERE schemaname = 'public'",
    );
    return { ...found, sequences: JSON.stringify(sequences.rows[0]?.all) };
  });
}

describe('an archive', () => {
  it('gives the same data elsewhere, in every table, with rules, rights and numbers as they were', async () => {
    await inEmpty(async (url) => {
      const restored = await restore(archive, url);
      expect(restored.ok ? restored.value.keysGone : restored.problems).toBe(0);
      expect(await sums(url)).toEqual(await sums(databaseUrl('superuser', source)));
      const rules = `SELECT string_agg(conrelid::regclass || ' ' || pg_get_constraintdef(oid), E'\\n' ORDER BY 1) AS all
        FROM (SELECT oid, conrelid FROM pg_constraint WHERE connamespace = 'public'::regnamespace
              ORDER BY conrelid::regclass::text, pg_get_constraintdef(oid)) c`;
      const both = await Promise.all(
        [url, databaseUrl('superuser', source)].map((one) =>
          withClient(one, (client) => client.query(rules)),
        ),
      );
      expect(both[0]?.rows).toEqual(both[1]?.rows);
      // The program goes on with it.
      const before = process.env.DATABASE_URL;
      await closeDatabase();
      const serving = new URL(databaseUrl('serving', new URL(url).pathname.slice(1)));
      process.env.DATABASE_URL = serving.toString();
      try {
        expect((await checkAudit()).brokenAt).toBeUndefined();
        expect(
          await seePhotograph(await actorOf('locksmith'), photographed, photograph(photographed)),
        ).toMatchObject({
          ok: true,
          value: { bytes: picture },
        });
        const number = await openTestJob(await actorOf('locksmith'), 'Merrowdale');
        const { rows } = await database().query('SELECT max(number)::int AS newest FROM job');
        expect(rows[0]?.newest).toBe(number);
      } finally {
        await closeDatabase();
        process.env.DATABASE_URL = before;
      }
    });
  });

  it('has the rows of its code series sealed: what opens cars by itself stands nowhere in clear', async () => {
    const opened = await openArchive(archive, readVaultKeys());
    if (!opened.ok) throw new Error(JSON.stringify(opened.problems));
    const { rows } = await database().query<{ row: string }>(
      'SELECT row_to_json(c)::text AS row FROM code_row c ORDER BY series_id, number LIMIT 1',
    );
    const plain = await textOf(await opened.value.readTable('code_row'));
    expect(JSON.parse(plain.slice(0, plain.indexOf('\n')))).toEqual(JSON.parse(rows[0]?.row ?? ''));
    const kept = await textOf(await opened.value.read('tables/code_row.sealed'));
    expect(kept.includes('bitting')).toBe(false);
    expect(opened.value.manifest.files.some(({ name }) => name === 'tables/code_row.jsonl')).toBe(false);
    opened.value.end();
  });

  it('does not have what unwraps its secrets', async () => {
    const { rows } = await database().query<{ key: string; wrapped: string }>(
      "SELECT id AS key, encode(wrapped, 'hex') AS wrapped FROM data_key WHERE wrapped IS NOT NULL LIMIT 5",
    );
    const opened = await openArchive(archive, readVaultKeys());
    if (!opened.ok) throw new Error(JSON.stringify(opened.problems));
    const text = await textOf(await opened.value.read('tables/data_key.jsonl'));
    for (const { wrapped } of rows) expect(text).not.toContain(wrapped);
    expect(text).toContain('"wrapped":null');
    opened.value.end();
    expect(rows.length).toBe(2);
  });

  it('is refused without the keys, unless their secrets are given up', async () => {
    await inEmpty(async (url) => {
      const refused = await restore(archive, url, { keysFile: undefined as never });
      expect(refused.ok ? 'taken' : JSON.stringify(refused.problems)).toMatch(/--without-keys/);
      expect(
        await withClient(url, async (client) => (await client.query('SELECT 1 FROM job')).rowCount),
      ).toBe(0);
    });
    await inEmpty(async (url) => {
      const restored = await restore(archive, url, { keysFile: undefined as never, withoutKeys: true });
      expect(restored.ok && restored.value.keysGone).toBeGreaterThan(0);
      const { rows } = await withClient(url, (client) =>
        client.query('SELECT count(*)::int AS kept FROM data_key WHERE wrapped IS NOT NULL'),
      );
      expect(rows[0]?.kept).toBe(0);
    });
  });

  it('brings no key back that was destroyed since, by the later file of keys or by the database it replaces', async () => {
    const { keys } = JSON.parse(readFileSync(keysFile, 'utf8').split('\n')[0] ?? '') as {
      keys: { id: string }[];
    };
    const [gone, other] = keys;
    const at = '2027-01-01T00:00:00Z';
    const later = { ...JSON.parse(readFileSync(keysFile, 'utf8').split('\n')[0] ?? '') };
    later.keys = later.keys.filter(({ id }: { id: string }) => id !== gone?.id);
    later.destroyed = [{ id: gone?.id, at }];
    const laterFile = join(folder, 'later.txt');
    writeFileSync(laterFile, keysFileOf(later));
    await inEmpty(async (url) => {
      const destroyed = [{ id: other?.id ?? '', at }];
      expect(
        await restore(archive, url, { keysFile: laterFile, destroyed: destroyed as never }),
      ).toMatchObject({ ok: true });
      const { rows } = await withClient(url, (client) =>
        client.query('SELECT id FROM data_key WHERE destroyed_at = $1 AND wrapped IS NULL ORDER BY id', [at]),
      );
      expect(rows.map(({ id }) => id)).toEqual([gone?.id, other?.id].sort());
    });
  });
});

describe('an archive that is not what was made', () => {
  const refusal = async (file: string) => {
    let words = '';
    await inEmpty(async (url) => {
      const restored = await restore(file, url);
      words = restored.ok ? 'taken' : restored.problems.map(({ message }) => message).join(' ');
      const left = await withClient(url, (client) =>
        client
          .query("SELECT to_regclass('public.job') AS job")
          .then(async ({ rows }) => (rows[0]?.job ? (await client.query('SELECT 1 FROM job')).rowCount : 0)),
      );
      expect(left).toBe(0);
    });
    return words;
  };
  const zipOf = async (files: Readonly<Record<string, string | Buffer>>) => {
    const file = join(folder, `${Math.random().toString(36).slice(2)}.zip`);
    const zip = new ZipFile();
    for (const [name, text] of Object.entries(files)) zip.addBuffer(Buffer.from(text as string), name);
    zip.end();
    await pipeline(zip.outputStream as Readable, createWriteStream(file));
    return file;
  };
  /** The whole archive with some of its files as others. */
  const changed = async (change: (name: string, text: string) => string) => {
    const opened = await openArchive(archive, readVaultKeys());
    if (!opened.ok) throw new Error('expected an archive');
    const { manifest, read, end } = opened.value;
    const files: Record<string, string | Buffer> = {};
    for (const { name } of manifest.files) {
      const bytes = await buffer(await read(name));
      // A sealed one is no text.
      files[name] = name.endsWith('.sealed') ? bytes : change(name, bytes.toString('utf8'));
    }
    end();
    const [key] = readVaultKeys();
    if (!key) throw new Error('expected a key');
    const { text, seal } = sealed(manifest, key);
    return zipOf({
      ...files,
      'manifest.json': change('manifest.json', text),
      'manifest.seal': change('manifest.seal', seal),
    });
  };

  it('is refused where a row was changed, whether its length is the same or not', async () => {
    const same = await changed((name, text) =>
      name === 'tables/shop.jsonl' ? text.replace('Pellimoor', 'Pellimooq') : text,
    );
    expect(await refusal(same)).toMatch(/shop.jsonl was altered since the archive was made/);
    const longer = await changed((name, text) =>
      name === 'tables/shop.jsonl' ? text.replace('Pellimoor', 'Pelli') : text,
    );
    expect(await refusal(longer)).toMatch(/was altered since it was made/);
  });

  it('is refused where its manifest was changed, or sealed by another key', async () => {
    const manifest = await changed((name, text) =>
      name === 'manifest.json' ? text.replace('Pellimoor', 'Pellimooq') : text,
    );
    expect(await refusal(manifest)).toMatch(/its seal does not fit/);
    const foreign = await changed((name, text) =>
      name === 'manifest.seal' ? `abcd0123abcd0123 ${text.split(' ')[1]}` : text,
    );
    expect(await refusal(foreign)).toMatch(/sealed by the vault key abcd0123abcd0123, which is not here/);
  });

  it('is refused where it is cut short, is no zip, or has files that no archive has', async () => {
    const bytes = readFileSync(archive);
    const cut = join(folder, 'cut.zip');
    writeFileSync(cut, bytes.subarray(0, bytes.length / 2));
    expect(await refusal(cut)).toMatch(/no archive: it cannot be read as a zip file/);
    writeFileSync(cut, 'no zip');
    expect(await refusal(cut)).toMatch(/no archive/);
    expect(await refusal(await zipOf({ 'manifest.json': '{}' }))).toMatch(/no manifest/);
    expect(await refusal(await zipOf({ 'other/passwd': 'x' }))).toMatch(/a file in it that no archive has/);
    const slip = await zipOf({ 'tables/aaaaaaaaaaa.jsonl': 'x' });
    writeFileSync(
      slip,
      readFileSync(slip)
        .toString('latin1')
        .replaceAll('tables/aaaaaaaaaaa.jsonl', '../../aaaaaaaaaaaa.jsonl'),
      'latin1',
    );
    expect(await refusal(slip)).toMatch(/no archive|a file in it that no archive has|damaged/);
  });

  it('is refused as a bomb before anything of it is unpacked', async () => {
    const bomb = await changed((name, text) =>
      name === 'tables/job.jsonl' ? ' '.repeat(200_000_000) : text,
    );
    expect(await refusal(bomb)).toMatch(/was altered since it was made/);
  });

  it('is refused where a newer version made it', async () => {
    const [key] = readVaultKeys();
    const opened = await openArchive(archive, readVaultKeys());
    if (!opened.ok || !key) throw new Error('expected an archive');
    const { manifest, end } = opened.value;
    end();
    const files = { ...manifest, files: [], schema: '9999_later' };
    const newer = sealed(files, key);
    expect(await refusal(await zipOf({ 'manifest.json': newer.text, 'manifest.seal': newer.seal }))).toMatch(
      /made by a newer version of the program \(9999_later/,
    );
    const format = sealed({ ...files, version: 99 }, key);
    expect(
      await refusal(await zipOf({ 'manifest.json': format.text, 'manifest.seal': format.seal })),
    ).toMatch(/made by a newer version/);
  });
});

async function textOf(stream: Readable): Promise<string> {
  return (await buffer(stream)).toString('utf8');
}
