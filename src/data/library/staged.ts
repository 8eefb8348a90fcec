import type { ImportProblem, StagedChange, StagedCounts } from '@/core/catalogue/imports';
import type { Cells } from '@/core/catalogue/lists/description';
import { type LibraryList, type ListName, listNames, listOf } from '@/core/catalogue/lists/lists';
import { fold } from '@/core/identify/line/tokens';
import { copyText } from '../copy-text';
import { type Db, onlyRow } from '../db';
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

/** Stages rows through COPY, each written by `stagedText`. */
export async function copyStagedText(db: Db, texts: readonly Uint8Array[]): Promise<void> {
  await copyText(db, 'import_row (import_id, list, line, id, cells)', texts);
}

/** A staged row as COPY reads it, its cells as an array in the order of the list's columns. */
export function stagedText(
  importId: string,
  { list, line, cells }: Omit<StagedRow, 'id'>,
  id: string,
): string {
  let array = '';
  for (const { name } of listOf(list).columns) {
    const cell = cells[name];
    array += cell === undefined ? ',NULL' : `,"${plain.test(cell) ? cell : arrayCell(cell)}"`;
  }
  return `${importId}\t${list}\t${line}\t${plain.test(id) ? id : copyCell(id)}\t{${array.slice(1)}}\n`;
}

/** Signs that are the same in a cell, an array and a line of COPY. */
const plain = /^[^"\\\t\n\r]*$/;

/** A cell between the quotes of an array, as COPY reads it. */
function arrayCell(cell: string): string {
  return copyCell(cell.replace(/["\\]/g, '\\$&'));
}

/** A value as COPY reads it. */
function copyCell(value: string): string {
  return value.replace(/\\/g, '\\\\').replace(/\t/g, '\\t').replace(/\n/g, '\\n').replace(/\r/g, '\\r');
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

/** Staged rows `s` beside the rows `c` they would change, as a FROM clause. */
export function changedStaged(name: ListName): string {
  const list = listOf(name);
  return `(${stagedRows(name)}) s JOIN (${currentRows(name)}) c ON ${matchOn(name)} WHERE NOT ${sameCells(list)}`;
}

/**
 * How many rows of a list would be added, changed and left as they are, and the first of those that would be added or
 * changed, with what they are now. The list is compared once.
 */
export async function compareStaged(
  db: Db,
  importId: string,
  name: ListName,
  limit: number,
): Promise<{ readonly counts: StagedCounts; readonly changes: readonly StagedChange[] }> {
  const list = listOf(name);
  // Which lines first, then their cells: whole rows of a long list are not written as JSON to be sorted.
  const result = await db.query<{ counts: StagedCounts; changes: StagedChange[] }>(
    `WITH compared AS MATERIALIZED (
       SELECT s.line, c.id, c.id IS NOT NULL AND ${sameCells(list)} AS same
       FROM (${stagedRows(name)}) s LEFT JOIN (${currentRows(name)}) c ON ${matchOn(name)}),
     shown AS MATERIALIZED (
       SELECT line, id FROM compared WHERE NOT same ORDER BY (id IS NULL), line LIMIT $2)
     SELECT
       (SELECT jsonb_build_object('added', count(*) FILTER (WHERE id IS NULL),
          'changed', count(*) FILTER (WHERE id IS NOT NULL AND NOT same), 'left', count(*) FILTER (WHERE same))
        FROM compared) AS counts,
       (SELECT coalesce(jsonb_agg(jsonb_build_object('line', s.line,
          'before', CASE WHEN c.id IS NULL THEN NULL ELSE ${jsonOf(name, 'c')} END, 'after', ${jsonOf(name, 's')})
          ORDER BY (shown.id IS NULL), s.line), '[]')
        FROM shown JOIN (${stagedRows(name)}) s ON s.line = shown.line
        LEFT JOIN (${currentRows(name)}) c ON c.id = shown.id) AS changes`,
    [importId, limit],
  );
  return onlyRow(result);
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
  // Most files have none: a hash over the keys says so sooner than sorting all rows.
  const any = await db.query(
    `SELECT 1 FROM (${stagedRows(name)}) s GROUP BY hashtextextended(concat_ws(chr(31), ${list.key
      .map((column) => `coalesce(s.${column}, chr(30))`)
      .join(', ')}), 0) HAVING count(*) > 1 LIMIT 1`,
    [importId],
  );
  const twice =
    any.rows.length === 0
      ? any
      : await db.query<{ line: number; first: number }>(
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
