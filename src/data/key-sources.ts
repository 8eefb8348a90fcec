import type { ComebackReason } from '@/core/quote/comeback';
import type { Db } from './db';

export interface KeySourceRow {
  readonly source: string;
  readonly keys: number;
  readonly comebacks: number;
  readonly reason: ComebackReason | null;
}

export async function listKeySources(db: Db, jobId: string): Promise<KeySourceRow[]> {
  const result = await db.query<KeySourceRow>(
    'SELECT source, keys, redone AS comebacks, reason FROM key_source WHERE job_id = $1 ORDER BY source',
    [jobId],
  );
  return result.rows;
}

/** Keeps where keys of a job came from; a source that is known already stays as it is. */
export async function insertKeySource(
  db: Db,
  jobId: string,
  source: string,
  keys: number,
  at: Date,
): Promise<void> {
  await db.query(
    `INSERT INTO key_source (job_id, source, keys, noted_at) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING`,
    [jobId, source, keys, at],
  );
}

/** Counts one more key of a source as made again; false where all of them were. */
export async function countComebacks(
  db: Db,
  jobId: string,
  source: string,
  reason: ComebackReason,
  at: Date,
): Promise<boolean> {
  const result = await db.query(
    `UPDATE key_source SET redone = redone + 1, reason = $3, noted_at = $4
     WHERE job_id = $1 AND source = $2 AND redone < keys`,
    [jobId, source, reason, at],
  );
  return result.rowCount === 1;
}

/** Who and what has a record of comebacks: suppliers, and chips that are set to be one of several kinds. */
export async function listSourceNames(db: Db): Promise<string[]> {
  const result = await db.query<{ name: string }>(
    'SELECT name FROM supplier UNION SELECT article FROM multi_type_chip ORDER BY 1',
  );
  return result.rows.map(({ name }) => name);
}
