import type { BureauKind } from '@/core/authority/bureau';
import type { OptionKind } from '@/core/quote/option-kinds';
import type { Db } from './db';

/** Something that happened, as the rows say it. */
export type NewsRow = {
  /** The same for the same thing, whenever it is read. */
  readonly id: string;
  readonly jobId: string;
  readonly jobNumber: number;
  readonly make: string | null;
  readonly model: string | null;
  readonly carWords: string;
  readonly year: number | null;
  readonly at: Date;
  /** Somebody has seen to it already. */
  readonly settled: boolean;
  readonly read: boolean;
} & NewsTold;

type NewsTold =
  | {
      readonly kind: 'accepted';
      readonly told: {
        readonly option: OptionKind;
        readonly totalMinor: number;
        readonly currency: string;
        readonly takenBy: string | null;
        readonly wanted: string | null;
        readonly planned: boolean;
      };
    }
  | {
      readonly kind: 'message' | 'time';
      readonly told: { readonly words: string | null; readonly quote: number };
    }
  | {
      readonly kind: 'answer';
      readonly told: { readonly asked: BureauKind; readonly failure: string | null };
    }
  | { readonly kind: 'parcel'; readonly told: { readonly dueOn: string } }
  | { readonly kind: 'late'; readonly told: { readonly from: string; readonly heldAt: number | null } }
  | { readonly kind: 'late'; readonly told: { readonly promisedBy: string } };

/**
 * What happened since a moment, the newest first, but what this person did himself: acceptances and messages of customers, answers of
 * the code service, parcels that are due, times and promises that are not kept.
 */
