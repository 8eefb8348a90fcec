import type { Outcome } from '@/core/job/closing';
import type { JobFacts } from '@/core/job/next-step';
import type { RouteKind } from '@/core/programming/route';
import type { Db } from './db';

/** A job in a list, with what says how it stands; of a closed one nothing of that is read. */
export interface JobListRow extends JobFacts {
  readonly id: string;
  readonly number: number;
  readonly make: string | null;
  readonly model: string | null;
  readonly carWords: string;
  readonly year: number | null;
  readonly vin: string | null;
  readonly name: string | null;
  readonly place: string | null;
  readonly why: string | null;
  readonly route: RouteKind | null;
  readonly outcome: Outcome | null;
  /** Its visit overlaps another of the same van. */
  readonly clash: boolean;
}

export interface JobsQuery {
  /** Words to find; every one must fit a number, name, phone, plate, make, model, VIN or article. */
  readonly words: readonly string[];
  /** Makes and models that words of it may mean, beside those that they are. */
  readonly alike: readonly { readonly word: string; readonly id: string }[];
  /** Whether names and phones are looked through too. */
  readonly byName: boolean;
  /** Null for all of them. */
  readonly closed: boolean | null;
  /** Page by key: jobs with smaller numbers than this. */
  readonly before: number | undefined;
  readonly limit: number;
}

/**
 * Jobs by falling number. A word fits where it is the number, or a part of name, make, model, car, VIN, plate or article, or its digits
 * are a part of the phone. Words with a digit are not looked for in free texts: what of them is sealed must not be told by what is found.
 */
export async function listJobs(db: Db, query: JobsQuery): Promise<JobListRow[]> {
  const result = await db.query<Listed>(
    `SELECT j.id, j.number, j.opened_at AS "openedAt", mk.name AS make, md.name AS model, j.car_words AS "carWords", j.year,
       j.vin, c.name, pl.name AS place, j.why, j.route, j.closed_at AS "closedAt", j.outcome,
       EXISTS (SELECT 1 FROM visit v JOIN visit o ON o.van_id = v.van_id AND o.during && v.during AND o.id <> v.id
         WHERE v.job_id = j.id AND v.state <> 'over' AND o.state <> 'over') AS clash,
       j.danger, j.urgent, j.wanted_day::text AS "wantedDay", to_char(j.wanted_from, 'HH24:MI') AS "wantedFrom",
       to_char(j.wanted_by, 'HH24:MI') AS "wantedBy",
       CASE WHEN j.closed_at IS NULL THEN
         (SELECT jsonb_build_object('from', lower(v.during), 'to', upper(v.during)) FROM visit v
          WHERE v.job_id = j.id AND v.state <> 'over') END AS visit,
       CASE WHEN j.closed_at IS NULL THEN
         (SELECT jsonb_build_object('at', q.made_at, 'validUntil', q.valid_until) FROM quote q
          WHERE q.job_id = j.id ORDER BY q.version DESC LIMIT 1) END AS quoted,
       CASE WHEN j.closed_at IS NULL THEN
         (SELECT jsonb_build_object('at', a.accepted_at, 'readyOn', coalesce((SELECT
              CASE WHEN o ? 'comes' THEN o->'comes'->>'on' ELSE o->>'earliestOn' END
            FROM jsonb_array_elements(q.frozen->'options') o WHERE o->>'kind' = a.option), a.accepted_at::date::text))
          FROM quote_acceptance a JOIN quote q ON q.id = a.quote_id WHERE q.job_id = j.id
          ORDER BY a.accepted_at DESC LIMIT 1) END AS accepted,
       j.closed_at IS NULL AND EXISTS (SELECT 1 FROM run r WHERE r.job_id = j.id AND r.ended_at IS NULL) AS runs,
       CASE WHEN j.closed_at IS NULL THEN
         (SELECT recorded_at FROM job_authority WHERE job_id = j.id AND stage = 'onSite') END AS "seenAt",
       j.closed_at IS NULL AND coalesce((SELECT e.content->>'result' = 'worked' FROM job_event e
         WHERE e.job_id = j.id AND e.kind = 'attemptRecorded' ORDER BY e.seq DESC LIMIT 1), false) AS worked
     FROM job j JOIN customer c ON c.id = j.customer_id LEFT JOIN make mk ON mk.id = j.make_id
     LEFT JOIN model md ON md.id = j.model_id LEFT JOIN place pl ON pl.id = j.place_id
     WHERE ($2::int IS NULL OR j.number < $2) AND ($5::boolean IS NULL OR (j.closed_at IS NOT NULL) = $5) AND NOT EXISTS (
       SELECT 1 FROM unnest($1::text[]) AS asked(word)
       WHERE NOT (
         j.number::text = regexp_replace(asked.word, '^k-?', '')
         OR ($4 AND asked.word !~ '[0-9]' AND strpos(lower(coalesce(c.name, '')), asked.word) > 0)
         OR ($4 AND asked.word ~ '^[0-9+().-]{3,}$' AND strpos(regexp_replace(coalesce(c.phone, ''), '[^0-9]', '', 'g'),
           regexp_replace(asked.word, '[^0-9]', '', 'g')) > 0)
         OR ($4 AND asked.word ~ '[a-z0-9].*[a-z0-9]' AND EXISTS (SELECT 1 FROM job_authority s WHERE s.job_id = j.id
           AND strpos(lower(s.car_plate), regexp_replace(asked.word, '[^a-z0-9]', '', 'g')) > 0))
         OR strpos(lower(coalesce(mk.name, '')), asked.word) > 0
         OR strpos(lower(coalesce(md.name, '')), asked.word) > 0
         OR EXISTS (SELECT 1 FROM jsonb_to_recordset($6::jsonb) AS meant(word text, id uuid)
           WHERE meant.word = asked.word AND meant.id IN (j.make_id, j.model_id))
         OR (asked.word !~ '[0-9]' AND strpos(lower(j.car_words), asked.word) > 0)
         OR strpos(lower(coalesce(j.vin, '')), asked.word) > 0
         OR EXISTS (SELECT 1 FROM stock_reservation s WHERE s.job_id = j.id AND strpos(lower(s.article), asked.word) > 0)
         OR EXISTS (SELECT 1 FROM stock_movement s WHERE s.job_id = j.id AND strpos(lower(s.article), asked.word) > 0)))
     ORDER BY j.number DESC LIMIT $3`,
    [
      query.words.map((word) => word.toLowerCase()),
      query.before ?? null,
      query.limit,
      query.byName,
      query.closed,
      JSON.stringify(query.alike),
    ],
  );
  return result.rows.map(({ visit, quoted, accepted, ...job }) => ({
    ...job,
    visit: visit && { from: new Date(visit.from), to: new Date(visit.to) },
    quoted: quoted && { ...quoted, at: new Date(quoted.at) },
    accepted: accepted && { ...accepted, at: new Date(accepted.at) },
  }));
}

/** A row with its moments as JSON has them. */
type Listed = Omit<JobListRow, 'visit' | 'quoted' | 'accepted'> & {
  readonly visit: { readonly from: string; readonly to: string } | null;
  readonly quoted: { readonly at: string; readonly validUntil: string } | null;
  readonly accepted: { readonly at: string; readonly readyOn: string } | null;
};
