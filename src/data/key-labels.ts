import { v7 as uuid } from 'uuid';
import type { Db } from './db';

/** The opaque id of each tag's label; made at the first print, the same ever after. */
export async function labelIds(
  db: Db,
  jobId: string,
  tags: readonly number[],
  at: Date,
): Promise<Map<number, string>> {
  for (const tag of tags)
    await db.query(
      'INSERT INTO key_label (id, job_id, tag, made_at) VALUES ($1, $2, $3, $4) ON CONFLICT (job_id, tag) DO NOTHING',
      [uuid(), jobId, tag, at],
    );
  const result = await db.query<{ tag: number; id: string }>(
    'SELECT tag, id FROM key_label WHERE job_id = $1',
    [jobId],
  );
  return new Map(result.rows.map(({ tag, id }) => [tag, id]));
}

/** The job a label hangs in. */
export async function findLabelJob(db: Db, id: string): Promise<number | undefined> {
  const result = await db.query<{ number: number }>(
    'SELECT j.number FROM key_label l JOIN job j ON j.id = l.job_id WHERE l.id = $1',
    [id],
  );
  return result.rows[0]?.number;
}
