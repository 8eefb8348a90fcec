import type { Db } from './db';

/** A photograph of a job, apart from what is on it. */
export interface PhotographRow {
  readonly id: string;
  /** What it is of, as whoever took it said. */
  readonly of: string;
  readonly takenAt: Date;
  readonly takenBy: string;
}

export interface SealedPhotograph {
  readonly id: string;
  readonly jobId: string;
  readonly runId: string | null;
  readonly dataKeyId: string;
  readonly body: Buffer;
  readonly type: string;
  readonly of: string;
  readonly takenAt: Date;
  readonly personId: string;
}

/** Keeps a photograph, once for its id. */
export async function insertPhotograph(db: Db, one: SealedPhotograph): Promise<void> {
  await db.query(
    `INSERT INTO job_photograph (id, job_id, run_id, data_key_id, body, type, of, taken_at, person_id)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [one.id, one.jobId, one.runId, one.dataKeyId, one.body, one.type, one.of, one.takenAt, one.personId],
  );
}

/** The photographs of a job, in the order they were taken. */
export async function listPhotographs(db: Db, jobId: string): Promise<PhotographRow[]> {
  const result = await db.query<PhotographRow>(
    `SELECT f.id, f.of, f.taken_at AS "takenAt", p.name AS "takenBy"
     FROM job_photograph f JOIN person p ON p.id = f.person_id WHERE f.job_id = $1 ORDER BY f.taken_at, f.id`,
    [jobId],
  );
  return result.rows;
}

export async function findPhotograph(
  db: Db,
  jobId: string,
  id: string,
): Promise<Pick<SealedPhotograph, 'body' | 'type'> | undefined> {
  const result = await db.query<Pick<SealedPhotograph, 'body' | 'type'>>(
    'SELECT body, type FROM job_photograph WHERE job_id = $1 AND id = $2',
    [jobId, id],
  );
  return result.rows[0];
}
