import type { ColumnMapping } from '@/core/catalogue/column-mapping';
import type { ImportPreview, ImportRow, ImportState } from '@/core/catalogue/imports';
import { type ListName, listOf } from '@/core/catalogue/lists/lists';
import { type Actor, actorId, type PersonActor } from '@/core/kinds/actor';
import type { Db } from '../db';
import { changedStaged } from './staged';

export async function insertImport(
  db: Db,
  actor: PersonActor,
  { id, list, fileName }: Pick<ImportRow, 'id' | 'list' | 'fileName'>,
): Promise<boolean> {
  const result = await db.query(
    `INSERT INTO library_import (id, list, file_name, state, started_at, started_by)
     VALUES ($1, $2, $3, 'reading', $4, $5) ON CONFLICT (id) DO NOTHING`,
    [id, list, fileName, actor.at, actor.personId],
  );
  return result.rowCount === 1;
}

export async function findImport(db: Db, id: string): Promise<ImportRow | undefined> {
  const result = await db.query<ImportRow>(
    `SELECT i.id, i.list, i.file_name AS "fileName", i.state, i.rows_done AS "rowsDone", i.rows_total AS "rowsTotal", i.preview,
       i.started_at AS "startedAt", p.name AS by
     FROM library_import i JOIN person p ON p.id = i.started_by WHERE i.id = $1`,
    [id],
  );
  return result.rows[0];
}

export async function listImports(db: Db, limit: number): Promise<Omit<ImportRow, 'preview'>[]> {
  const result = await db.query<Omit<ImportRow, 'preview'>>(
    `SELECT i.id, i.list, i.file_name AS "fileName", i.state, i.rows_done AS "rowsDone", i.rows_total AS "rowsTotal",
       i.started_at AS "startedAt", p.name AS by
     FROM library_import i JOIN person p ON p.id = i.started_by ORDER BY i.started_at DESC, i.id DESC LIMIT $1`,
    [limit],
  );
  return result.rows;
}

/** Moves an import on from one of the states given; false where it is in none of them. */
export async function moveImport(
  db: Db,
  id: string,
  from: readonly ImportState[],
  to: ImportState,
  more: {
    readonly rowsDone?: number;
    readonly rowsTotal?: number;
    readonly preview?: ImportPreview;
    readonly endedAt?: Date;
  } = {},
): Promise<boolean> {
  const result = await db.query(
    `UPDATE library_import SET state = $3, rows_done = coalesce($4, rows_done), rows_total = coalesce($5, rows_total),
       preview = coalesce($6, preview), ended_at = $7, backend = NULL, seen_at = clock_timestamp()
     WHERE id = $1 AND state = ANY($2)`,
    [
      id,
      from,
      to,
      more.rowsDone ?? null,
      more.rowsTotal ?? null,
      more.preview ? JSON.stringify(more.preview) : null,
      more.endedAt ?? null,
    ],
  );
  return result.rowCount === 1;
}

/**
 * Notes how far an import is, which is a sign of life too. False where it is not in this state any more: somebody
 * cancelled it, or took it for dead.
 */
export async function noteProgress(
  db: Db,
  id: string,
  state: 'reading' | 'storing',
  rowsDone?: number,
): Promise<boolean> {
  const result = await db.query(
    `UPDATE library_import SET rows_done = coalesce($3, rows_done), seen_at = clock_timestamp()
     WHERE id = $1 AND state = $2`,
    [id, state, rowsDone ?? null],
  );
  return result.rowCount === 1;
}

/** Ends imports whose program gave no sign of life for a minute: it died, and nobody goes on with them. */
export async function failDeadImports(db: Db, endedAt: Date): Promise<string[]> {
  const result = await db.query<{ id: string }>(
    `UPDATE library_import SET state = 'failed', ended_at = $1, backend = NULL
     WHERE state IN ('reading', 'storing') AND seen_at < clock_timestamp() - interval '60 s' RETURNING id`,
    [endedAt],
  );
  return result.rows.map(({ id }) => id);
}

/** Notes which connection works on an import, so that it can be ended from anywhere. */
export async function noteBackend(db: Db, client: Db, id: string): Promise<void> {
  const own = await client.query<{ pid: number }>('SELECT pg_backend_pid() AS pid');
  await db.query('UPDATE library_import SET backend = $2 WHERE id = $1', [id, own.rows[0]?.pid]);
}

/**
 * Settings of a transaction that works on staged rows: they have no statistics, and a plan made for a few of them would
 * loop over all. Joins go in the order they are written, from make to generation.
 */
export async function prepareForImport(db: Db): Promise<void> {
  await db.query("SET LOCAL work_mem = '64MB'");
  await db.query('SET LOCAL enable_nestloop = off');
  await db.query('SET LOCAL join_collapse_limit = 1');
}

/** Tells the planner how many rows are staged, before they are compared and stored. */
export async function noteStagedSize(db: Db): Promise<void> {
  await db.query('SELECT import_rows_counted()');
}

/** Ends whatever query works on an import. */
export async function cancelBackend(db: Db, id: string): Promise<void> {
  await db.query(
    'SELECT pg_cancel_backend(backend) FROM library_import WHERE id = $1 AND backend IS NOT NULL',
    [id],
  );
}

/** Writes a history line for each row that an import is about to change. */
export async function insertImportChanges(
  db: Db,
  actor: Actor,
  importId: string,
  list: ListName,
  fileName: string,
): Promise<void> {
  const json = (alias: string) =>
    `jsonb_strip_nulls(jsonb_build_object(${listOf(list)
      .columns.map(({ name }) => `'${name}', ${alias}.${name}`)
      .join(', ')}))`;
  await db.query(
    `INSERT INTO library_change (id, at, actor_kind, actor_id, list, row_id, before, after, source, reason, import_id)
     SELECT gen_random_uuid(), $2, $3, $4, $5, c.id, ${json('c')}, ${json('s')}, $6, 'Imported', $1
     FROM ${changedStaged(list)}`,
    [importId, actor.at, actor.kind, actorId(actor), list, fileName],
  );
}

/** Keeps which columns of a file of one's own fill those of a list. */
export async function rememberMapping(db: Db, list: ListName, mapping: ColumnMapping): Promise<void> {
  await db.query(
    'INSERT INTO import_columns (list, mapping) VALUES ($1, $2) ON CONFLICT (list) DO UPDATE SET mapping = excluded.mapping',
    [list, JSON.stringify(mapping)],
  );
}

/** What was said the last time; undefined where nobody said anything. */
export async function findMapping(db: Db, list: ListName): Promise<ColumnMapping | undefined> {
  const result = await db.query<{ mapping: ColumnMapping }>(
    'SELECT mapping FROM import_columns WHERE list = $1',
    [list],
  );
  return result.rows[0]?.mapping;
}
