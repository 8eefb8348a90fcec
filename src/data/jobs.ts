import type { FoundFact } from '@/core/catalogue/fact-kinds';
import type { QuestionGiven } from '@/core/identify/gathered-facts';
import type { Job, JobChoice } from '@/core/job/job';
import type { Identity, PhysicalKey } from '@/core/programming/keys';
import { type AuthorityRows, readAuthority } from './authority';
import { type Db, onlyRow } from './db';
import { readJobLog } from './job-events';
import { readJobTerms } from './quote-terms';
import { together } from './together';

/** What a call stores beside its job: everything but names that the library gives. */

/** Numbers of the jobs that were closed last with a car chosen and work done, the latest first. */
export async function listLatestClosed(db: Db, limit: number): Promise<number[]> {
  const result = await db.query<{ number: number }>(
    `SELECT number FROM job WHERE closed_at IS NOT NULL AND application_id IS NOT NULL AND outcome IN ('done', 'partly')
     ORDER BY closed_at DESC, number DESC LIMIT $1`,
    [limit],
  );
  return result.rows.map(({ number }) => number);
}

/** How far some jobs have come, of those that there are. */
export async function listJobStates(
  db: Db,
  numbers: readonly number[],
): Promise<(Pick<Job, 'number' | 'version'> & { readonly lastSeq: number })[]> {
  const found = await db.query<Pick<Job, 'number' | 'version'> & { lastSeq: number }>(
    `SELECT j.number, j.version, (SELECT count(*) FROM job_event e WHERE e.job_id = j.id)::integer AS "lastSeq"
     FROM job j WHERE j.number = ANY($1)`,
    [numbers],
  );
  return found.rows;
}

/** The whole job by its number. */
export async function findJob(db: Db, number: number): Promise<Job | undefined> {
  const found = await db.query<{ id: string }>('SELECT id FROM job WHERE number = $1', [number]);
  return found.rows[0] && getJobOrThrow(db, found.rows[0].id);
}

/** The whole job by its id, in one message. */
export async function getJobOrThrow(db: Db, id: string): Promise<Job> {
  const [row, { log, lastSeq }, keys, identities, authority, given, terms, choices, facts] = await together(
    db,
    (db) => readJobRow(db, id),
    (db) => readJobLog(db, id),
    (db) => listKeys(db, id),
    (db) => listIdentities(db, id),
    (db) => readAuthority(db, id),
    (db) => listGiven(db, id),
    (db) => readJobTerms(db, id),
    (db) => listChoices(db, id),
    (db) => listFacts(db, id),
  );
  return { ...row, keys, identities, ...authority, given, terms, choices, facts, log, lastSeq };
}

/** What of a job an event is weighed by. */
export type JobAtCar = Pick<
  Job,
  | 'id'
  | 'number'
  | 'route'
  | 'keysWanted'
  | 'keys'
  | 'identities'
  | 'choices'
  | 'log'
  | 'lastSeq'
  | keyof AuthorityRows
> & { readonly isClosed: boolean };

/** What of a job an event is weighed by, by its id, in one message. */
export async function getJobAtCar(db: Db, id: string): Promise<JobAtCar> {
  const [row, { log, lastSeq }, keys, identities, authority, choices] = await together(
    db,
    (db) =>
      db.query<Pick<JobAtCar, 'id' | 'number' | 'route' | 'keysWanted' | 'isClosed'>>(
        'SELECT id, number, route, keys_wanted AS "keysWanted", closed_at IS NOT NULL AS "isClosed" FROM job WHERE id = $1',
        [id],
      ),
    (db) => readJobLog(db, id),
    (db) => listKeys(db, id),
    (db) => listIdentities(db, id),
    (db) => readAuthority(db, id),
    (db) => listChoices(db, id),
  );
  return { ...onlyRow(row), keys, identities, ...authority, choices, log, lastSeq };
}

type JobRow = Omit<
  Job,
  'keys' | 'identities' | keyof AuthorityRows | 'given' | 'terms' | 'choices' | 'facts' | 'log' | 'lastSeq'
>;

