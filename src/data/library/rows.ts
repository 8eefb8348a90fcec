import type { Cells } from '@/core/catalogue/lists/description';
import { type LibraryList, type ListName, listOf } from '@/core/catalogue/lists/lists';
import type { Db } from '../db';
import { together } from '../together';
import { patternOf } from './application-search';
import { storages } from './storage/storages';

export interface LibraryRow {
  readonly id: string;
  readonly cells: Cells;
}

/** A list as it stands, as a table expression with `id` and every column as text. */
export function currentRows(name: ListName): string {
  const { from, read, id } = storages[name];
  const columns = Object.entries(read).map(([column, expression]) => `${expression} AS ${column}`);
  return `SELECT ${id} AS id, ${columns.join(', ')} FROM ${from}`;
}

/** The expressions that order a list: its key, numbers as numbers; an empty cell first. */
function orderOf(
  { key, columns }: LibraryList,
  alias: string,
): readonly { text: string; parameter: string }[] {
  return key.map((name) => {
    const column = columns.find((one) => one.name === name);
    const isWhole = column?.type.kind === 'whole';
    const value = isWhole ? `${alias}.${name}::int` : `${alias}.${name}`;
    const filled = column?.optional ? `coalesce(${value}, ${isWhole ? '0' : "''"})` : value;
    return { text: isWhole ? filled : `${filled} COLLATE "C"`, parameter: isWhole ? 'int' : 'text' };
  });
}

function orderText(list: LibraryList, alias: string): string {
  return orderOf(list, alias)
    .map(({ text }) => text)
    .join(', ');
}

function toRow({ id, ...cells }: Record<string, string | null> & { id: string }): LibraryRow {
  return {
    id,
    cells: Object.fromEntries(Object.entries(cells).filter(([, value]) => value !== null)) as Cells,
  };
}

export interface RowsPage {
  readonly rows: readonly LibraryRow[];
  /** How many rows the list has; where it is searched, null unless all of them are on this page. */
  readonly total: number | null;
  /** Where the next page begins: after these key cells; missing on the last page. */
  readonly next: readonly string[] | undefined;
}

/**
 * A page of a list, by its key.
 * @param search words that must all stand somewhere in the row
 * @param after the key cells of the row before the page, '' for an empty one
 * @param mostFound more rows than these are not found first and put in order: they are met in the order of the list, so
 *   that a page is soon full
 */
export async function listRows(
  db: Db,
  name: ListName,
  {
    search = '',
    after,
    limit = 50,
    mostFound = 4000,
  }: {
    readonly search?: string;
    readonly after?: readonly string[] | undefined;
    readonly limit?: number;
    readonly mostFound?: number;
  },
): Promise<RowsPage> {
  const list = listOf(name);
  const words = search.split(/\s+/).filter(Boolean).slice(0, 8);
  const values: unknown[] = [limit + 1];
  const found = await searchFor(db, list, words, values, mostFound);
  const conditions = after ? [...found.ofRow, ...afterConditions(list, after, values)] : found.ofRow;
  const where = conditions.length > 0 ? `WHERE ${conditions.join(' AND ')}` : '';
  const [result, all] = await together(
    db,
    (db) =>
      db.query<Record<string, string | null> & { id: string }>(
        `SELECT c.* FROM (${currentRows(name)} ${found.ofTable && `WHERE ${found.ofTable}`}) c
         ${where} ORDER BY ${orderText(list, 'c')} LIMIT $1`,
        values,
      ),
    async (db) => (words.length === 0 ? countList(db, name) : null),
  );
  const rows = result.rows.slice(0, limit).map(toRow);
  const last = result.rows.length > limit ? rows.at(-1) : undefined;
  return {
    rows,
    total: all ?? (last || after ? null : rows.length),
    next: last && list.key.map((column) => last.cells[column] ?? ''),
  };
}

