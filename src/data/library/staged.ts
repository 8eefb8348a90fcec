import type { ImportProblem, StagedChange, StagedCounts } from '@/core/catalogue/imports';
import type { Cells } from '@/core/catalogue/lists/description';
import { type LibraryList, type ListName, listNames, listOf } from '@/core/catalogue/lists/lists';
import { fold } from '@/core/identify/line/tokens';
import { copyText } from '../copy-text';
import type { Db } from '../db';
import { insertMany } from '../insert-many';
import { currentRows } from './rows';
import { storages } from './storage/storages';

/** A row read from a file or a form, waiting to be stored. */
export interface StagedRow {
  readonly list: ListName;
  /** Line in its file, from 1. */
  readonly line: number;
  /** The id it gets where the library does not have it yet. */
  readonly id: string;
  readonly cells: Cells;
}

/** Staged rows of one list as a table expression with the names of its columns; `$1` is the import. */
export function stagedRows(name: ListName): string {
  const columns = listOf(name).columns.map((column, at) => `cells[${at + 1}] AS ${column.name}`);
  return `SELECT line, id, ${columns.join(', ')} FROM import_row WHERE import_id = $1 AND list = '${name}'`;
}

/** Stages a few rows by INSERT. */
export async function stageRows(db: Db, importId: string, rows: readonly StagedRow[]): Promise<void> {
  for (const name of listNames) {
    const own = rows.filter((row) => row.list === name);
    const { columns } = listOf(name);
    await insertMany(
      db,
      'import_row',
      own.map(({ line, id, cells }) => ({
        import_id: importId,
        list: name,
        line,
        id,
        cells: columns.map((column) => cells[column.name] ?? null),
      })),
    );
  }
}

/** Stages a batch of rows through COPY. */
export async function copyStagedRows(db: Db, importId: string, rows: readonly StagedRow[]): Promise<void> {
  let text = '';
  for (const { list, line, id, cells } of rows) {
    const own = listOf(list)
      .columns.map(({ name }) => arrayCell(cells[name]))
      .join(',');
    text += `${importId}\t${list}\t${line}\t${copyCell(id)}\t${copyCell(`{${own}}`)}\n`;
  }
  await copyText(db, 'import_row (import_id, list, line, id, cells)', text);
}

/** A cell as an array of text is written. */
function arrayCell(value: string | undefined): string {
  return value === undefined ? 'NULL' : `"${value.replace(/["\\]/g, '\\$&')}"`;
}

/** A value as COPY reads it. */
function copyCell(value: string): string {
  return /[\\\t\n\r]/.test(value)
    ? value.replace(/\\/g, '\\\\').replace(/\t/g, '\\t').replace(/\n/g, '\\n').replace(/\r/g, '\\r')
    : value;
}

/** The join of staged rows `s` with the list as it stands `c`, by key. */
export function matchOn(name: ListName, staged = 's'): string {
  return listOf(name)
    .key.map((name) => `coalesce(${staged}.${name}, '') = coalesce(c.${name}, '')`)
    .join(' AND ');
}

function sameCells({ columns }: LibraryList, staged = 's'): string {
  const row = (alias: string) => `(${columns.map(({ name }) => `${alias}.${name}`).join(', ')})`;
  return `${row(staged)} IS NOT DISTINCT FROM ${row('c')}`;
}

/** The cells of a row as an object, empty ones left out. */
export function jsonOf(name: ListName, alias: string): string {
  const cells = listOf(name).columns.map((column) => `'${column.name}', ${alias}.${column.name}`);
  return `jsonb_strip_nulls(jsonb_build_object(${cells.join(', ')}))`;
}

