import { withoutStep } from '@/core/catalogue/stepped-article';
import { type Actor, actorId } from '@/core/kinds/actor';
import type { MovementReason, Piece, StockGrade, StockLine, StockState } from '@/core/supply/movements';
import type { StockPiece } from '@/core/supply/supplier-prices';
import { readRestate } from './currency';
import { type Db, onlyRow } from './db';
import { together } from './together';

export interface StockRow extends StockLine {
  /** Null is the workshop. */
  readonly vanId: string | null;
}

/** What lies where: the sum of all movements, without what is used up. */
export async function listStock(db: Db, vanId?: string): Promise<StockRow[]> {
  const result = await db.query<StockRow>(
    `SELECT s.van_id AS "vanId", v.name AS place, s.article, s.state, s.grade, sum(s.quantity)::int AS quantity
     FROM stock_movement s LEFT JOIN van v ON v.id = s.van_id
     WHERE $1::uuid IS NULL OR s.van_id = $1
     GROUP BY s.van_id, v.name, s.article, s.state, s.grade HAVING sum(s.quantity) <> 0
     ORDER BY v.name NULLS LAST, s.article, s.state, s.grade`,
    [vanId ?? null],
  );
  return result.rows;
}

/** How many pieces of a pile lie in their place. */
export async function countPieces(db: Db, { vanId, article, state, grade }: Piece): Promise<number> {
  const result = await db.query<{ pieces: number }>(
    `SELECT coalesce(sum(quantity), 0)::int AS pieces FROM stock_movement
     WHERE van_id IS NOT DISTINCT FROM $1 AND article = $2 AND state = $3 AND grade = $4`,
    [vanId, article, state, grade],
  );
  return onlyRow(result).pieces;
}

export interface NewMovement {
  readonly id: string;
  readonly vanId: string | null;
  readonly article: string;
  readonly state: StockState;
  readonly grade: StockGrade;
  readonly quantity: number;
  readonly reason: MovementReason;
  readonly note: string | null;
  readonly jobId: string | null;
  /** What one piece cost and where it came from; null where nobody knows. */
  readonly costMinor: number | null;
  readonly source: string | null;
}

/**
 * What of some articles lies ready in a van and is not promised to another job, with its latest cost and source.
 */
export async function listSpareStock(
  db: Db,
  vanId: string,
  articles: readonly string[],
  jobId: string,
): Promise<StockPiece[]> {
  const [result, restate] = await together(
    db,
    (db) =>
      db.query<StockPiece & { currency: string | null; at: Date | null }>(
        `SELECT article, grade, CASE state WHEN 'new' THEN 'new' ELSE 'refurbished' END AS condition, pieces, "costMinor", source,
       currency, at
     FROM (
       SELECT m.article, m.grade, m.state,
         sum(m.quantity)::int - coalesce((SELECT sum(r.pieces)::int FROM stock_reservation r WHERE r.van_id = $1
           AND r.article = m.article AND r.state = m.state AND r.grade = m.grade AND r.ended_at IS NULL
           AND r.job_id <> $3), 0) AS pieces,
         (array_agg(m.cost_minor ORDER BY m.seq DESC) FILTER (WHERE m.cost_minor IS NOT NULL))[1] AS "costMinor",
         (array_agg(m.currency ORDER BY m.seq DESC) FILTER (WHERE m.cost_minor IS NOT NULL))[1] AS currency,
         (array_agg(m.at ORDER BY m.seq DESC) FILTER (WHERE m.cost_minor IS NOT NULL))[1] AS at,
         (array_agg(m.source ORDER BY m.seq DESC) FILTER (WHERE m.source IS NOT NULL))[1] AS source
       FROM stock_movement m
       WHERE m.van_id = $1 AND m.article = ANY($2) AND m.state IN ('new', 'reset, proved')
       GROUP BY m.article, m.grade, m.state) lying
     WHERE pieces > 0 ORDER BY article, grade, condition`,
        [vanId, articles, jobId],
      ),
    (db) => readRestate(db),
  );
  return result.rows.map(({ costMinor, currency, at, ...piece }) => ({
    ...piece,
    costMinor:
      costMinor === null || currency === null || at === null ? null : restate(costMinor, currency, at),
  }));
}

/** Keeps others from moving stock until the transaction ends, so that a sum read in it stays true. */
export async function lockStock(db: Db): Promise<void> {
  await db.query("SELECT pg_advisory_xact_lock(hashtext('stock'))");
}

export async function insertMovement(db: Db, actor: Actor, movement: NewMovement): Promise<void> {
  await db.query(
    `INSERT INTO stock_movement (id, at, van_id, article, state, grade, quantity, reason, note, job_id, cost_minor, currency,
       source, actor_kind, actor_id)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11,
       CASE WHEN $11::int IS NOT NULL THEN (SELECT currency FROM shop) END, $12, $13, $14)`,
    [
      movement.id,
      actor.at,
      movement.vanId,
      movement.article,
      movement.state,
      movement.grade,
      movement.quantity,
      movement.reason,
      movement.note,
      movement.jobId,
      movement.costMinor,
      movement.source,
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
  readonly grade: StockGrade;
  readonly quantity: number;
  readonly reason: MovementReason;
  readonly note: string | null;
  readonly by: string;
}

/** The latest movements, newest first. */
export async function listMovements(db: Db, limit: number): Promise<MovementRow[]> {
  const result = await db.query<MovementRow>(
    `SELECT s.id, s.at, v.name AS place, s.article, s.state, s.grade, s.quantity, s.reason, s.note, coalesce(p.name, t.name, s.actor_kind) AS by
     FROM stock_movement s LEFT JOIN van v ON v.id = s.van_id LEFT JOIN person p ON p.id = s.actor_id
       LEFT JOIN program_token t ON t.id = s.actor_id
     ORDER BY s.seq DESC LIMIT $1`,
    [limit],
  );
  return result.rows;
}

/** Whether the library has an article of this number: a blank, also with the step of its pellet, chip, remote or universal remote. */
export async function isArticle(db: Db, article: string): Promise<boolean> {
  const result = await db.query(
    `SELECT 1 FROM blank WHERE article = $1 UNION ALL SELECT 1 FROM chip WHERE article = $1
     UNION ALL SELECT 1 FROM remote WHERE article = $1 UNION ALL SELECT 1 FROM universal WHERE article = $1
     UNION ALL SELECT 1 FROM blank WHERE article = $2 AND seat = 'pellet' LIMIT 1`,
    [article, withoutStep(article)],
  );
  return result.rowCount === 1;
}
