import type { Db } from './db';

export type Due = 'secrets' | 'personal';

/** The three clocks that must agree before anything is destroyed. */
export interface Clocks {
  /** Business time. */
  readonly at: Date;
  readonly databaseAt: Date;
  /** When the newest audit line was written; null where there is none. */
  readonly newestAuditAt: Date | null;
}

export async function readClocks(db: Db, at: Date): Promise<Clocks> {
  const result = await db.query<{ databaseAt: Date; newestAuditAt: Date | null }>(
    `SELECT clock_timestamp() AS "databaseAt",
       (SELECT a.at FROM audit_line a ORDER BY seq DESC LIMIT 1) AS "newestAuditAt"`,
  );
  const row = result.rows[0];
  return { at, databaseAt: row?.databaseAt ?? at, newestAuditAt: row?.newestAuditAt ?? null };
}

const due: Record<Due, string> = {
  secrets: `SELECT j.id FROM job j JOIN data_key k ON k.job_id = j.id WHERE j.closed_at < $1 AND k.wrapped IS NOT NULL`,
  personal: `SELECT j.id FROM job j JOIN customer c ON c.id = j.customer_id WHERE j.closed_at < $1 AND c.blanked_at IS NULL`,
};

/**
 * Notes the jobs whose period is over, forgets those noted whose period is not, and gives those that were noted at a look
 * before `seenBefore`, by both clocks.
 */
export async function noteDue(
  db: Db,
  what: Due,
  closedBefore: Date,
  clocks: Clocks,
  seenBefore: { readonly at: Date; readonly databaseAt: Date },
): Promise<string[]> {
  await db.query(
    `DELETE FROM retention_due d WHERE d.what = $2 AND NOT EXISTS (SELECT 1 FROM (${due[what]}) x WHERE x.id = d.job_id)`,
    [closedBefore, what],
  );
  await db.query(
    `INSERT INTO retention_due (job_id, what, seen_at, seen_by_database_at)
     SELECT x.id, $2, $3, $4 FROM (${due[what]}) x ON CONFLICT (job_id, what) DO NOTHING`,
    [closedBefore, what, clocks.at, clocks.databaseAt],
  );
  const result = await db.query<{ jobId: string }>(
    `SELECT job_id AS "jobId" FROM retention_due WHERE what = $1 AND seen_at <= $2 AND seen_by_database_at <= $3`,
    [what, seenBefore.at, seenBefore.databaseAt],
  );
  return result.rows.map(({ jobId }) => jobId);
}

/** Forgets what was noted, once it is done. */
export async function forgetDue(db: Db, what: Due, jobIds: readonly string[]): Promise<void> {
  await db.query('DELETE FROM retention_due WHERE what = $1 AND job_id = ANY($2)', [what, jobIds]);
}

/** Whether secrets or names of a job were taken out already. */
export async function isPeriodOver(db: Db, jobId: string): Promise<boolean> {
  const result = await db.query(
    `SELECT 1 FROM job j JOIN customer c ON c.id = j.customer_id LEFT JOIN data_key k ON k.job_id = j.id
     WHERE j.id = $1 AND (c.blanked_at IS NOT NULL OR (k.id IS NOT NULL AND k.wrapped IS NULL))`,
    [jobId],
  );
  return (result.rowCount ?? 0) > 0;
}