/** How many rows of a list would be added, changed and left as they are. */
export async function countStaged(db: Db, importId: string, name: ListName): Promise<StagedCounts> {
  const list = listOf(name);
  const result = await db.query<{ added: string; changed: string; same: string }>(
    `SELECT count(*) FILTER (WHERE c.id IS NULL) AS added,
       count(*) FILTER (WHERE c.id IS NOT NULL AND NOT ${sameCells(list)}) AS changed,
       count(*) FILTER (WHERE c.id IS NOT NULL AND ${sameCells(list)}) AS same
     FROM (${stagedRows(name)}) s LEFT JOIN (${currentRows(name)}) c ON ${matchOn(name)}`,
    [importId],
  );
  const row = result.rows[0];
  return { added: Number(row?.added ?? 0), changed: Number(row?.changed ?? 0), left: Number(row?.same ?? 0) };
}

/** Staged rows `s` beside the rows `c` they would change, as a FROM clause. */
export function changedStaged(name: ListName): string {
  const list = listOf(name);
  return `(${stagedRows(name)}) s JOIN (${currentRows(name)}) c ON ${matchOn(name)} WHERE NOT ${sameCells(list)}`;
}

/** The first rows that would be added or changed, with what they are now. */
export async function listStagedChanges(
  db: Db,
  importId: string,
  name: ListName,
  limit: number,
): Promise<StagedChange[]> {
  const list = listOf(name);
  const result = await db.query<StagedChange>(
    `SELECT s.line, CASE WHEN c.id IS NULL THEN NULL ELSE ${jsonOf(name, 'c')} END AS before, ${jsonOf(name, 's')} AS after
     FROM (${stagedRows(name)}) s LEFT JOIN (${currentRows(name)}) c ON ${matchOn(name)}
     WHERE c.id IS NULL OR NOT ${sameCells(list)} ORDER BY (c.id IS NULL), s.line LIMIT $2`,
    [importId, limit],
  );
  return result.rows;
}

/** Keys that come twice in the file, and names that neither the library nor the file has. */
export async function findStagedProblems(
  db: Db,
  importId: string,
  name: ListName,
  limit: number,
): Promise<ImportProblem[]> {
  const list = listOf(name);
  const key = list.key.map((column) => `s.${column}`).join(', ');
  const twice = await db.query<{ line: number; first: number }>(
    `SELECT line, first FROM (
       SELECT s.line, min(s.line) OVER (PARTITION BY ${key}) AS first FROM (${stagedRows(name)}) s) seen
     WHERE line > first ORDER BY line LIMIT $2`,
    [importId, limit],
  );
  const problems: ImportProblem[] = twice.rows.map(({ line, first }) => ({
    list: name,
    line,
    column: list.key.at(-1),
    reason: `The same ${list.one} stands in line ${first}.`,
  }));
  for (const { list: other, columns } of list.references) {
    const own = Object.keys(columns);
    const meets = (alias: string) =>
      Object.entries(columns)
        .map(([mine, theirs]) => `${alias}.${theirs} = s.${mine}`)
        .join(' AND ');
    const missing = await db.query<{ line: number }>(
      `SELECT s.line FROM (${stagedRows(name)}) s
       WHERE ${own.map((column) => `s.${column} IS NOT NULL`).join(' AND ')}
         AND NOT EXISTS (SELECT 1 FROM (${currentRows(other)}) c WHERE ${meets('c')})
         AND NOT EXISTS (SELECT 1 FROM (${stagedRows(other)}) f WHERE ${meets('f')})
       ORDER BY s.line LIMIT $2`,
      [importId, limit],
    );
    const reason = `No ${listOf(other).one} of this name.`;
    problems.push(...missing.rows.map(({ line }) => ({ list: name, line, column: own.at(-1), reason })));
  }
  return problems.sort((a, b) => a.line - b.line).slice(0, limit);
}

export interface StoreRequest {
  readonly importId: string;
  readonly list: ListName;
  /** Whether the list has none of these rows yet, so that nothing need be compared. */
  readonly allNew: boolean;
  /** Lines from and to, both included. */
  readonly lines?: readonly [from: number, to: number];
}

