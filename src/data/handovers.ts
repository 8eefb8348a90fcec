import type { HandoverNote } from '@/core/job/handover';
import type { Db } from './db';

/** Keeps what the customer was told with his keys; it never changes afterwards. A job that is closed again has one more. */
export async function insertHandover(db: Db, jobId: string, note: HandoverNote, at: Date): Promise<void> {
  await db.query('INSERT INTO handover (job_id, note, made_at) VALUES ($1, $2, $3)', [
    jobId,
    JSON.stringify(note),
    at,
  ]);
}

export async function findHandover(db: Db, jobId: string): Promise<HandoverNote | undefined> {
  const result = await db.query<{ note: HandoverNote }>(
    'SELECT note FROM handover WHERE job_id = $1 ORDER BY made_at DESC LIMIT 1',
    [jobId],
  );
  return result.rows[0]?.note;
}

/** The note that a customer's cookie stands for. */
export interface HandedOverRow {
  readonly jobId: string;
  readonly jobNumber: number;
  readonly madeAt: Date;
  readonly note: HandoverNote;
}

export async function findHandedOver(
  db: Db,
  cookieHash: Buffer,
  at: Date,
): Promise<HandedOverRow | undefined> {
  const result = await db.query<HandedOverRow>(
    `SELECT j.id AS "jobId", j.number AS "jobNumber", h.made_at AS "madeAt", h.note
     FROM quote_link l JOIN handover h ON h.job_id = l.job_id JOIN job j ON j.id = l.job_id
     WHERE l.quote_id IS NULL AND l.cookie_hash = $1 AND l.revoked_at IS NULL AND l.expires_at > $2
     ORDER BY h.made_at DESC LIMIT 1`,
    [cookieHash, at],
  );
  return result.rows[0];
}
