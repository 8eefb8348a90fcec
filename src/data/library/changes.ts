import type { Cells } from '@/core/catalogue/lists/description';
import type { ListName } from '@/core/catalogue/lists/lists';
import { type Actor, actorId } from '@/core/kinds/actor';
import type { Db } from '../db';

export interface NewChange {
  readonly id: string;
  readonly list: ListName;
  readonly rowId: string;
  readonly before: Cells | null;
  readonly after: Cells | null;
  readonly source: string;
  readonly reason: string;
  readonly undoes?: string | null;
}

export interface ChangeRow extends NewChange {
  readonly at: Date;
  readonly by: string;
  readonly importId: string | null;
  /** The change that undid this one. */
  readonly undoneBy: string | null;
}

export async function insertChange(db: Db, actor: Actor, change: NewChange): Promise<void> {
  await db.query(
    `INSERT INTO library_change (id, at, actor_kind, actor_id, list, row_id, before, after, source, reason, undoes)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
    [
      change.id,
      actor.at,
      actor.kind,
      actorId(actor),
      change.list,
      change.rowId,
      change.before && JSON.stringify(change.before),
      change.after && JSON.stringify(change.after),
      change.source,
      change.reason,
      change.undoes ?? null,
    ],
  );
}

const columns = `
  h.id, h.list, h.row_id AS "rowId", h.before, h.after, h.source, h.reason, h.undoes, h.at, h.import_id AS "importId",
  coalesce(p.name, h.actor_kind) AS by, (SELECT u.id FROM library_change u WHERE u.undoes = h.id) AS "undoneBy"`;
const tables = 'library_change h LEFT JOIN person p ON p.id = h.actor_id';

/** The changes of one row, newest first. */
export async function listRowChanges(db: Db, list: ListName, rowId: string): Promise<ChangeRow[]> {
  const result = await db.query<ChangeRow>(
    `SELECT ${columns} FROM ${tables} WHERE h.list = $1 AND h.row_id = $2 ORDER BY h.seq DESC LIMIT 100`,
    [list, rowId],
  );
  return result.rows;
}

/** The latest changes of the whole library, newest first. */
export async function listLatestChanges(db: Db, limit: number): Promise<ChangeRow[]> {
  const result = await db.query<ChangeRow>(`SELECT ${columns} FROM ${tables} ORDER BY h.seq DESC LIMIT $1`, [
    limit,
  ]);
  return result.rows;
}

export async function findChange(db: Db, id: string): Promise<ChangeRow | undefined> {
  const result = await db.query<ChangeRow>(`SELECT ${columns} FROM ${tables} WHERE h.id = $1`, [id]);
  return result.rows[0];
}
