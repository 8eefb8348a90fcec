import type { FieldChange } from '@/core/job/changes';
import { type Actor, actorId } from '@/core/kinds/actor';
import type { Db } from './db';

export interface HistoryEntry {
  readonly id: string;
  readonly jobId: string;
  readonly version: number;
  readonly section: string;
  readonly changes: readonly FieldChange[];
}

export async function insertHistory(db: Db, actor: Actor, entry: HistoryEntry): Promise<void> {
  await db.query(
    `INSERT INTO job_history (id, job_id, version, at, actor_kind, actor_id, section, changes)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [
      entry.id,
      entry.jobId,
      entry.version,
      actor.at,
      actor.kind,
      actorId(actor),
      entry.section,
      JSON.stringify(entry.changes),
    ],
  );
}

export interface HistoryLine {
  readonly version: number;
  readonly at: Date;
  readonly by: string;
  readonly section: string;
  readonly changes: readonly FieldChange[];
}

/** The changes of a job after a version, oldest first. */
export async function listHistory(db: Db, jobId: string, afterVersion = 0): Promise<HistoryLine[]> {
  const result = await db.query<HistoryLine>(
    `SELECT h.version, h.at, coalesce(p.name, t.name, h.actor_kind) AS by, h.section, h.changes
     FROM job_history h LEFT JOIN person p ON p.id = h.actor_id LEFT JOIN program_token t ON t.id = h.actor_id
     WHERE h.job_id = $1 AND h.version > $2 ORDER BY h.version`,
    [jobId, afterVersion],
  );
  return result.rows;
}
