import type { Overlap, Visit } from '@/core/job/job';
import type { Db } from './db';

/** A time reserved for a job of a van. */
export interface VisitRow {
  readonly jobNumber: number;
  readonly vanId: string;
  readonly from: Date;
  readonly to: Date;
  /** Null where nobody has said where the car stands. */
  readonly place: string | null;
}

/** The visits of open jobs that begin in a span of time, in their order; of those that clash too. */
export async function listVisits(db: Db, from: Date, to: Date): Promise<VisitRow[]> {
  const result = await db.query<VisitRow>(
    `SELECT j.number AS "jobNumber", v.van_id AS "vanId", lower(v.during) AS "from", upper(v.during) AS "to", p.name AS place
     FROM visit v JOIN job j ON j.id = v.job_id LEFT JOIN place p ON p.id = j.place_id
     WHERE v.state <> 'over' AND lower(v.during) >= $1 AND lower(v.during) < $2
     ORDER BY lower(v.during), j.number`,
    [from, to],
  );
  return result.rows;
}

/** Visits of a van that overlap a time, in their order, one job's own left out. */
export async function listOverlaps(
  db: Db,
  jobId: string,
  vanId: string,
  { from, to }: Pick<Visit, 'from' | 'to'>,
): Promise<Overlap[]> {
  const result = await db.query<Overlap>(
    `SELECT j.number, lower(v.during) AS "from", upper(v.during) AS "to" FROM visit v JOIN job j ON j.id = v.job_id
     WHERE v.van_id = $2 AND v.job_id <> $1 AND v.state <> 'over' AND v.during && tstzrange($3, $4)
     ORDER BY lower(v.during), j.number`,
    [jobId, vanId, from, to],
  );
  return result.rows;
}

/** Reserves a time of a van for a job that has none. False where the van is taken then: nothing is stored. */
export async function insertVisit(
  db: Db,
  visit: Pick<Visit, 'from' | 'to'> & {
    readonly id: string;
    readonly jobId: string;
    readonly vanId: string;
  },
): Promise<boolean> {
  const result = await db.query(
    `INSERT INTO visit (id, job_id, van_id, during, state) VALUES ($1, $2, $3, tstzrange($4, $5), 'reserved')
     ON CONFLICT DO NOTHING`,
    [visit.id, visit.jobId, visit.vanId, visit.from, visit.to],
  );
  return result.rowCount === 1;
}

/** Gives the time of a job back, or with `over` keeps it as past; the van whose time it was. */
export async function removeVisit(db: Db, jobId: string, over: boolean): Promise<string | undefined> {
  const result = await db.query<{ vanId: string }>(
    `${over ? "UPDATE visit SET state = 'over'" : 'DELETE FROM visit'}
     WHERE job_id = $1 AND state <> 'over' RETURNING van_id AS "vanId"`,
    [jobId],
  );
  return result.rows[0]?.vanId;
}

/** Visits of a van that clash, the earliest first. */
export async function listClashes(db: Db, vanId: string): Promise<string[]> {
  const result = await db.query<{ id: string }>(
    "SELECT id FROM visit WHERE van_id = $1 AND state = 'clash' ORDER BY lower(during), id FOR UPDATE",
    [vanId],
  );
  return result.rows.map(({ id }) => id);
}

/** Makes a clash a visit like others, where nothing that is reserved overlaps it any more. */
export async function settleClash(db: Db, id: string): Promise<void> {
  await db.query(
    `UPDATE visit SET state = 'reserved' WHERE id = $1 AND NOT EXISTS (
       SELECT 1 FROM visit o WHERE o.van_id = visit.van_id AND o.during && visit.during AND o.state = 'reserved')`,
    [id],
  );
}
