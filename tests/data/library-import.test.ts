import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { listNames, listOf } from '@/core/catalogue/lists/lists';
import type { PersonActor } from '@/core/kinds/actor';
import { writeCsv } from '@/formats/csv';
import { csvHeader } from '@/formats/list-csv';
import { database } from '@/usecases/database';
import { readListPage } from '@/usecases/library/browse';
import { undoChange } from '@/usecases/library/edit-library';
import { exportCsv, exportJson } from '@/usecases/library/export-library';
import { readImport } from '@/usecases/library/read-import';
import { cancelImport, readImportState, storeImport } from '@/usecases/library/store-import';
import { closePool } from '@/usecases/pool/lane';
import { inParts, readFileAs, wholeOf } from '../support/files';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let actor: PersonActor;
beforeAll(async () => {
  actor = await actorOf('proprietor');
});
afterAll(closePool);

const blanks = (rows: string) => `article,keyway,seat\r\n${rows}`;

async function stored(list: Parameters<typeof readFileAs>[1], content: string | Uint8Array) {
  const row = await readFileAs(actor, list, content);
  expect(row.preview?.problems).toEqual([]);
  const result = await storeImport(actor, row.id, {});
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return row;
}

async function staged(): Promise<number> {
  const result = await database().query<{ count: number }>('SELECT count(*)::int AS count FROM import_row');
  return result.rows[0]?.count ?? -1;
}

