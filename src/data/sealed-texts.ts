import { type Db, onlyRow } from './db';
import type { DataKeyRow } from './secrets';

export interface SealedTextRow {
  readonly jobId: string;
  readonly number: number;
  /** What stands in the text in its place. */
  readonly mark: string;
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

/** Keeps a sealed part, once for its mark. */
export async function insertSealedText(
  db: Db,
  text: SealedTextRow & { readonly writerId: string; readonly at: Date },
): Promise<void> {
  await db.query(
    `INSERT INTO sealed_text (job_id, number, mark, writer_id, data_key_id, body, sealed_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7) ON CONFLICT (mark) DO NOTHING`,
    [text.jobId, text.number, text.mark, text.writerId, text.dataKeyId, text.body, text.at],
  );
}

/** A sealed part with the data key that opens it. */
export type OwnPartRow = SealedTextRow & Pick<DataKeyRow, 'fingerprint' | 'wrapped'>;

/** The sealed parts of some marks that one of these writers wrote, as long as their key stands. */
export async function listOwnParts(
  db: Db,
  writerIds: readonly string[],
  marks: readonly string[],
): Promise<OwnPartRow[]> {
  const result = await db.query<OwnPartRow>(
    `SELECT t.job_id AS "jobId", t.number, t.mark, t.data_key_id AS "dataKeyId", t.body, k.fingerprint, k.wrapped
     FROM sealed_text t JOIN data_key k ON k.id = t.data_key_id
     WHERE t.mark = ANY($2) AND t.writer_id = ANY($1) AND k.wrapped IS NOT NULL`,
    [writerIds, marks],
  );
  return result.rows;
}

/** How much of a writer was held against the secrets of a job since an instant. */
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