export async function listNews(
  db: Db,
  {
    personId,
    since,
    at,
    today,
    zone,
    limit,
  }: {
    readonly personId: string;
    readonly since: Date;
    readonly at: Date;
    readonly today: string;
    readonly zone: string;
    readonly limit: number;
  },
): Promise<NewsRow[]> {
  const result = await db.query<NewsRow>(
    `WITH taken AS (
       SELECT DISTINCT ON (q.job_id) q.job_id, q.id AS quote_id, a.option, a.total_minor, a.accepted_at, a.person_id, a.wanted_when,
         q.frozen->'paper'->>'currency' AS currency,
         (SELECT o FROM jsonb_array_elements(q.frozen->'options') o WHERE o->>'kind' = a.option LIMIT 1) AS offered,
         EXISTS (SELECT 1 FROM visit v WHERE v.job_id = q.job_id AND v.state <> 'over') AS planned,
         coalesce((SELECT e.content->>'result' = 'worked' FROM job_event e
           WHERE e.job_id = q.job_id AND e.kind = 'attemptRecorded' ORDER BY e.seq DESC LIMIT 1), false) AS worked
       FROM quote_acceptance a JOIN quote q ON q.id = a.quote_id JOIN job j ON j.id = q.job_id
       WHERE j.closed_at IS NULL ORDER BY q.job_id, a.accepted_at DESC
     ), visits AS (
       SELECT v.id, v.job_id, lower(v.during) AS begins, upper(v.during) AS ends,
         (SELECT min(o.number) FROM run r JOIN job o ON o.id = r.job_id
          WHERE r.ended_at IS NULL AND o.van_id = v.van_id AND o.id <> v.job_id) AS held_at
       FROM visit v JOIN job j ON j.id = v.job_id
       WHERE v.state <> 'over' AND j.closed_at IS NULL
         AND lower(v.during) BETWEEN $3::timestamptz - interval '1 day' AND $3::timestamptz + interval '30 minutes'
         -- Somebody is there, or was within the hours before: an earlier visit is no sign of it.
         AND NOT EXISTS (SELECT 1 FROM run r WHERE r.job_id = v.job_id
           AND (r.ended_at IS NULL OR r.started_at > lower(v.during) - interval '3 hours'))
         AND NOT EXISTS (SELECT 1 FROM job_event e WHERE e.job_id = v.job_id AND e.kind = 'attemptRecorded'
           AND e.received_at > lower(v.during) - interval '3 hours')
         AND NOT EXISTS (SELECT 1 FROM job_authority s WHERE s.job_id = v.job_id AND s.stage = 'onSite'
           AND s.recorded_at > lower(v.during) - interval '3 hours')
     ), happened AS (
       SELECT CASE m.kind WHEN 'time' THEN 'time' ELSE 'message' END AS kind, 'message:' || m.id AS id, q.job_id, m.at,
         jsonb_build_object('words', m.words, 'quote', q.number) AS told,
         EXISTS (SELECT 1 FROM quote_message n
           WHERE n.quote_id = m.quote_id AND n.person_id IS NOT NULL AND n.at >= m.at) AS settled
       FROM quote_message m JOIN quote q ON q.id = m.quote_id WHERE m.link_id IS NOT NULL AND m.at > $2
       UNION ALL
       SELECT 'accepted', 'accepted:' || t.quote_id, t.job_id, t.accepted_at,
         jsonb_build_object('option', t.option, 'totalMinor', t.total_minor, 'currency', t.currency, 'takenBy', p.name,
           'wanted', t.wanted_when, 'planned', t.planned), t.worked
       FROM taken t LEFT JOIN person p ON p.id = t.person_id
       WHERE t.accepted_at > $2 AND t.person_id IS DISTINCT FROM $1
       UNION ALL
       SELECT 'answer', 'answer:' || b.id, b.job_id, b.settled_at, jsonb_build_object('asked', b.kind, 'failure', b.failure), false
       FROM bureau_enquiry b JOIN job j ON j.id = b.job_id WHERE b.settled_at > $2 AND j.closed_at IS NULL
       UNION ALL
       SELECT 'parcel', 'parcel:' || t.quote_id || ':' || (t.comes->>'on'), t.job_id,
         (t.comes->>'on')::date::timestamp AT TIME ZONE $5, jsonb_build_object('dueOn', t.comes->>'on'),
         t.planned OR t.worked
       FROM (SELECT *, offered->'comes' AS comes FROM taken) t
       -- What the customer orders is no parcel of the shop's; a later day of the van alone is none.
       WHERE (t.comes->>'ordered')::boolean AND t.comes->>'on' <= $4
         AND t.comes->>'on' > (t.accepted_at AT TIME ZONE $5)::date::text
       UNION ALL
       SELECT 'late', 'promise:' || t.quote_id || ':' || (t.offered->>'p80On'), t.job_id,
         ((t.offered->>'p80On')::date + 1)::timestamp AT TIME ZONE $5, jsonb_build_object('promisedBy', t.offered->>'p80On'), t.worked
       FROM taken t WHERE t.offered->>'p80On' < $4
       UNION ALL
       SELECT 'late', 'held:' || v.id || ':' || extract(epoch FROM v.begins)::bigint, v.job_id, v.begins - interval '30 minutes',
         jsonb_build_object('from', v.begins, 'heldAt', v.held_at), false
       FROM visits v WHERE v.begins > $3 AND v.held_at IS NOT NULL
       UNION ALL
       SELECT 'late', 'late:' || v.id || ':' || extract(epoch FROM v.begins)::bigint, v.job_id, v.begins + interval '10 minutes',
         jsonb_build_object('from', v.begins, 'heldAt', NULL), false
       FROM visits v WHERE v.begins <= $3::timestamptz - interval '10 minutes'
     )
     SELECT h.kind, h.id, h.job_id AS "jobId", j.number AS "jobNumber", mk.name AS make, md.name AS model, j.car_words AS "carWords",
       j.year, h.at, h.told, h.settled, r.read_at IS NOT NULL AS read
     FROM happened h JOIN job j ON j.id = h.job_id LEFT JOIN make mk ON mk.id = j.make_id
     LEFT JOIN model md ON md.id = j.model_id LEFT JOIN news_read r ON r.person_id = $1 AND r.news_id = h.id
     WHERE h.at > $2 ORDER BY h.at DESC, h.id LIMIT $6`,
    [personId, since, at, today, zone, limit],
  );
  return result.rows;
}

/** Which of some news a person has read. */
export async function listRead(db: Db, personId: string, ids: readonly string[]): Promise<Set<string>> {
  const result = await db.query<{ id: string }>(
    'SELECT news_id AS id FROM news_read WHERE person_id = $1 AND news_id = ANY($2)',
    [personId, ids],
  );
  return new Set(result.rows.map(({ id }) => id));
}

/** Notes news as read by a person; those that are already stay as they were. */
export async function insertRead(db: Db, personId: string, ids: readonly string[], at: Date): Promise<void> {
  await db.query(
    `INSERT INTO news_read (person_id, news_id, read_at) SELECT $1, id, $3 FROM unnest($2::text[]) id
     ON CONFLICT DO NOTHING`,
    [personId, ids, at],
  );
}

/** Forgets what was read of news that is told no more. */
export async function dropOldRead(db: Db, before: Date): Promise<number> {
  const result = await db.query('DELETE FROM news_read WHERE read_at < $1', [before]);
  return result.rowCount ?? 0;
}
