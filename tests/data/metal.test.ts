import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { keywayColumns, keywayRowProblems, keywaysOf } from '@/core/blade/keyway-rows';
import { formatBitting } from '@/core/catalogue/bitting';
import type { ListName } from '@/core/catalogue/lists/lists';
import type { PersonActor } from '@/core/kinds/actor';
import { listRowsNamed } from '@/data/library/list-rows';
import { findRowByKey } from '@/data/library/rows';
import { migrate } from '@/data/migrate';
import type { SaveRowInput } from '@/inputs/library-inputs';
import { database } from '@/usecases/database';
import { exportCodeRows, importCodeRows } from '@/usecases/library/code-rows';
import { saveRow } from '@/usecases/library/edit-library';
import { exportCsv } from '@/usecases/library/export-library';
import { storeImport } from '@/usecases/library/store-import';
import { closePool } from '@/usecases/pool/lane';
import { databaseUrl, dropDatabase, withClient, withSuperuser } from '../support/databases';
import { readFileAs, wholeOf } from '../support/files';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let actor: PersonActor;
beforeAll(async () => {
  actor = await actorOf('proprietor');
});
afterAll(closePool);

/** The keyways of the demo world as their file was before spaces and depths were lists. */
const earlier = `name,profile,spaces,depths,stop,blade_width_mm,first_space_mm,spacing_mm,depth_step_mm,macs,pellet
Pipit 7,"edge, one side",7,5,shoulder,8.0,5.0,2.4,0.45,3,yes
Whinchat 6,disc,6,6,tip,7.4,4.8,3.1,0.3,5,no
Serin 99,inside track,3,2,tip,9.8,,,,1,no
`;

const columns =
  'name,profile,spaces,depths,stop,blade_width_mm,blade_length_mm,blade_thickness_mm,cut_angle_deg,flat_mm,macs,recut,pellet\n';

/** Saves a row as the editor does: over the one of its key, where there is one. */
async function edit(list: ListName, cells: Record<string, string>) {
  const before = await findRowByKey(database(), list, cells);
  return saveRow(actor, {
    list,
    id: before?.id ?? null,
    cells,
    seen: before?.cells ?? null,
    source: 'Measured',
    reason: 'A test',
  } as SaveRowInput);
}

async function store(list: Parameters<typeof readFileAs>[1], content: string) {
  const row = await readFileAs(actor, list, content);
  expect(row.preview?.problems).toEqual([]);
  expect(await storeImport(actor, row.id, {})).toMatchObject({ ok: true });
  return row;
}

describe('spaces and depths of a keyway', () => {
  it('come out of a file that has one spacing and one step', async () => {
    const before = await wholeOf(exportCsv(actor, 'keyway-spaces'));
    await database().query(
      "DELETE FROM keyway_space WHERE keyway_id = (SELECT id FROM keyway WHERE name = 'Pipit 7')",
    );
    const row = await store('keyways', earlier);
    expect(row.preview?.lists.map(({ list, rows }) => [list, rows])).toEqual([
      ['keyways', 3],
      ['keyway-spaces', 13],
      // Millimetres say nothing of a disc.
      ['keyway-depths', 5],
    ]);
    expect(await wholeOf(exportCsv(actor, 'keyway-spaces'))).toBe(before);
    expect(before).toContain('Pipit 7,1,7,19.4\r\n');
    expect(await wholeOf(exportCsv(actor, 'keyway-depths'))).toContain(
      'Pipit 7,1,1,0,\r\nPipit 7,1,2,0.45,\r\n',
    );
  });

  it('are none where nobody knows them', async () => {
    expect(await wholeOf(exportCsv(actor, 'keyway-spaces'))).not.toContain('Serin 99');
    expect(await wholeOf(exportCsv(actor, 'keyways'))).toContain(
      'Serin 99,inside track,3,2,tip,9.8,,,,,1,,no',
    );
  });

  it('take a second axis, and no space twice', async () => {
    await store('keyways', `${columns}Serin 99,inside track,3,2,tip,9.8,,,,,1,deeper never,no\n`);
    const head = 'keyway,axis,number,at_mm\n';
    await store('keyway-spaces', `${head}Serin 99,2,1,3.5\nSerin 99,1,1,3\n`);
    const twice = await readFileAs(actor, 'keyway-spaces', `${head}Serin 99,2,2,3.5\nSerin 99,2,2,4\n`);
    expect(twice.preview?.problems).toMatchObject([{ line: 3, column: 'number' }]);
    const unknown = await readFileAs(actor, 'keyway-spaces', `${head}Wren 3,1,1,3.5\n`);
    expect(unknown.preview?.problems).toMatchObject([{ line: 2, column: 'keyway' }]);
  });

  it('refuses a spacing that is none', async () => {
    const row = await readFileAs(actor, 'keyways', earlier.replace('5.0,2.4,', '5.0,wide,'));
    expect(row.preview?.problems).toMatchObject([{ line: 2, column: 'spacing_mm' }]);
  });
});

