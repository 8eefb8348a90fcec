import type { FoundFact } from '@/core/catalogue/fact-kinds';
import type { QuestionGiven } from '@/core/identify/gathered-facts';
import type { Outcome } from '@/core/job/closing';
import type { Call, Job, JobChoice } from '@/core/job/job';
import type { ChoiceQuestion } from '@/core/programming/choices';
import type { Identity, PhysicalKey, Rank } from '@/core/programming/keys';
import type { RouteKind } from '@/core/programming/route';
import { type AuthorityRows, readAuthority } from './authority';
import { type Db, onlyRow } from './db';
import { readJobLog } from './job-events';
import { readJobTerms } from './quote-terms';
import { together } from './together';

/** What a call stores beside its job: everything but names that the library gives. */
export type StoredCall = Omit<Call, 'make' | 'model' | 'place' | 'placeKm' | 'placeMinutes'>;

export interface NewJob {
  readonly id: string;
  readonly customerId: string;
  readonly openedAt: Date;
  readonly openedBy: string;
  readonly call: StoredCall;
  readonly keysWanted: number;
}

/** Stores a job under the next number, which is returned. */
export async function insertJob(db: Db, job: NewJob): Promise<number> {
  const { call } = job;
  await db.query('INSERT INTO customer (id, name, phone, created_at) VALUES ($1, $2, $3, $4)', [
    job.customerId,
    call.name,
    call.phone,
    job.openedAt,
  ]);
  const inserted = await db.query<{ number: number }>(
    `INSERT INTO job (id, customer_id, opened_at, opened_by, keys_wanted, year, make_id, model_id, car_words,
       ignition, market, vin, why, access, place_id, distance_km, urgent, wanted_day, wanted_from, wanted_by,
       year_to, danger, used)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23)
     RETURNING number`,
    [job.id, job.customerId, job.openedAt, job.openedBy, job.keysWanted, ...callValues(call)],
  );
  await db.query('INSERT INTO job_words (job_id, line, place_detail, note) VALUES ($1, $2, $3, $4)', [
    job.id,
    call.line,
    call.placeDetail,
    call.note,
  ]);
  return onlyRow(inserted).number;
}

export async function updateCall(
  db: Db,
  job: Pick<Job, 'id' | 'customerId'>,
  call: StoredCall,
): Promise<void> {
  await db.query('UPDATE customer SET name = $2, phone = $3 WHERE id = $1', [
    job.customerId,
    call.name,
    call.phone,
  ]);
  await db.query(
    `UPDATE job SET year = $2, make_id = $3, model_id = $4, car_words = $5, ignition = $6, market = $7, vin = $8,
       why = $9, access = $10, place_id = $11, distance_km = $12, urgent = $13, wanted_day = $14, wanted_from = $15,
       wanted_by = $16, year_to = $17, danger = $18, used = $19 WHERE id = $1`,
    [job.id, ...callValues(call)],
  );
  await db.query('UPDATE job_words SET line = $2, place_detail = $3, note = $4 WHERE job_id = $1', [
    job.id,
    call.line,
    call.placeDetail,
    call.note,
  ]);
}

function callValues(call: StoredCall): unknown[] {
  return [
    call.year,
    call.makeId,
    call.modelId,
    call.carWords,
    call.ignition,
    call.market,
    call.vin,
    call.why,
    call.access,
    call.placeId,
    call.distanceKm,
    call.urgent,
    call.day,
    call.from,
    call.by,
    call.yearTo,
    call.danger,
    call.used,
  ];
}

/** Takes the next version and with it the row lock; undefined where `seen` is not the version there is. */
export async function takeVersion(
  db: Db,
  number: number,
  seen: number,
): Promise<{ readonly id: string; readonly version: number } | undefined> {
  const result = await db.query<{ id: string; version: number }>(
    'UPDATE job SET version = version + 1 WHERE number = $1 AND version = $2 RETURNING id, version',
    [number, seen],
  );
  return result.rows[0];
}

/** Locks the job's row for the rest of the transaction; gives its id. */
export async function lockJob(db: Db, number: number): Promise<string | undefined> {
  const result = await db.query<{ id: string }>('SELECT id FROM job WHERE number = $1 FOR UPDATE', [number]);
  return result.rows[0]?.id;
}

export interface JobChoices {
  readonly applicationId?: string | null;
  readonly applicationReason?: string | null;
  readonly route?: RouteKind | null;
  readonly routeReason?: string | null;
  readonly vanId?: string | null;
  readonly network?: boolean | null;
}

export async function updateChoices(db: Db, jobId: string, choices: JobChoices): Promise<void> {
  const columns: Record<keyof JobChoices, string> = {
    applicationId: 'application_id',
    applicationReason: 'application_reason',
    route: 'route',
    routeReason: 'route_reason',
    vanId: 'van_id',
    network: 'network',
  };
  const fields = (Object.keys(choices) as (keyof JobChoices)[]).filter(
    (field) => choices[field] !== undefined,
  );
  if (fields.length === 0) return;
  const sets = fields.map((field, at) => `${columns[field]} = $${at + 2}`).join(', ');
  await db.query(`UPDATE job SET ${sets} WHERE id = $1`, [jobId, ...fields.map((field) => choices[field])]);
}

