import type { Db } from './db';

export type RivalKind = 'spare' | 'allLost' | 'repair';

/** What another firm was said to take on a job. */
export interface RivalRow {
  readonly totalMinor: number;
  readonly currency: string;
  readonly kind: RivalKind;
  readonly unusualHour: boolean;
  readonly ownMinor: number | null;
  readonly toldAt: Date;
  readonly toldTo: string;
}

export async function insertRival(
  db: Db,
  rival: Omit<RivalRow, 'toldTo'> & {
    readonly id: string;
    readonly jobId: string;
    readonly toldToId: string;
  },
): Promise<void> {
  await db.query(
    `INSERT INTO rival_offer (id, job_id, total_minor, currency, kind, unusual_hour, own_minor, told_at, told_to)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [
      rival.id,
      rival.jobId,
      rival.totalMinor,
      rival.currency,
      rival.kind,
      rival.unusualHour,
      rival.ownMinor,
      rival.toldAt,
      rival.toldToId,
    ],
  );
}

/** What rivals were said to take on a job, the latest first. */
export async function listRivals(db: Db, jobId: string): Promise<RivalRow[]> {
  const result = await db.query<RivalRow>(
    `SELECT r.total_minor AS "totalMinor", r.currency, r.kind, r.unusual_hour AS "unusualHour",
       r.own_minor AS "ownMinor", r.told_at AS "toldAt", p.name AS "toldTo"
     FROM rival_offer r JOIN person p ON p.id = r.told_to WHERE r.job_id = $1 ORDER BY r.told_at DESC, r.id`,
    [jobId],
  );
  return result.rows;
}

/** Offers of rivals for like jobs, each with whether the shop got the job; null while it is open. */
export interface LikeRival {
  readonly totalMinor: number;
  readonly ownMinor: number | null;
  readonly place: string | null;
  readonly unusualHour: boolean;
  readonly won: boolean | null;
}

/** The offers for a kind of job since an instant, of other jobs. */
export async function listLikeRivals(
  db: Db,
  { kind, currency, since, jobId }: { kind: RivalKind; currency: string; since: Date; jobId: string },
): Promise<LikeRival[]> {
  const result = await db.query<LikeRival>(
    `SELECT r.total_minor AS "totalMinor", r.own_minor AS "ownMinor", p.name AS place, r.unusual_hour AS "unusualHour",
       CASE j.outcome WHEN 'done' THEN true WHEN 'partly' THEN true WHEN 'wentElsewhere' THEN false END AS won
     FROM rival_offer r JOIN job j ON j.id = r.job_id LEFT JOIN place p ON p.id = j.place_id
     WHERE r.kind = $1 AND r.currency = $2 AND r.told_at >= $3 AND r.job_id <> $4
     ORDER BY r.told_at DESC, r.id`,
    [kind, currency, since, jobId],
  );
  return result.rows;
}