describe('a keyway that contradicts itself', () => {
  const spaces = 'keyway,axis,number,at_mm\n';
  const depths = 'keyway,axis,number,cut_mm,cut_deg\n';
  const dunnock = (macs: number, angle: number) =>
    `${columns}Dunnock 8,"edge, two sides",8,4,shoulder,8.6,27,2.3,${angle},0.8,${macs},deeper,no\n`;

  it('is none of the demo world', async () => {
    const found = await database().query<{ name: string }>('SELECT name FROM keyway');
    const rows = await listRowsNamed(
      database(),
      keywayColumns,
      found.rows.map(({ name }) => name),
    );
    expect(keywaysOf(rows).size).toBeGreaterThan(10);
    expect(keywayRowProblems(rows, true)).toEqual([]);
  });

  it.each([
    ['keyway-spaces', `${spaces}Dunnock 8,1,8,26.9\n`, 2, 'at_mm', /space 8: It lies past the end/],
    ['keyway-spaces', `${spaces}Dunnock 8,1,2,9.9\nDunnock 8,1,3,9.4\n`, 3, 'at_mm', /beyond space 2/],
    ['keyway-depths', `${depths}Dunnock 8,1,3,0.62,\n`, 2, 'cut_mm', /depth 3: It overlaps depth 2/],
    ['keyway-depths', `${depths}Whinchat 6,1,3,0.9,\n`, 2, 'cut_mm', /in degrees/],
    ['keyway-depths', `${depths}Dunnock 8,1,3,,40\n`, 2, 'cut_deg', /Only a disc/],
    ['keyways', dunnock(3, 140), 2, 'at_mm', /space 2: A MACS of 3 is stated/],
    ['keyways', dunnock(3, 88).replace('deeper', 'deeper deeper'), 2, 'macs', /Only a track/],
    ['keyways', dunnock(3, 88).replace('deeper', 'sometimes'), 2, 'recut', /deeper or never/],
    ['keyway-depths', `${depths}Dunnock 8,1,3,1,40\n`, 2, 'cut_mm', /or degrees on a disc/],
  ] as const)('is refused with its row: %s %#', async (list, content, line, column, reason) => {
    const before = await wholeOf(exportCsv(actor, list));
    const row = await readFileAs(actor, list, content);
    expect(row.state).toBe('refused');
    expect(row.preview?.problems[0]).toMatchObject({ line, column });
    expect(row.preview?.problems[0]?.reason).toMatch(reason);
    expect(await wholeOf(exportCsv(actor, list))).toBe(before);
  });

  it('is refused as a whole with one depth, and begun with one in the editor', async () => {
    const one = 'Linnet 3,outside track,3,4,tip,9,,,,,2,never,no\n';
    await store('keyways', columns + one);
    const alone = await readFileAs(actor, 'keyway-depths', `${depths}Linnet 3,1,1,0,\n`);
    expect(alone.preview?.problems).toMatchObject([
      { line: 2, reason: expect.stringMatching(/Fewer than two/) },
    ]);
    expect(
      await edit('keyway-depths', { keyway: 'Linnet 3', axis: '1', number: '1', cut_mm: '0' }),
    ).toMatchObject({
      ok: true,
    });
  });

  it('is refused in the editor, and what stood wrong before can be mended row by row', async () => {
    const refused = await edit('keyway-depths', {
      keyway: 'Linnet 3',
      axis: '1',
      number: '2',
      cut_mm: '0.03',
    });
    expect(refused).toMatchObject({
      ok: false,
      problems: [{ field: 'cut_mm', message: 'Linnet 3, depth 2: It overlaps depth 1.' }],
    });
    await database().query(
      "UPDATE keyway_depth SET cut_mm = 0.01 * number, cut_deg = NULL WHERE keyway_id = (SELECT id FROM keyway WHERE name = 'Whinchat 6')",
    );
    for (const number of ['1', '2', '3'])
      expect(
        await edit('keyway-depths', {
          keyway: 'Whinchat 6',
          axis: '1',
          number,
          cut_deg: String(Number(number) * 15),
        }),
      ).toMatchObject({ ok: true });
  });

  it('is not stored where somebody changed the keyway after the file was read', async () => {
    const read = await readFileAs(actor, 'keyway-depths', `${depths}Dunnock 8,1,4,1.85,\n`);
    expect(read.state).toBe('read');
    await store('keyways', dunnock(3, 88).replace('8.6', '3.7'));
    expect(await storeImport(actor, read.id, {})).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/changed after it was read, and contradicts it/) }],
    });
    expect(await wholeOf(exportCsv(actor, 'keyway-depths'))).toContain('Dunnock 8,1,4,1.8,');
  });
});

