import { type Cells, type LibraryList, type ListName, listOf } from '@/core/catalogue/lists';
import type { Db } from '../db';
import { storages } from './storage';

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

/** The order of a list: by its key, numbers as numbers; an empty cell first. */
function orderOf({ key, columns }: LibraryList, prefix = ''): string {
  return key
    .map((name) => {
      const isWhole = columns.find((column) => column.name === name)?.type.kind === 'whole';
      return isWhole ? `${prefix}${name}::int NULLS FIRST` : `${prefix}${name} COLLATE "C" NULLS FIRST`;
    })
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
  readonly total: number;
}

/**
 * A page of a list, by its key.
 * @param search words that must all stand somewhere in the row
 */
export async function listRows(
  db: Db,
  name: ListName,
  {
    search = '',
    offset = 0,
    limit = 50,
  }: { readonly search?: string; readonly offset?: number; readonly limit?: number },
): Promise<RowsPage> {
  const list = listOf(name);
  const words = search.split(/\s+/).filter(Boolean).slice(0, 8);
  const { where, values } = searchCondition(list, words);
  const rows = await db.query<Record<string, string | null> & { id: string }>(
    `SELECT c.* FROM (${currentRows(name)}) c ${where} ORDER BY ${orderOf(list)} LIMIT $1 OFFSET $2`,
    [limit, offset, ...values],
  );
  const [firstOnly] = rows.rows.length < limit && offset === 0 ? [rows.rows.length] : [];
  const total = firstOnly ?? (await countRows(db, name, words));
  return { rows: rows.rows.map(toRow), total };
}

async function countRows(db: Db, name: ListName, words: readonly string[]): Promise<number> {
  const list = listOf(name);
  const { where, values } = searchCondition(list, words, 1);
  const source = words.length === 0 ? storages[name].table : `(${currentRows(name)}) c ${where}`;
  const result = await db.query<{ count: string }>(`SELECT count(*) AS count FROM ${source}`, values);
  return Number(result.rows[0]?.count ?? 0);
}

function searchCondition({ columns }: LibraryList, words: readonly string[], first = 3) {
  const text = `concat_ws(' ', ${columns.map(({ name }) => `c.${name}`).join(', ')})`;
  const conditions = words.map((_, at) => `${text} ILIKE $${at + first}`);
  const like = (word: string) => `%${word.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
  return {
    where: conditions.length > 0 ? `WHERE ${conditions.join(' AND ')}` : '',
    values: words.map(like),
  };
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
  return `SELECT ${columns} FROM (${currentRows(name)}) c ORDER BY ${orderOf(list, 'c.')}`;
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
  return countRows(db, name, []);
}

/** Takes a row out. The database refuses while another row names it. */
export async function deleteRow(db: Db, name: ListName, id: string): Promise<void> {
  const { table, byId } = storages[name];
  await db.query(`DELETE FROM ${table} WHERE ${byId}`, [id]);
}