/** Rows after a key: the whole key compared at once, its first part once more alone, for its index. */
function afterConditions(list: LibraryList, after: readonly string[], values: unknown[]): string[] {
  const order = orderOf(list, 'c');
  const places = order.map(({ parameter }, at) => {
    const cell = after[at] ?? '';
    values.push(parameter === 'int' ? Number(cell) || 0 : cell);
    return `$${values.length}::${parameter}`;
  });
  const texts = order.map(({ text }) => text);
  return [`(${texts.join(', ')}) > (${places.join(', ')})`, `${texts[0]} >= ${places[0]}`];
}

/**
 * What finds the rows that hold all words: a condition on the table, or conditions on the row.
 * Few rows are found first and then read by their ids.
 */
async function searchFor(
  db: Db,
  { name, columns }: LibraryList,
  words: readonly string[],
  values: unknown[],
  mostFound: number,
): Promise<{ readonly ofTable: string; readonly ofRow: string[] }> {
  if (words.length === 0) return { ofTable: '', ofRow: [] };
  const { search, table } = storages[name];
  if (!search) {
    const text = `concat_ws(' ', ${columns.map((column) => `c.${column.name}`).join(', ')})`;
    const ofRow = words.map((word) => `${text} ILIKE $${values.push(patternOf(word))}`);
    return { ofTable: '', ofRow };
  }
  const found = await search(db, words);
  const ids = await db.query<{ id: string }>(
    `SELECT t.id FROM ${table} t WHERE ${found.text} LIMIT ${mostFound + 1}`,
    found.values,
  );
  if (ids.rows.length <= mostFound)
    return { ofTable: `t.id = ANY($${values.push(ids.rows.map(({ id }) => id))}::uuid[])`, ofRow: [] };
  const before = values.length;
  values.push(...found.values);
  return { ofTable: found.text.replace(/\$(\d+)/g, (_, at) => `$${before + Number(at)}`), ofRow: [] };
}

export async function findRow(db: Db, name: ListName, id: string): Promise<LibraryRow | undefined> {
  const result = await db.query<Record<string, string | null> & { id: string }>(
    `SELECT c.* FROM (${currentRows(name)}) c WHERE c.id = $1`,
    [id],
  );
  return result.rows.map(toRow)[0];
}

/** The row that has this key. */
export async function findRowByKey(db: Db, name: ListName, cells: Cells): Promise<LibraryRow | undefined> {
  const { key } = listOf(name);
  const conditions = key.map((column, at) => `c.${column} IS NOT DISTINCT FROM $${at + 1}`);
  const result = await db.query<Record<string, string | null> & { id: string }>(
    `SELECT c.* FROM (${currentRows(name)}) c WHERE ${conditions.join(' AND ')}`,
    key.map((column) => cells[column] ?? null),
  );
  return result.rows.map(toRow)[0];
}

/** A text that reads the whole list in its order, for streaming it out. */
export function exportQuery(name: ListName): string {
  const list = listOf(name);
  const columns = list.columns.map((column) => `c.${column.name}`).join(', ');
  return `SELECT ${columns} FROM (${currentRows(name)}) c ORDER BY ${orderText(list, 'c')}`;
}

/** The values of a column that references can name, for choosing. */
export async function listValues(db: Db, name: ListName, column: string, limit = 2000): Promise<string[]> {
  const expression = storages[name].read[column];
  if (!expression) return [];
  const result = await db.query<{ value: string }>(
    `SELECT DISTINCT ${expression} AS value FROM ${storages[name].from} ORDER BY 1 LIMIT $1`,
    [limit],
  );
  return result.rows.map(({ value }) => value);
}

export async function countList(db: Db, name: ListName): Promise<number> {
  const result = await db.query<{ count: string }>(`SELECT count(*) AS count FROM ${storages[name].table}`);
  return Number(result.rows[0]?.count ?? 0);
}

/** Takes a row out. The database refuses while another row names it. */
export async function deleteRow(db: Db, name: ListName, id: string): Promise<void> {
  const { table, byId } = storages[name];
  await db.query(`DELETE FROM ${table} WHERE ${byId}`, [id]);
}