describe('an import', () => {
  it('shows what it adds, changes and leaves, and then stores it with a line of history for each change', async () => {
    const row = await readFileAs(
      actor,
      'blanks',
      blanks('BLANK-2041,Siskin 11,pinned\r\nBLANK-2044,Siskin 11,prox\r\nBLANK-9001,Siskin 11,plain\r\n'),
    );
    expect(row.state).toBe('read');
    const [list] = row.preview?.lists ?? [];
    expect(list?.rows).toBe(3);
    expect((list?.counts.added ?? 0) + (list?.counts.changed ?? 0) + (list?.counts.left ?? 0)).toBe(3);
    expect(list?.counts.added).toBe(1);
    expect(row.preview?.changes.find(({ after }) => after.article === 'BLANK-9001')?.before).toBeNull();
    const before = await wholeOf(exportCsv(actor, 'blanks'));
    expect(before).not.toContain('BLANK-9001');

    expect((await storeImport(actor, row.id, {})).ok).toBe(true);
    const after = await wholeOf(exportCsv(actor, 'blanks'));
    expect(after).toContain('BLANK-9001,Siskin 11,plain');
    expect(after).toContain('BLANK-2041,Siskin 11,pinned');
    const changes = await database().query<{ id: string; row_id: string }>(
      'SELECT id, row_id FROM library_change WHERE import_id = $1 ORDER BY row_id',
      [row.id],
    );
    expect(changes.rows.map(({ row_id }) => row_id)).toContain('BLANK-2041');
    expect(await staged()).toBe(0);

    const own = changes.rows.find(({ row_id }) => row_id === 'BLANK-2041');
    expect((await undoChange(actor, { id: own?.id ?? '' })).ok).toBe(true);
    expect(await wholeOf(exportCsv(actor, 'blanks'))).not.toContain('BLANK-2041,Siskin 11,pinned');
    expect((await storeImport(actor, row.id, {})).ok).toBe(false);
  });

  it.each([
    ['a keyway that is not there', blanks('BLANK-9101,Wren 3,plain\r\n'), 2, 'keyway'],
    ['an empty cell that must be filled', blanks('BLANK-9101,,plain\r\n'), 2, 'keyway'],
    ['the same key twice', blanks('BLANK-9101,Siskin 11,a\r\nBLANK-9101,Siskin 11,b\r\n'), 3, 'article'],
    ['a row cut short', blanks('BLANK-9101,Siskin 11\r\n'), 2, undefined],
    ['an open quote', blanks('BLANK-9101,"Siskin 11,plain\r\n'), 2, undefined],
    [
      'a column nobody knows',
      'article,keyway,seat,colour\r\nBLANK-9101,Siskin 11,plain,red\r\n',
      1,
      'colour',
    ],
    ['a missing column', 'article,keyway\r\nBLANK-9101,Siskin 11\r\n', 1, 'seat'],
    ['a column twice', 'article,keyway,seat,seat\r\nBLANK-9101,Siskin 11,a,b\r\n', 1, 'seat'],
    ['a control character', blanks('BLANK-9101,Siskin 11,pl\u0007ain\r\n'), 2, 'seat'],
    ['an empty file', '', 1, undefined],
  ])('refuses %s with line and column, and stores nothing', async (_, content, line, column) => {
    const row = await readFileAs(actor, 'blanks', content);
    expect(row.state).toBe('refused');
    const [problem] = row.preview?.problems ?? [];
    expect(problem?.line).toBe(line);
    if (column !== undefined) expect(problem?.column).toBe(column);
    expect((await storeImport(actor, row.id, {})).ok).toBe(false);
    expect(await wholeOf(exportCsv(actor, 'blanks'))).not.toContain('BLANK-9101');
    expect(await staged()).toBe(0);
  });

  it('refuses a file of which fewer bytes arrived than were announced', async () => {
    const row = await readFileAs(actor, 'blanks', blanks('BLANK-9102,Siskin 11,plain\r\n'), {
      announcedBytes: 900,
    });
    expect(row.state).toBe('refused');
    expect(row.preview?.problems[0]?.reason).toContain('cut short');
  });

  it('understands semicolons, byte order marks, tabs, Windows-1252 and decimal commas of spreadsheets', async () => {
    const semicolons =
      'name;profile;spaces;depths;stop;blade_width_mm;pellet\r\nPipit 6;edge, one side;6;4;shoulder;7,8;no\r\n';
    await stored('keyways', new TextEncoder().encode(`\ufeff${semicolons}`));
    const { rows } = await readListPage(actor, 'keyways', 'Pipit', undefined);
    expect(rows[0]?.cells.blade_width_mm).toBe('7.8');
    const windows = new Uint8Array([
      ...new TextEncoder().encode('name\taliases\r\nBr'),
      0xfc,
      ...new TextEncoder().encode('ggenmoor\t\r\n'),
    ]);
    const row = await stored('makes', windows);
    expect(row.preview?.remarks.join(' ')).toMatch(/Windows-1252/);
    expect(row.preview?.remarks.join(' ')).toMatch(/tabs/);
    expect((await readListPage(actor, 'makes', 'Brüggenmoor', undefined)).total).toBe(1);
  });

  it('stores cells that a spreadsheet would run only after a yes', async () => {
    const row = await readFileAs(actor, 'blanks', blanks('BLANK-9103,Siskin 11,=1+1\r\n'));
    expect(row.preview?.formulas).toEqual([expect.objectContaining({ line: 2, column: 'seat' })]);
    expect((await storeImport(actor, row.id, {})).ok).toBe(false);
    expect((await storeImport(actor, row.id, { formulas: true })).ok).toBe(true);
    expect(await wholeOf(exportCsv(actor, 'blanks'))).toContain('BLANK-9103,Siskin 11,=1+1');
  });

  it('lets rows of one document refer to each other', async () => {
    const document = {
      format: 'kilnsman library 1',
      lists: {
        makes: [{ name: 'Oskerwend' }],
        models: [{ make: 'Oskerwend', name: 'Tamberline', vehicle_class: 'passenger' }],
        generations: [
          {
            make: 'Oskerwend',
            model: 'Tamberline',
            market: 'Meres',
            name: 'I',
            from_year: 2010,
            to_year: 2018,
          },
        ],
      },
    };
    const row = await stored('library', JSON.stringify(document));
    expect(row.preview?.lists.map(({ list }) => list)).toEqual(['makes', 'models', 'generations']);
    expect((await readListPage(actor, 'generations', 'Tamberline', undefined)).total).toBe(1);
  });

  it.each([
    ['text', 'not json', 'JSON'],
    ['another format', '{"format":"other","lists":{}}', 'format'],
    ['an unknown list', '{"format":"kilnsman library 1","lists":{"recipes":[]}}', 'not known'],
  ])('refuses a document that is %s', async (_, content, word) => {
    const row = await readFileAs(actor, 'library', content);
    expect(row.state).toBe('refused');
    expect(row.preview?.problems[0]?.reason).toContain(word);
  });
});

