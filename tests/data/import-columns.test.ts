import { v7 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { ColumnMapping } from '@/core/catalogue/column-mapping';
import type { PersonActor } from '@/core/kinds/actor';
import { readHeader } from '@/usecases/library/read-header';
import { readImport } from '@/usecases/library/read-import';
import { inParts } from '../support/files';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let locksmith: PersonActor;
beforeAll(async () => {
  locksmith = await actorOf('locksmith');
});

const file =
  'Shelf;Our no.;Bird;Fit\r\nA 3;BLANK-9701;Siskin 11;plain\r\nA 4;BLANK-9702;No Such Bird;plain\r\n';
const own: ColumnMapping = { article: 'Our no.', keyway: 'Bird', seat: 'Fit' };
const header = async (text: string) => {
  const read = await readHeader(locksmith, { list: 'blanks', text });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
};
const bring = async (text: string, mapping: ColumnMapping | undefined) => {
  const bytes = new TextEncoder().encode(text);
  const read = await readImport(locksmith, {
    id: uuid(),
    list: 'blanks',
    fileName: 'own.csv',
    announcedBytes: bytes.byteLength,
    bytes: inParts(bytes),
    mapping,
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
};

describe('a file with columns of its own', () => {
  it('is looked at before it is read: its columns with examples, and what they are likely meant for', async () => {
    expect(await header('article,keyway,seat\r\nBLANK-1,Siskin 11,plain\r\n')).toMatchObject({ fits: true });
    const looked = await header('Article no;KEYWAY;Seat\r\nBLANK-9701;Siskin 11;plain\r\nBLANK-97');
    expect(looked).toMatchObject({
      fits: false,
      remembered: false,
      mapping: { article: 'Article no', keyway: 'KEYWAY', seat: 'Seat' },
    });
    expect(looked.columns[1]).toEqual({ name: 'KEYWAY', examples: ['Siskin 11'] });
  });

  it('is read by what was said of it, with the rows refused that would be, and all else left out', async () => {
    expect((await header(file)).mapping).toEqual({});
    const read = await bring(file, own);
    expect(read.state).toBe('refused');
    expect(read.preview?.problems).toEqual([expect.objectContaining({ line: 3, column: 'keyway' })]);
    const fine = await bring(file.replace('No Such Bird', 'Siskin 11'), own);
    expect(fine.preview?.lists[0]?.counts).toMatchObject({ added: 2, changed: 0 });
    const short = await bring(
      `${file.split('\r\n').slice(0, 2).join('\r\n')}\r\nA 5;BLANK-9703;Siskin 11\r\n`,
      own,
    );
    expect(short.preview?.problems[0]?.reason).toBe('Expected 4 cells, got 3.');
  });

  it('is remembered as it was said, for files that have those columns', async () => {
    expect(await header(file)).toMatchObject({ remembered: true, mapping: own });
    expect(await header('Shelf;No.;Bird\r\nA 3;BLANK-9701;Siskin 11\r\n')).toMatchObject({
      remembered: false,
    });
  });

  it('is refused where what was said does not fit it', async () => {
    const gone = await bring(file, { ...own, seat: 'Colour' });
    expect(gone.preview?.problems[0]).toMatchObject({
      column: 'seat',
      reason: 'The file has no such column as was said.',
    });
    const unfilled = await bring(file, { article: 'Our no.' });
    expect(unfilled.preview?.problems[0]).toMatchObject({
      column: 'keyway',
      reason: 'The column is missing.',
    });
  });
});
