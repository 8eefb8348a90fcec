import type { Db } from './db';
import type { DataKeyRow } from './secrets';

/** A trace of the bench car, without what was said. */
export interface TraceRow {
  readonly id: string;
  readonly platform: string;
  readonly link: 'can' | 'serial' | 'none';
  readonly messages: number;
  readonly seconds: number;
  readonly madeAt: Date;
  readonly madeBy: string;
}

/** The job and the run that a trace is of. */
interface OfRun {
  readonly jobId: string;
  readonly runId: string;
}

export async function insertTrace(
  db: Db,
  trace: Omit<TraceRow, 'madeBy'> & {
    readonly dataKeyId: string;
    readonly personId: string;
  } & Partial<OfRun>,
): Promise<void> {
  await db.query(
    `INSERT INTO trace (id, platform, link, messages, seconds, data_key_id, made_at, made_by, job_id, run_id)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
    [
      trace.id,
      trace.platform,
      trace.link,
      trace.messages,
      trace.seconds,
      trace.dataKeyId,
      trace.madeAt,
      trace.personId,
      trace.jobId ?? null,
      trace.runId ?? null,
    ],
  );
}

/** @param first the number of the first of them */
export async function insertTraceBatches(
  db: Db,
  traceId: string,
  bodies: readonly Buffer[],
  first = 1,
): Promise<void> {
  await db.query(
    `INSERT INTO trace_batch (trace_id, number, body)
     SELECT $1, number + $3 - 1, body FROM unnest($2::bytea[]) WITH ORDINALITY AS b (body, number)`,
    [traceId, bodies, first],
  );
}

/** The trace of a run, with how many parts of it there are; undefined while it has none. */
export async function findRunTrace(
  db: Db,
  runId: string,
): Promise<(Pick<TraceRow, 'id' | 'platform' | 'link'> & { readonly parts: number }) | undefined> {
  const found = await db.query<Pick<TraceRow, 'id' | 'platform' | 'link'> & { parts: number }>(
    `SELECT id, platform, link, (SELECT count(*)::integer FROM trace_batch b WHERE b.trace_id = t.id) AS parts
     FROM trace t WHERE run_id = $1`,
    [runId],
  );
  return found.rows[0];
}

/** Counts what a part adds to a trace. */
export async function lengthenTrace(
  db: Db,
  id: string,
  { messages, seconds }: Pick<TraceRow, 'messages' | 'seconds'>,
): Promise<void> {
  await db.query('UPDATE trace SET messages = messages + $2, seconds = greatest(seconds, $3) WHERE id = $1', [
    id,
    messages,
    seconds,
  ]);
}

/** The latest traces of the bench car, the newest first. */
export async function listTraces(db: Db, limit: number): Promise<TraceRow[]> {
  const found = await db.query<TraceRow>(
    `SELECT t.id, t.platform, t.link, t.messages, t.seconds, t.made_at AS "madeAt", p.name AS "madeBy"
     FROM trace t JOIN person p ON p.id = t.made_by WHERE t.job_id IS NULL ORDER BY t.made_at DESC, t.id DESC LIMIT $1`,
    [limit],
  );
  return found.rows;
}

export interface SealedTrace extends Omit<TraceRow, 'madeBy'> {
  readonly personId: string;
  readonly key: Omit<DataKeyRow, 'jobId'>;
}

/** A trace of the bench car with the key it is sealed with, held until the transaction ends. */
export async function findTrace(db: Db, id: string): Promise<SealedTrace | undefined> {
  const found = await db.query<
    Omit<SealedTrace, 'key'> & { keyId: string; fingerprint: string; wrapped: Buffer | null }
  >(
    `SELECT t.id, t.platform, t.link, t.messages, t.seconds, t.made_at AS "madeAt", t.made_by AS "personId",
       k.id AS "keyId", k.fingerprint, k.wrapped
     FROM trace t JOIN data_key k ON k.id = t.data_key_id WHERE t.id = $1 AND t.job_id IS NULL FOR SHARE OF k`,
    [id],
  );
  const [row] = found.rows;
  if (!row) return undefined;
  const { keyId, fingerprint, wrapped, ...trace } = row;
  return { ...trace, key: { id: keyId, fingerprint, wrapped } };
}

export async function listTraceBatches(db: Db, traceId: string): Promise<{ number: number; body: Buffer }[]> {
  const found = await db.query<{ number: number; body: Buffer }>(
    'SELECT number, body FROM trace_batch WHERE trace_id = $1 ORDER BY number',
    [traceId],
  );
  return found.rows;
}

/** Traces of the bench car beyond the latest ones. */
export async function listTracesBeyond(db: Db, kept: number): Promise<string[]> {
  const found = await db.query<{ id: string }>(
    'SELECT id FROM trace WHERE job_id IS NULL ORDER BY made_at DESC, id DESC OFFSET $1',
    [kept],
  );
  return found.rows.map(({ id }) => id);
}

/** Removes traces, and destroys the keys they were sealed with. */
export async function deleteTraces(db: Db, ids: readonly string[], at: Date): Promise<void> {
  await db.query('DELETE FROM trace_batch WHERE trace_id = ANY($1)', [ids]);
  const gone = await db.query<{ keyId: string }>(
    'DELETE FROM trace WHERE id = ANY($1) AND job_id IS NULL RETURNING data_key_id AS "keyId"',
    [ids],
  );
  await db.query(
    'UPDATE data_key SET wrapped = NULL, destroyed_at = $2 WHERE id = ANY($1) AND job_id IS NULL',
    [gone.rows.map(({ keyId }) => keyId), at],
  );
}
