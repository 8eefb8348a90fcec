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

/** Notes texts that are held against the secrets of a job; gives how many there were of this writer since an instant. */
export async function countCompared(
  db: Db,
  compared: {
    readonly jobId: string;
    readonly writerId: string;
    readonly at: Date;
    readonly texts: number;
    readonly since: Date;
  },
): Promise<number> {
  const { jobId, writerId, at, texts, since } = compared;
  await db.query('INSERT INTO text_compared (job_id, writer_id, at, texts) VALUES ($1, $2, $3, $4)', [
    jobId,
    writerId,
    at,
    texts,
  ]);
  const result = await db.query<{ texts: string }>(
    'SELECT sum(texts) AS texts FROM text_compared WHERE job_id = $1 AND writer_id = $2 AND at > $3',
    [jobId, writerId, since],
  );
  return Number(onlyRow(result).texts);
}