describe('an export', () => {
  it.each(listNames)('of %s comes back byte for byte, and changes nothing', async (name) => {
    const first = await wholeOf(exportCsv(actor, name));
    const row = await readFileAs(actor, name, first);
    expect(row.preview?.problems).toEqual([]);
    const [list] = row.preview?.lists ?? [];
    expect(list?.counts.added ?? 0).toBe(0);
    expect(list?.counts.changed ?? 0).toBe(0);
    expect((await storeImport(actor, row.id, { formulas: true })).ok).toBe(true);
    expect(await wholeOf(exportCsv(actor, name))).toBe(first);
  });

  it('of the whole library comes back byte for byte', async () => {
    const first = await wholeOf(exportJson(actor));
    const row = await readFileAs(actor, 'library', first);
    expect(row.preview?.problems).toEqual([]);
    expect(row.preview?.lists.every(({ counts }) => counts.added === 0 && counts.changed === 0)).toBe(true);
    expect((await storeImport(actor, row.id, { formulas: true })).ok).toBe(true);
    expect(await wholeOf(exportJson(actor))).toBe(first);
  });

  it('brings any texts back with equal values', async () => {
    const texts = fc
      .string({ unit: 'grapheme', minLength: 1, maxLength: 30 })
      .map((text) => text.replace(/\p{Cc}|\p{Cs}/gu, '').trim())
      .filter((text) => text.length > 0 && text.length <= 40);
    await fc.assert(
      fc.asyncProperty(texts, async (seat) => {
        const content =
          csvHeader(listOf('blanks')) + writeCsv([['BLANK-9200', 'Siskin 11', seat.normalize('NFC')]]);
        const row = await readFileAs(actor, 'blanks', content);
        expect(row.preview?.problems).toEqual([]);
        await storeImport(actor, row.id, { formulas: true });
        const { rows } = await readListPage(actor, 'blanks', 'BLANK-9200', undefined);
        expect(rows[0]?.cells.seat).toBe(seat.normalize('NFC'));
      }),
      { numRuns: 25 },
    );
  });
});

describe('a cancelled import', () => {
  const lines = (from: number, count: number) =>
    Array.from({ length: count }, (_, at) => `BLANK-${from + at},Siskin 11,plain\r\n`).join('');

  async function runningQueries(): Promise<number> {
    const result = await database().query<{ count: number }>(
      `SELECT count(*)::int AS count FROM pg_stat_activity
       WHERE datname = current_database() AND backend_type = 'client backend' AND state <> 'idle'
         AND pid <> pg_backend_pid()`,
    );
    return result.rows[0]?.count ?? -1;
  }

  it('half-way through the file leaves no row and no running query', async () => {
    const id = uuid();
    const half = new TextEncoder().encode(blanks(lines(100_000, 30_000)));
    let halfSent: () => void = () => {};
    const reached = new Promise<void>((resolve) => {
      halfSent = resolve;
    });
    let go: () => void = () => {};
    const cancelled = new Promise<void>((resolve) => {
      go = resolve;
    });
    async function* slowFile(): AsyncGenerator<Uint8Array> {
      yield* inParts(half, 65_536);
      halfSent();
      await cancelled;
      yield new TextEncoder().encode(lines(200_000, 30_000));
    }
    const reading = readImport(actor, {
      id,
      list: 'blanks',
      fileName: 'long.csv',
      announcedBytes: undefined,
      bytes: slowFile(),
    });
    await reached;
    expect((await cancelImport(actor, id)).ok).toBe(true);
    go();
    const row = await reading;
    expect(row.ok && row.value.state).toBe('cancelled');
    expect(await staged()).toBe(0);
    expect(await runningQueries()).toBe(0);
    expect((await readListPage(actor, 'blanks', 'BLANK-100000', undefined)).total).toBe(0);
  });

  it('after it was read is dropped, and cannot be stored', async () => {
    const row = await readFileAs(actor, 'blanks', blanks(lines(300_000, 3)));
    expect((await cancelImport(actor, row.id)).ok).toBe(true);
    expect((await storeImport(actor, row.id, {})).ok).toBe(false);
    expect(await staged()).toBe(0);
  });

  it('while it is stored leaves nothing of it', async () => {
    const row = await readFileAs(actor, 'blanks', blanks(lines(400_000, 40_000)));
    const storing = storeImport(actor, row.id, {});
    while ((await readImportState(actor, row.id))?.state !== 'storing') await Promise.resolve();
    const cancelled = await cancelImport(actor, row.id);
    const ended = await storing;
    // Either the cancel was first and nothing is there, or the storing was and all of it is.
    const { total } = await readListPage(actor, 'blanks', 'BLANK-4', undefined);
    if (cancelled.ok) {
      expect(ended.ok && ended.value.state).toBe('cancelled');
      expect((await readListPage(actor, 'blanks', 'BLANK-400000', undefined)).total).toBe(0);
    } else expect(total).toBeGreaterThanOrEqual(40_000);
    expect(await staged()).toBe(0);
    expect(await runningQueries()).toBe(0);
  });
});