/** Whether one of these keys hangs on the ring of another job. */
export async function holdsKeyOfAnother(db: Db, jobId: string, keyIds: readonly string[]): Promise<boolean> {
  const result = await db.query('SELECT 1 FROM job_key WHERE id = ANY($1) AND job_id <> $2 LIMIT 1', [
    keyIds,
    jobId,
  ]);
  return result.rows.length > 0;
}

/** Replaces the ring: keys, identities and the wanted number. */
export async function replaceRing(
  db: Db,
  jobId: string,
  ring: {
    readonly keys: readonly PhysicalKey[];
    readonly identities: readonly Identity[];
    readonly wanted: number;
  },
): Promise<void> {
  await db.query('DELETE FROM job_key WHERE job_id = $1', [jobId]);
  await db.query('DELETE FROM job_identity WHERE job_id = $1', [jobId]);
  for (const identity of ring.identities) {
    await db.query('INSERT INTO job_identity (id, job_id, known) VALUES ($1, $2, $3)', [
      identity.id,
      jobId,
      identity.known,
    ]);
  }
  for (const key of ring.keys) {
    await db.query(
      `INSERT INTO job_key (id, job_id, tag, name, presence, rank, blade, faults, made_here, identity_id)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
      [
        key.id,
        jobId,
        key.tag,
        key.name,
        key.presence,
        key.rank,
        key.blade,
        key.faults,
        key.madeHere,
        key.identityId,
      ],
    );
  }
  await db.query('UPDATE job SET keys_wanted = $2 WHERE id = $1', [jobId, ring.wanted]);
}

export async function setKeyRank(db: Db, jobId: string, keyId: string, rank: Rank): Promise<boolean> {
  const result = await db.query('UPDATE job_key SET rank = $3 WHERE job_id = $1 AND id = $2', [
    jobId,
    keyId,
    rank,
  ]);
  return result.rowCount === 1;
}

export async function replaceFacts(
  db: Db,
  jobId: string,
  facts: readonly FoundFact[],
  found: { readonly at: Date; readonly by: string },
): Promise<void> {
  await db.query('DELETE FROM job_fact WHERE job_id = $1', [jobId]);
  for (const fact of facts) {
    await db.query(
      'INSERT INTO job_fact (job_id, kind, value, found_at, found_by) VALUES ($1, $2, $3, $4, $5)',
      [jobId, fact.kind, fact.value, found.at, found.by],
    );
  }
}

export async function markClosed(
  db: Db,
  jobId: string,
  close: {
    readonly at: Date;
    readonly by: string;
    readonly outcome: Outcome;
    readonly reason: string | null;
  },
): Promise<void> {
  await db.query(
    'UPDATE job SET closed_at = $2, closed_by = $3, outcome = $4, difference_reason = $5 WHERE id = $1',
    [jobId, close.at, close.by, close.outcome, close.reason],
  );
}

/** Numbers of the jobs that were closed last with a car chosen and work done, the latest first. */
export async function listLatestClosed(db: Db, limit: number): Promise<number[]> {
  const result = await db.query<{ number: number }>(
    `SELECT number FROM job WHERE closed_at IS NOT NULL AND application_id IS NOT NULL AND outcome IN ('done', 'partly')
     ORDER BY closed_at DESC, number DESC LIMIT $1`,
    [limit],
  );
  return result.rows.map(({ number }) => number);
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
    `SELECT j.id, j.number, j.version, j.opened_at AS "openedAt", opener.name AS "openedBy",
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

/** Keeps a choice beside the route, in place of the one before; null withdraws it. */
export async function storeChoice(
  db: Db,
  jobId: string,
  {
    question,
    choice,
    chosenBy,
  }: { question: ChoiceQuestion; choice: string | null; chosenBy: 'customer' | 'shop' },
  { at, personId }: { readonly at: Date; readonly personId: string },
): Promise<void> {
  if (choice === null) {
    await db.query('DELETE FROM job_choice WHERE job_id = $1 AND question = $2', [jobId, question]);
    return;
  }
  await db.query(
    `INSERT INTO job_choice (job_id, question, choice, chosen_by, at, by_id) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (job_id, question) DO UPDATE SET choice = excluded.choice, chosen_by = excluded.chosen_by,
       at = excluded.at, by_id = excluded.by_id`,
    [jobId, question, choice, chosenBy, at, personId],
  );
}

/** Keeps what became of a question, in place of what was kept of it before. */
export async function upsertGiven(
  db: Db,
  jobId: string,
  { kind, answer, value, reliability }: QuestionGiven,
  { at, personId }: { readonly at: Date; readonly personId: string },
): Promise<void> {
  await db.query(
    `INSERT INTO job_observation (job_id, kind, answer, value, reliability, at, by_id) VALUES ($1, $2, $3, $4, $5, $6, $7)
     ON CONFLICT (job_id, kind) DO UPDATE SET answer = excluded.answer, value = excluded.value,
       reliability = excluded.reliability, at = excluded.at, by_id = excluded.by_id`,
    [jobId, kind, answer, value, reliability ?? null, at, personId],
  );
}

/** Opens a question again; without a kind, all of them: another car. */
export async function deleteGiven(db: Db, jobId: string, kind: QuestionGiven['kind'] | null): Promise<void> {
  await db.query('DELETE FROM job_observation WHERE job_id = $1 AND ($2::text IS NULL OR kind = $2)', [
    jobId,
    kind,
  ]);
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
