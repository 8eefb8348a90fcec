import type { Mark } from '@/core/run/run-log';
import type { Db } from './db';

/** Something a run said of the text of a step, or of its time, that nobody has seen to yet. */
export interface OpenMark extends Mark {
  readonly runId: string;
  readonly eventId: string;
  readonly jobNumber: number;
  readonly procedure: string;
  readonly platform: string;
}

/** The oldest first, up to a hundred. */
export async function listOpenMarks(db: Db): Promise<OpenMark[]> {
  const found = await db.query<OpenMark>(
    `SELECT e.run_id AS "runId", e.id AS "eventId", j.number AS "jobNumber",
       r.basis->>'procedure' AS procedure, r.basis->>'platform' AS platform,
       e.content->>'mark' AS mark, e.content->>'node' AS node, e.content->>'words' AS words, NULL AS volts,
       (e.content->>'atMs')::float8 AS "atMs"
     FROM run_event e JOIN run r ON r.id = e.run_id JOIN job j ON j.id = r.job_id
     WHERE e.kind = 'marked' AND e.content->>'mark' IN ('textWrong', 'tookLong')
       AND NOT EXISTS (SELECT 1 FROM mark_settled s WHERE s.run_id = e.run_id AND s.event_id = e.id)
     ORDER BY e.received_at, e.id LIMIT 100`,
  );
  return found.rows;
}

/** Notes that somebody has seen to a mark. @returns whether it was open */
export async function settleMark(
  db: Db,
  { runId, eventId, at, by }: { runId: string; eventId: string; at: Date; by: string },
): Promise<boolean> {
  const settled = await db.query(
    `INSERT INTO mark_settled (run_id, event_id, settled_at, settled_by)
     SELECT run_id, id, $3, $4 FROM run_event WHERE run_id = $1 AND id = $2 AND kind = 'marked'
     ON CONFLICT DO NOTHING`,
    [runId, eventId, at, by],
  );
  return settled.rowCount === 1;
}
