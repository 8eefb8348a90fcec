import { type Actor, actorId } from '@/core/kinds/actor';
import type { MovementReason, StockLine, StockState } from '@/core/stock/movements';
import type { Db } from './db';

export interface StockRow extends StockLine {
  /** Null is the workshop. */
  readonly vanId: string | null;
}

/** What lies where: the sum of all movements, without what is used up. */
export async function listStock(db: Db, vanId?: string): Promise<StockRow[]> {
  const result = await db.query<StockRow>(
    `SELECT s.van_id AS "vanId", v.name AS place, s.article, s.state, sum(s.quantity)::int AS quantity
     FROM stock_movement s LEFT JOIN van v ON v.id = s.van_id
     WHERE $1::uuid IS NULL OR s.van_id = $1
     GROUP BY s.van_id, v.name, s.article, s.state HAVING sum(s.quantity) <> 0
     ORDER BY v.name NULLS LAST, s.article, s.state`,
    [vanId ?? null],
  );
  return result.rows;
}

export interface NewMovement {
  readonly id: string;
  readonly vanId: string | null;
  readonly article: string;
  readonly state: StockState;
  readonly quantity: number;
  readonly reason: MovementReason;
  readonly note: string | null;
  readonly jobId: string | null;
}

/** Keeps others from moving stock until the transaction ends, so that a sum read in it stays true. */
export async function lockStock(db: Db): Promise<void> {
  await db.query("SELECT pg_advisory_xact_lock(hashtext('stock'))");
}

export async function insertMovement(db: Db, actor: Actor, movement: NewMovement): Promise<void> {
  await db.query(
    `INSERT INTO stock_movement (id, at, van_id, article, state, quantity, reason, note, job_id, actor_kind, actor_id)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
    [
      movement.id,
      actor.at,
      movement.vanId,
      movement.article,
      movement.state,
      movement.quantity,
      movement.reason,
      movement.note,
      movement.jobId,
      actor.kind,
      actorId(actor),
    ],
  );
}

export interface MovementRow {
  readonly id: string;
  readonly at: Date;
  readonly place: string | null;
  readonly article: string;
  readonly state: StockState;
  readonly quantity: number;
  readonly reason: MovementReason;
  readonly note: string | null;
  readonly by: string;
}

/** The latest movements, newest first. */
export async function listMovements(db: Db, limit: number): Promise<MovementRow[]> {
  const result = await db.query<MovementRow>(
    `SELECT s.id, s.at, v.name AS place, s.article, s.state, s.quantity, s.reason, s.note, coalesce(p.name, s.actor_kind) AS by
     FROM stock_movement s LEFT JOIN van v ON v.id = s.van_id LEFT JOIN person p ON p.id = s.actor_id
     ORDER BY s.seq DESC LIMIT $1`,
    [limit],
  );
  return result.rows;
}

/** Whether the library has an article of this number: a blank, chip, remote or universal remote. */
export async function isArticle(db: Db, article: string): Promise<boolean> {
  const result = await db.query(
    `SELECT 1 FROM blank WHERE article = $1 UNION ALL SELECT 1 FROM chip WHERE article = $1
     UNION ALL SELECT 1 FROM remote WHERE article = $1 UNION ALL SELECT 1 FROM universal WHERE article = $1 LIMIT 1`,
    [article],
  );
  return result.rowCount === 1;
}
