import { type Db, onlyRow } from './db';

export interface SealedTextRow {
  readonly jobId: string;
  readonly number: number;
  readonly dataKeyId: string;
  readonly body: Buffer;
}

/** The number the next sealed text of a job gets; the caller holds the job's row. */
export async function nextSealedNumber(db: Db, jobId: string): Promise<number> {
  const result = await db.query<{ next: number }>(
    'SELECT coalesce(max(number), 0) + 1 AS next FROM sealed_text WHERE job_id = $1',
    [jobId],
  );
  return onlyRow(result).next;
}

export async function insertSealedText(
  db: Db,
  text: SealedTextRow & { readonly writerId: string; readonly at: Date },
): Promise<void> {
  await db.query(
    `INSERT INTO sealed_text (job_id, number, writer_id, data_key_id, body, sealed_at)
     VALUES ($1, $2, $3, $4, $5, $6)`,
    [text.jobId, text.number, text.writerId, text.dataKeyId, text.body, text.at],
  );
}

/** What a writer sealed on a job, as long as its key stands. */
export async function listSealedTexts(db: Db, jobId: string, writerId: string): Promise<SealedTextRow[]> {
  const result = await db.query<SealedTextRow>(
    `SELECT t.job_id AS "jobId", t.number, t.data_key_id AS "dataKeyId", t.body
     FROM sealed_text t JOIN data_key k ON k.id = t.data_key_id
     WHERE t.job_id = $1 AND t.writer_id = $2 AND k.wrapped IS NOT NULL ORDER BY t.number`,
    [jobId, writerId],
  );
  return result.rows;
}

/** How many texts of a writer were held against the secrets of a job since an instant. */
export async function countCompared(
  db: Db,
  { jobId, writerId, since }: { readonly jobId: string; readonly writerId: string; readonly since: Date },
): Promise<number> {
  const result = await db.query<{ texts: number }>(
    `SELECT coalesce(sum(texts), 0)::int AS texts FROM text_compared WHERE job_id = $1 AND writer_id = $2 AND at > $3`,
    [jobId, writerId, since],
  );
  return onlyRow(result).texts;
}

/** Notes texts that were held against the secrets of a job. */
export async function insertCompared(
  db: Db,
  {
    jobId,
    writerId,
    at,
    texts,
  }: {
    readonly jobId: string;
    readonly writerId: string;
    readonly at: Date;
    readonly texts: number;
  },
): Promise<void> {
  await db.query('INSERT INTO text_compared (job_id, writer_id, at, texts) VALUES ($1, $2, $3, $4)', [
    jobId,
    writerId,
    at,
    texts,
  ]);
}
