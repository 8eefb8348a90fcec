import type { FoundFact } from '@/core/catalogue/fact-kinds';
import type { QuestionGiven } from '@/core/identify/gathered-facts';
import type { Outcome } from '@/core/job/closing';
import type { Call, Job } from '@/core/job/job';
import type { ChoiceQuestion } from '@/core/programming/choices';
import type { Identity, PhysicalKey, Rank } from '@/core/programming/keys';
import type { RouteKind } from '@/core/programming/route';
import { type Db, onlyRow } from './db';

/** What a call stores beside its job: everything but names that the library gives. */
export type StoredCall = Omit<Call, 'make' | 'model' | 'place' | 'placeKm' | 'placeMinutes'>;

export interface NewJob {
  readonly id: string;
  readonly customerId: string;
  readonly openedAt: Date;
  readonly openedBy: string;
  /** The token of the program that opened it in their name. */
  readonly openedWith: string | null;
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
       year_to, danger, used, opened_with)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23, $24)
     RETURNING number`,
    [job.id, job.customerId, job.openedAt, job.openedBy, job.keysWanted, ...callValues(call), job.openedWith],
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

/** Notes the VIN of a job that had none. */
export async function noteVin(db: Db, jobId: string, vin: string): Promise<void> {
  await db.query('UPDATE job SET vin = $2 WHERE id = $1 AND vin IS NULL', [jobId, vin]);
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

/** Opens a closed job again, and keeps how it had been closed and why it is opened. */
export async function markReopened(
  db: Db,
  jobId: string,
  { at, by, reason }: { readonly at: Date; readonly by: string; readonly reason: string },
): Promise<void> {
  await db.query(
    `INSERT INTO job_reopened (job_id, at, by, outcome, closed_at, reason)
     SELECT id, $2, $3, outcome, closed_at, $4 FROM job WHERE id = $1`,
    [jobId, at, by, reason],
  );
  await db.query(
    'UPDATE job SET closed_at = NULL, closed_by = NULL, outcome = NULL, difference_reason = NULL WHERE id = $1',
    [jobId],
  );
}

export interface ReopenedRow {
  readonly at: Date;
  readonly by: string;
  readonly outcome: Outcome;
  readonly closedAt: Date;
  /** Null once names and words were taken out. */
  readonly reason: string | null;
}

/** How often a job was opened again, the latest first. */
export async function listReopened(db: Db, jobId: string): Promise<ReopenedRow[]> {
  const result = await db.query<ReopenedRow>(
    `SELECT r.at, p.name AS by, r.outcome, r.closed_at AS "closedAt", r.reason
     FROM job_reopened r JOIN person p ON p.id = r.by WHERE r.job_id = $1 ORDER BY r.at DESC`,
    [jobId],
  );
  return result.rows;
}

/** Notes of a job which one's key came back. */
export async function markComeback(db: Db, jobId: string, ofJobId: string): Promise<void> {
  await db.query('UPDATE job SET comeback_of = $2 WHERE id = $1', [jobId, ofJobId]);
}

/** The number of the job whose key came back, and those of the jobs that this one's keys came back in. */
export async function findComebacks(
  db: Db,
  jobId: string,
): Promise<{ readonly of: number | null; readonly as: readonly number[] }> {
  const result = await db.query<{ of: number | null; as: number[] }>(
    `SELECT (SELECT o.number FROM job o WHERE o.id = j.comeback_of) AS of,
       ARRAY(SELECT n.number FROM job n WHERE n.comeback_of = j.id ORDER BY n.number) AS as
     FROM job j WHERE j.id = $1`,
    [jobId],
  );
  return result.rows[0] ?? { of: null, as: [] };
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