describe('code rows', () => {
  it('of a keyway with twelve depths go in and come out the same', async () => {
    await store(
      'keyways',
      'name,profile,spaces,depths,stop,blade_width_mm,macs,pellet\nDipper 4,outside track,4,12,tip,9,11,no\n',
    );
    await store('code-series', 'name,keyway,prefix,first,count\nDipper A,Dipper 4,DP,1,3\n');
    const csv = 'number,bitting\n1,1-12-3-11\n2,2131\n3,1-2-10-9\n';
    expect(await importCodeRows(actor, 'Dipper A', Buffer.from(csv))).toMatchObject({ ok: true });
    expect(await exportCodeRows(actor, 'Dipper A')).toEqual({ ok: true, value: { csv } });
    const rows = await database().query<{ bitting: number[] }>(
      "SELECT bitting FROM code_row r JOIN code_series s ON s.id = r.series_id WHERE s.name = 'Dipper A' ORDER BY number",
    );
    expect(rows.rows.map(({ bitting }) => formatBitting(bitting))).toEqual(['1-12-3-11', '2131', '1-2-10-9']);
  });
});

describe('a database from before', () => {
  const name = 'metal_before';
  const folder = join(import.meta.dirname, '../../src/data/migrations');
  const asMigrator = <T>(work: Parameters<typeof withClient<T>>[1]) =>
    withClient(databaseUrl('migrator', name), work);
  afterAll(() => dropDatabase(name));

  it('keeps every spacing, step and bitting', async () => {
    await withSuperuser((client) => client.query(`CREATE DATABASE ${name} OWNER kilnsman_migrator`));
    const files = readdirSync(folder)
      .filter((file) => file < '0010')
      .sort();
    await asMigrator(async (client) => {
      await client.query(
        'CREATE TABLE schema_migration (id serial PRIMARY KEY, name varchar(255) NOT NULL, run_on timestamp NOT NULL)',
      );
      for (const file of files) {
        await client.query(readFileSync(join(folder, file), 'utf8'));
        await client.query('INSERT INTO schema_migration (name, run_on) VALUES ($1, now())', [
          file.replace('.sql', ''),
        ]);
      }
      await client.query(
        `INSERT INTO keyway (id, name, profile, spaces, depths, stop, blade_width_mm, first_space_mm, spacing_mm, depth_step_mm)
         VALUES ('00000000-0000-4000-8000-000000000001', 'Known', 'disc', 20, 12, 'tip', 8, 40, 10, 2),
           ('00000000-0000-4000-8000-000000000002', 'Unknown', 'disc', 4, 3, 'tip', 8, NULL, NULL, NULL)`,
      );
      await client.query(
        `INSERT INTO code_series (id, name, keyway_id, prefix, first, count) VALUES
           ('00000000-0000-4000-8000-000000000003', 'S', '00000000-0000-4000-8000-000000000002', 'S', 1, 1)`,
      );
      await client.query(
        "INSERT INTO code_row (series_id, number, bitting) VALUES ('00000000-0000-4000-8000-000000000003', 1, '1323')",
      );
    });
    await migrate(databaseUrl('migrator', name), 'kilnsman_serving');
    await asMigrator(async (client) => {
      const spaces = await client.query(
        `SELECT k.name, count(*)::int AS n, min(at_mm)::float8 AS first, max(at_mm)::float8 AS last
         FROM keyway_space s JOIN keyway k ON k.id = s.keyway_id GROUP BY k.name`,
      );
      expect(spaces.rows).toEqual([{ name: 'Known', n: 20, first: 40, last: 230 }]);
      const depths = await client.query(
        'SELECT count(*)::int AS n, min(cut_mm)::float8 AS first, max(cut_mm)::float8 AS last FROM keyway_depth',
      );
      expect(depths.rows).toEqual([{ n: 12, first: 0, last: 22 }]);
      expect((await client.query('SELECT bitting FROM code_row')).rows).toEqual([{ bitting: [1, 3, 2, 3] }]);
    });
  });
});

