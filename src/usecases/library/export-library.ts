import Cursor from 'pg-cursor';
import type { Cells } from '@/core/catalogue/lists/description';
import { type ListName, listNames, listOf } from '@/core/catalogue/lists/lists';
import type { Actor } from '@/core/kinds/actor';
import { exportQuery } from '@/data/library/rows';
import { writeCsv } from '@/formats/csv';
import { libraryFormat, rowToJson } from '@/formats/library-json';
import { csvHeader } from '@/formats/list-csv';
import { downloadDatabase } from '../database';
import { type Download, openDownload } from '../downloads';

const rowsAtOnce = 1000;

/** A list as CSV, in parts as it is read, so that a long one takes no memory. */
export function exportCsv(actor: Actor, name: ListName): Download {
  return openDownload(actor, csvOf(name));
}

/** The whole library as one JSON document, in parts as it is read. */
export function exportJson(actor: Actor, names: readonly ListName[] = listNames): Download {
  return openDownload(actor, jsonOf(names));
}

async function* csvOf(name: ListName): AsyncGenerator<string> {
  const list = listOf(name);
  yield csvHeader(list);
  for await (const rows of readRows(name)) {
    yield writeCsv(rows.map((row) => list.columns.map((column) => row[column.name] ?? null)));
  }
}

async function* jsonOf(names: readonly ListName[]): AsyncGenerator<string> {
  yield `{\n"format": ${JSON.stringify(libraryFormat)},\n"lists": {`;
  for (const [at, name] of names.entries()) {
    const list = listOf(name);
    yield `${at === 0 ? '' : ','}\n${JSON.stringify(name)}: [`;
    let first = true;
    for await (const rows of readRows(name)) {
      const lines = rows.map((row) => JSON.stringify(rowToJson(list, filled(row))));
      yield `${first ? '' : ','}\n${lines.join(',\n')}`;
      first = false;
    }
    yield '\n]';
  }
  yield '\n}\n}\n';
}

function filled(row: Readonly<Record<string, string | null>>): Cells {
  return Object.fromEntries(
    Object.entries(row).filter((entry): entry is [string, string] => entry[1] !== null),
  );
}

/** Rows of a list in parts. A reader that goes half-way leaves the cursor open, so its connection is thrown away. */
async function* readRows(name: ListName): AsyncGenerator<Record<string, string | null>[]> {
  const client = await downloadDatabase().connect();
  let whole = false;
  try {
    const cursor = client.query(new Cursor<Record<string, string | null>>(exportQuery(name)));
    for (let rows = await cursor.read(rowsAtOnce); rows.length > 0; rows = await cursor.read(rowsAtOnce))
      yield rows;
    await cursor.close();
    whole = true;
  } finally {
    client.release(!whole);
  }
}
