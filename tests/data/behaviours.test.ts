import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ListName } from '@/core/catalogue/lists/lists';
import type { PersonActor } from '@/core/kinds/actor';
import { findBenchPlatform, listBenchPlatforms } from '@/data/behaviours';
import { listRowChanges } from '@/data/library/changes';
import { findRowByKey } from '@/data/library/rows';
import { database } from '@/usecases/database';
import { saveRow, undoChange } from '@/usecases/library/edit-library';
import { storeImport } from '@/usecases/library/store-import';
import { closePool } from '@/usecases/pool/lane';
import { Operator, setupFor } from '../support/bench-operator';
import { readFileAs } from '../support/files';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');
let actor: PersonActor;
beforeAll(async () => {
  actor = await actorOf('proprietor');
});
afterAll(closePool);

const said = { source: 'Read at the bench', reason: 'Tried on a car' };

async function documentOf(platform: string) {
  const row = await findRowByKey(database(), 'behaviours', { platform });
  if (!row) throw new Error(`no document of ${platform}`);
  return row;
}

async function save(platform: string, change: (body: Record<string, never>) => object, version?: number) {
  const row = await documentOf(platform);
  const body = change(JSON.parse(row.cells.body ?? '{}'));
  return saveRow(actor, {
    list: 'behaviours',
    id: row.id,
    cells: { ...row.cells, body: JSON.stringify(body), ...(version && { version: String(version) }) },
    seen: row.cells,
    ...said,
  });
}

const problem = (result: { ok: boolean; problems?: readonly { message: string }[] }) =>
  result.ok ? undefined : result.problems?.[0]?.message;

const file = readFileSync(join(import.meta.dirname, '../support/ikat-9.json'), 'utf8');

describe('documents of platforms', () => {
  it('are there for every platform of the demo world', async () => {
    const names = await database().query<{ name: string }>('SELECT name FROM platform ORDER BY name');
    expect((await listBenchPlatforms(database())).map(({ name }) => name)).toEqual(
      names.rows.map(({ name }) => name),
    );
  });

  it('are kept with each version, and one number stands for one content', async () => {
    const harmless = (words: string) => (body: object) => ({ ...body, harmless: [words] });
    expect(problem(await save('Lappet', harmless('The meter restarts')))).toMatch(/another content/);
    expect((await save('Lappet', harmless('The meter restarts'), 2)).ok).toBe(true);
    expect((await findBenchPlatform(database(), 'Lappet'))?.version).toBe(2);
    const [change] = await listRowChanges(database(), 'behaviours', 'Lappet');
    expect((await undoChange(actor, { id: change?.id ?? '' })).ok).toBe(true);
    expect((await findBenchPlatform(database(), 'Lappet'))?.version).toBe(1);
    expect(problem(await save('Lappet', harmless('Something else'), 2))).toMatch(/another content/);
    const kept = await database().query(
      "SELECT version FROM document_version WHERE name = 'Lappet' ORDER BY version",
    );
    expect(kept.rows).toEqual([{ version: 1 }, { version: 2 }]);
  });

  it('are refused where a field is wrong, with its place and never its value', async () => {
    const wrong = await save('Lappet', (body) => ({ ...body, binds: 'perhaps', roof: 'open' }), 3);
    expect(wrong.ok ? [] : wrong.problems.map(({ message }) => message)).toEqual([
      'roof: This field is not known here.',
      'binds: Expected true or false.',
    ]);
  });

  it('are refused where they disagree with the lists, and the lists may change before them', async () => {
    expect(problem(await save('Lappet', (body) => ({ ...body, courses: [] }), 3))).toBe(
      'courses: The way add of the platform is missing.',
    );
    const list: ListName = 'platforms';
    const row = await findRowByKey(database(), list, { name: 'Lappet' });
    const cells = { ...row?.cells, count: 'cannotSay' };
    const changed = await saveRow(actor, {
      list,
      id: row?.id ?? null,
      cells,
      seen: row?.cells ?? {},
      ...said,
    });
    expect(changed.ok).toBe(true);
    // What was wrong already may stay wrong; nothing is added to it.
    expect((await save('Lappet', (body) => ({ ...body, harmless: ['Nothing'] }), 3)).ok).toBe(true);
  });

  it('may be written by nobody but through their list: versions are not touched by hand', async () => {
    await expect(database().query('DELETE FROM document_version')).rejects.toThrow();
    await expect(
      database().query("INSERT INTO document_version VALUES ('behaviour', 'Lappet', 9, '{}')"),
    ).rejects.toThrow();
  });
});

describe('a platform of a file that no code names', () => {
  it('comes in with its lists and learns a key', async () => {
    const read = await readFileAs(actor, 'library', file);
    expect(read.preview).toMatchObject({ refused: 0, problems: [] });
    expect((await storeImport(actor, read.id, {})).ok).toBe(true);
    const platform = await findBenchPlatform(database(), 'Ikat 9');
    if (!platform) throw new Error('no platform');
    const operator = new Operator(platform, setupFor(platform, 'add'));
    const [blank = 0] = operator.blanks;
    expect(await operator.play('add', [blank])).toBe(true);
    expect(operator.starts(blank)).toBe(true);
  });

  it('is refused at its line where the document disagrees with its lists', async () => {
    const read = await readFileAs(actor, 'library', file.replace(/"waits_seconds": \[\s*47\s*\],/, ''));
    expect(read.preview?.problems).toMatchObject([
      { list: 'behaviours', line: 1, column: 'body', reason: expect.stringMatching(/waits/) },
      { list: 'platform-methods', line: 1, column: 'procedure', reason: expect.stringMatching(/waits/) },
    ]);
  });
});