describe('the locks of a generation', () => {
  const head =
    'make,model,market,generation,keyway,lock,seen,spaces,number_at,covered_by,tool,must_not_fall,goes_back\n';
  const fits = 'Halvorn,Merrowdale,Meres,I,Wagtail 10,';

  it('come in as they went out', async () => {
    const out = await wholeOf(exportCsv(actor, 'locks'));
    expect(out).toContain(
      "Halvorn,Merrowdale,Meres,II,Siskin 11,driver's door,covered,1 2 3 4 5 6 7 8,the housing",
    );
    const row = await readFileAs(actor, 'locks', out);
    expect(row.preview).toMatchObject({ problems: [] });
    await store('locks', out);
    expect(await wholeOf(exportCsv(actor, 'locks'))).toBe(out);
  });

  it.each([
    [
      'a space the keyway lacks',
      `${fits}fuel cap,in sight,1 2 11,,,,,`,
      'spaces',
      /space 11: This keyway has 10 spaces/,
    ],
    ['spaces out of order', `${fits}boot,in sight,2 1,,,,,`, 'spaces', /rising/],
    ['a lock that is absent and holds spaces', `${fits}boot,absent,1 2,,,,,`, 'spaces', /absent/],
    ['a cover that nobody names', `${fits}boot,covered,1 2,,,,,`, 'covered_by', /what covers it/],
    ['a lock that cars do not have', `${fits}sunroof,in sight,1 2,,,,,`, 'lock', /ignition/],
    ['another generation', `${fits.replace(',I,', ',IX,')}boot,in sight,1,,,,,`, 'generation', /./],
  ])('are refused with %s', async (_what, line, column, reason) => {
    const row = await readFileAs(actor, 'locks', `${head}${line}\n`);
    expect(row.state).toBe('refused');
    expect(row.preview?.problems[0]).toMatchObject({ line: 2, column });
    expect(row.preview?.problems[0]?.reason).toMatch(reason);
  });

  it('hold a keyway to the spaces they need', async () => {
    const rows = await listRowsNamed(database(), keywayColumns, ['Wagtail 10']);
    const fewer = rows.map((row) =>
      row.list === 'keyways' ? { ...row, cells: { ...row.cells, spaces: '9' } } : row,
    );
    expect(keywayRowProblems(fewer, true).map(({ list }) => list)).toContain('locks');
    expect(keywayRowProblems(rows, true)).toEqual([]);
  });
});
