import type { Outcome } from '@/core/job/closing';
import type { RouteKind } from '@/core/programming/route';
import type { Db } from './db';

export interface JobListRow {
  readonly id: string;
  readonly number: number;
  readonly openedAt: Date;
  readonly make: string | null;
  readonly model: string | null;
  readonly carWords: string;
  readonly year: number | null;
  readonly vin: string | null;
  readonly name: string | null;
  readonly place: string | null;
  readonly why: string | null;
  readonly route: RouteKind | null;
  readonly closedAt: Date | null;
  readonly outcome: Outcome | null;
  /** Its visit overlaps another of the same van. */
  readonly clash: boolean;
}

export interface JobsQuery {
  /** Words to find; every one must fit a number, name, make, model or VIN. */
  readonly words: readonly string[];
  /** Whether names are looked through too. */
  readonly byName: boolean;
  /** Page by key: jobs with smaller numbers than this. */
  readonly before: number | undefined;
  readonly limit: number;
}

/**
 * Jobs by falling number. A word fits where it is the number, or a part of name, make, model, car or VIN. Words with a
 * digit are not looked for in free texts: what of them is sealed must not be told by what is found.
 */
export async function listJobs(db: Db, query: JobsQuery): Promise<JobListRow[]> {
  const result = await db.query<JobListRow>(
    `SELECT j.id, j.number, j.opened_at AS "openedAt", mk.name AS make, md.name AS model, j.car_words AS "carWords", j.year,
       j.vin, c.name, pl.name AS place, j.why, j.route, j.closed_at AS "closedAt", j.outcome,
       EXISTS (SELECT 1 FROM visit v JOIN visit o ON o.van_id = v.van_id AND o.during && v.during AND o.id <> v.id
         WHERE v.job_id = j.id AND v.state <> 'over' AND o.state <> 'over') AS clash
     FROM job j JOIN customer c ON c.id = j.customer_id LEFT JOIN make mk ON mk.id = j.make_id
     LEFT JOIN model md ON md.id = j.model_id LEFT JOIN place pl ON pl.id = j.place_id
     WHERE ($2::int IS NULL OR j.number < $2) AND NOT EXISTS (
       SELECT 1 FROM unnest($1::text[]) AS asked(word)
       WHERE NOT (
         j.number::text = regexp_replace(asked.word, '^k-?', '')
         OR ($4 AND asked.word !~ '[0-9]' AND strpos(lower(coalesce(c.name, '')), asked.word) > 0)
         OR strpos(lower(coalesce(mk.name, '')), asked.word) > 0
         OR strpos(lower(coalesce(md.name, '')), asked.word) > 0
         OR (asked.word !~ '[0-9]' AND strpos(lower(j.car_words), asked.word) > 0)
         OR strpos(lower(coalesce(j.vin, '')), asked.word) > 0))
     ORDER BY j.number DESC LIMIT $3`,
    [query.words.map((word) => word.toLowerCase()), query.before ?? null, query.limit, query.byName],
  );
  return result.rows;
}
