import { v7 as uuid } from 'uuid';
import type { Piece, StockGrade, StockState } from '@/core/supply/movements';
import type { Db } from './db';

export interface Reservation {
  readonly vanId: string;
  readonly article: string;
  readonly state: StockState;
  readonly grade: StockGrade;
  readonly pieces: number;
}

/** Promises pieces of a van to a job. */
export async function insertReservations(
  db: Db,
  jobId: string,
  reservations: readonly Reservation[],
  at: Date,
): Promise<void> {
  for (const { vanId, article, state, grade, pieces } of reservations)
    await db.query(
      `INSERT INTO stock_reservation (id, job_id, van_id, article, state, grade, pieces, made_at)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
      [uuid(), jobId, vanId, article, state, grade, pieces, at],
    );
}

/** Gives back what was promised to a job. */
export async function endReservations(db: Db, jobId: string, at: Date): Promise<void> {
  await db.query('UPDATE stock_reservation SET ended_at = $2 WHERE job_id = $1 AND ended_at IS NULL', [
    jobId,
    at,
  ]);
}

export interface ReservationRow extends Reservation {
  readonly van: string;
  readonly jobNumber: number;
}

/** What is promised now, of one job or of all. */
export async function listReservations(db: Db, jobId: string | null): Promise<ReservationRow[]> {
  const result = await db.query<ReservationRow>(
    `SELECT r.van_id AS "vanId", v.name AS van, r.article, r.state, r.grade, r.pieces, j.number AS "jobNumber"
     FROM stock_reservation r JOIN van v ON v.id = r.van_id JOIN job j ON j.id = r.job_id
     WHERE r.ended_at IS NULL AND ($1::uuid IS NULL OR r.job_id = $1) ORDER BY j.number, r.article`,
    [jobId],
  );
  return result.rows;
}

/** One promised piece less of a pile, where the job has one promised there. */
export async function takeReserved(db: Db, jobId: string, piece: Piece, at: Date): Promise<void> {
  await db.query(
    `UPDATE stock_reservation SET pieces = greatest(pieces - 1, 1),
       ended_at = CASE WHEN pieces = 1 THEN $6 ELSE ended_at END
     WHERE id = (SELECT id FROM stock_reservation
       WHERE job_id = $1 AND van_id = $2 AND article = $3 AND state = $4 AND grade = $5 AND ended_at IS NULL LIMIT 1)`,
    [jobId, piece.vanId, piece.article, piece.state, piece.grade, at],
  );
}