async function readJobRow(db: Db, id: string): Promise<JobRow> {
  const result = await db.query(
    `SELECT j.id, j.number, j.version, j.opened_at AS "openedAt", coalesce(program.name || ', for ', '') || opener.name AS "openedBy",
       j.customer_id AS "customerId", j.keys_wanted AS "keysWanted",
       j.application_id AS "applicationId", j.application_reason AS "applicationReason", j.route,
       j.route_reason AS "routeReason", j.van_id AS "vanId", j.network,
       (SELECT jsonb_build_object('from', lower(v.during), 'to', upper(v.during), 'overlaps', coalesce((
         SELECT jsonb_agg(jsonb_build_object('number', oj.number, 'from', lower(o.during), 'to', upper(o.during))
           ORDER BY lower(o.during), oj.number)
         FROM visit o JOIN job oj ON oj.id = o.job_id
         WHERE o.van_id = v.van_id AND o.during && v.during AND o.id <> v.id AND o.state <> 'over' AND v.state <> 'over'), '[]'))
         FROM visit v WHERE v.job_id = j.id ORDER BY v.state = 'over', lower(v.during) DESC LIMIT 1) AS visit,
       j.closed_at, closer.name AS closer, j.outcome, j.difference_reason,
       jsonb_build_object(
         'line', w.line, 'year', j.year, 'yearTo', j.year_to, 'danger', j.danger, 'used', j.used, 'makeId', j.make_id, 'make', mk.name, 'modelId', j.model_id, 'model', md.name,
         'carWords', j.car_words, 'ignition', j.ignition, 'market', j.market, 'vin', j.vin, 'why', j.why,
         'access', j.access, 'placeId', j.place_id, 'place', pl.name,
         'distanceKm', j.distance_km, 'placeKm', pl.distance_km, 'placeMinutes', pl.travel_minutes,
         'urgent', j.urgent, 'day', j.wanted_day, 'from', to_char(j.wanted_from, 'HH24:MI'),
         'by', to_char(j.wanted_by, 'HH24:MI'), 'placeDetail', w.place_detail, 'note', w.note,
         'name', c.name, 'phone', c.phone) AS call
     FROM job j JOIN customer c ON c.id = j.customer_id JOIN person opener ON opener.id = j.opened_by
     LEFT JOIN program_token program ON program.id = j.opened_with
     LEFT JOIN person closer ON closer.id = j.closed_by LEFT JOIN job_words w ON w.job_id = j.id
     LEFT JOIN make mk ON mk.id = j.make_id LEFT JOIN model md ON md.id = j.model_id
     LEFT JOIN place pl ON pl.id = j.place_id
     WHERE j.id = $1`,
    [id],
  );
  const { closed_at, closer, outcome, difference_reason, visit, ...job } = onlyRow(result);
  return {
    ...job,
    visit: visit && { ...timeOf(visit), overlaps: visit.overlaps.map(timeOf) },
    closed: closed_at === null ? null : { at: closed_at, by: closer, outcome, reason: difference_reason },
  } as unknown as JobRow;
}

/** A span with its instants as JSON has them. */
function timeOf<Span extends { readonly from: string; readonly to: string }>(span: Span) {
  return { ...span, from: new Date(span.from), to: new Date(span.to) };
}

async function listGiven(db: Db, jobId: string): Promise<QuestionGiven[]> {
  const result = await db.query<QuestionGiven>(
    'SELECT kind, answer, value, reliability::float8 AS reliability FROM job_observation WHERE job_id = $1 ORDER BY at, kind',
    [jobId],
  );
  return result.rows.map(({ reliability, ...given }) => ({
    ...given,
    ...(reliability ? { reliability } : {}),
  }));
}

async function listChoices(db: Db, jobId: string): Promise<JobChoice[]> {
  const result = await db.query<JobChoice>(
    `SELECT c.question, c.choice, c.chosen_by AS "chosenBy", c.at, p.name AS by
     FROM job_choice c JOIN person p ON p.id = c.by_id WHERE c.job_id = $1 ORDER BY c.question`,
    [jobId],
  );
  return result.rows;
}

async function listKeys(db: Db, jobId: string): Promise<PhysicalKey[]> {
  const result = await db.query<PhysicalKey>(
    `SELECT id, tag, name, presence, rank, blade, faults, made_here AS "madeHere", identity_id AS "identityId"
     FROM job_key WHERE job_id = $1 ORDER BY tag`,
    [jobId],
  );
  return result.rows;
}

async function listIdentities(db: Db, jobId: string): Promise<Identity[]> {
  return (
    await db.query<Identity>('SELECT id, known FROM job_identity WHERE job_id = $1 ORDER BY id', [jobId])
  ).rows;
}

async function listFacts(db: Db, jobId: string): Promise<FoundFact[]> {
  return (
    await db.query<FoundFact>('SELECT kind, value FROM job_fact WHERE job_id = $1 ORDER BY kind', [jobId])
  ).rows;
}