/** Stores staged rows: what the library has is changed, what it has not is added. Returns how many were written. */
export async function storeStaged(
  db: Db,
  { importId, list: name, allNew, lines }: StoreRequest,
): Promise<number> {
  const list = listOf(name);
  const { table, write, joins, conflict } = storages[name];
  const columns = Object.keys(write);
  const part = lines ? ` AND line BETWEEN ${lines[0]} AND ${lines[1]}` : '';
  const cells = list.columns.map((column) => `x.${column.name}`).join(', ');
  const source = allNew
    ? `${stagedRows(name)}${part}`
    : `SELECT x.line, coalesce(c.id, x.id) AS id, ${cells} FROM (${stagedRows(name)}${part}) x
       LEFT JOIN (${currentRows(name)}) c ON ${matchOn(name, 'x')}
       WHERE c.id IS NULL OR NOT ${sameCells(list, 'x')}`;
  const updates = columns
    .filter((column) => !conflict.split(', ').includes(column))
    .map((column) => `${column} = EXCLUDED.${column}`);
  const onConflict = allNew
    ? ''
    : `ON CONFLICT (${conflict}) DO ${updates.length > 0 ? `UPDATE SET ${updates.join(', ')}` : 'NOTHING'}`;
  const result = await db.query(
    `INSERT INTO ${table} (${columns.join(', ')}) SELECT ${Object.values(write).join(', ')}
     FROM (${source}) s ${joins} ${onConflict}`,
    [importId],
  );
  return result.rowCount ?? 0;
}

/** Stores one row as it was typed, under the id it has or gets. */
export async function writeRow(db: Db, name: ListName, id: string, cells: Cells): Promise<void> {
  const list = listOf(name);
  const { table, write, joins, conflict } = storages[name];
  const columns = Object.keys(write);
  const source = [
    '$1::text AS id',
    ...list.columns.map((column, at) => `$${at + 2}::text AS ${column.name}`),
  ].join(', ');
  const updates = columns
    .filter((column) => !conflict.split(', ').includes(column))
    .map((column) => `${column} = EXCLUDED.${column}`);
  const result = await db.query(
    `INSERT INTO ${table} (${columns.join(', ')}) SELECT ${Object.values(write).join(', ')} FROM (SELECT ${source}) s ${joins}
     ON CONFLICT (${conflict}) DO ${updates.length > 0 ? `UPDATE SET ${updates.join(', ')}` : 'NOTHING'}`,
    [id, ...list.columns.map((column) => cells[column.name] ?? null)],
  );
  if (result.rowCount !== 1) throw new MissingReference();
}

/** A row names something that the library does not have. */
export class MissingReference extends Error {}

/** Brings the words by which makes and models are found up to date with their names. */
export async function refreshNameWords(
  db: Db,
  kind: 'make' | 'model',
  ids?: readonly string[],
): Promise<void> {
  const named = await db.query<{ id: string; name: string; aliases: string[] }>(
    `SELECT id, name, aliases FROM ${kind} WHERE $1::uuid[] IS NULL OR id = ANY($1)`,
    [ids ?? null],
  );
  await db.query('DELETE FROM name_word WHERE kind = $1 AND ($2::uuid[] IS NULL OR target_id = ANY($2))', [
    kind,
    ids ?? null,
  ]);
  const rows = named.rows.flatMap(({ id, name, aliases }) => {
    const all = [name, ...aliases].flatMap((text) => fold(text).split(/[^\p{L}\p{N}]+/u));
    return [...new Set(all)].filter(Boolean).map((word) => ({ word, kind, target_id: id }));
  });
  await insertMany(db, 'name_word', rows);
}

export async function dropStaged(db: Db, importId: string): Promise<void> {
  await db.query('DELETE FROM import_row WHERE import_id = $1', [importId]);
}

/** How many rows are staged for an import. */
export async function countStagedRows(db: Db, importId: string): Promise<number> {
  const result = await db.query<{ count: string }>(
    'SELECT count(*) AS count FROM import_row WHERE import_id = $1',
    [importId],
  );
  return Number(result.rows[0]?.count ?? 0);
}
