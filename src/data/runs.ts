import type { Call } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import type { RunEvent } from '@/core/run/events/run-events';
import type { Lease } from '@/core/run/lease';
import type { RunBasis } from '@/core/run/run-basis';
import type { RunLog } from '@/core/run/run-log';
import { type Db, onlyRow } from './db';

/** A run as it stands, without what it rests on. */
export interface RunRow {
  readonly id: string;
  readonly jobId: string;
  readonly jobNumber: number;
  readonly isJobClosed: boolean;
  readonly startedAt: Date;
  readonly startedBy: string;
  readonly endedAt: Date | null;
  readonly lastSeq: number;
  readonly state: RunLog;
  readonly lease: Lease | null;
  /** Who drives, by name. */
  readonly driverName: string | null;
  readonly askedName: string | null;
  /** The database's clock, by which leases go. */
  readonly nowMs: number;
}

const columns = `r.id, r.job_id AS "jobId", j.number AS "jobNumber", j.closed_at IS NOT NULL AS "isJobClosed",
  r.started_at AS "startedAt", starter.name AS "startedBy", r.ended_at AS "endedAt", r.last_seq AS "lastSeq", r.state, r.lease,
  (SELECT name FROM person WHERE id::text = r.lease->'driver'->>'personId') AS "driverName",
  (SELECT name FROM person WHERE id::text = r.lease->'asked'->'by'->>'personId') AS "askedName",
  round(extract(epoch FROM clock_timestamp()) * 1000)::float8 AS "nowMs"`;
const tables = 'run r JOIN job j ON j.id = r.job_id JOIN person starter ON starter.id = r.started_by';

export async function findRun(db: Db, id: string): Promise<RunRow | undefined> {
  const found = await db.query<RunRow>(`SELECT ${columns} FROM ${tables} WHERE r.id = $1`, [id]);
  return found.rows[0];
}

/** A run with its row locked. */
export async function lockRun(db: Db, id: string): Promise<RunRow | undefined> {
  const found = await db.query<RunRow>(`SELECT ${columns} FROM ${tables} WHERE r.id = $1 FOR UPDATE OF r`, [
    id,
  ]);
  return found.rows[0];
}

/** The runs of a job, the latest first. */
export async function listRuns(db: Db, jobId: string): Promise<RunRow[]> {
  const found = await db.query<RunRow>(
    `SELECT ${columns} FROM ${tables} WHERE r.job_id = $1 ORDER BY r.started_at DESC, r.id`,
    [jobId],
  );
  return found.rows;
}

/** An open run in which something timed has begun, with its car in the caller's words. */
export interface TimedRun extends Pick<Call, 'make' | 'model' | 'carWords' | 'year'> {
  readonly id: string;
  readonly jobNumber: number;
  readonly begun: NonNullable<RunLog['begun']>;
}

export async function listTimedRuns(db: Db): Promise<TimedRun[]> {
  const found = await db.query<TimedRun>(
    `SELECT r.id, j.number AS "jobNumber", r.state->'begun' AS begun, mk.name AS make, md.name AS model,
       j.car_words AS "carWords", j.year
     FROM run r JOIN job j ON j.id = r.job_id LEFT JOIN make mk ON mk.id = j.make_id LEFT JOIN model md ON md.id = j.model_id
     WHERE r.ended_at IS NULL AND j.closed_at IS NULL AND r.state->'begun' <> 'null' ORDER BY r.id`,
  );
  return found.rows;
}

/** The database's clock, by which leases go. */
export async function readDatabaseMs(db: Db): Promise<number> {
  const found = await db.query<{ nowMs: number }>(
    'SELECT round(extract(epoch FROM clock_timestamp()) * 1000)::float8 AS "nowMs"',
  );
  return onlyRow(found).nowMs;
}

/** What a run rests on, which never changes. */
export async function findRunBasis(db: Db, id: string): Promise<RunBasis | undefined> {
  const found = await db.query<{ basis: RunBasis }>('SELECT basis FROM run WHERE id = $1', [id]);
  return found.rows[0]?.basis;
}

/** Locks the job that a run is of, so that a refusal made meanwhile wins. */
export async function lockJobOfRun(db: Db, id: string): Promise<void> {
  await db.query('SELECT 1 FROM job WHERE id = (SELECT job_id FROM run WHERE id = $1) FOR UPDATE', [id]);
}

export async function insertRun(
  db: Db,
  actor: PersonActor,
  run: {
    readonly id: string;
    readonly jobId: string;
    readonly basis: RunBasis;
    readonly state: RunLog;
    readonly lease: Lease;
  },
): Promise<void> {
  await db.query(
    `INSERT INTO run (id, job_id, basis, started_at, started_by, state, lease) VALUES ($1, $2, $3, $4, $5, $6, $7)`,
    [
      run.id,
      run.jobId,
      JSON.stringify(run.basis),
      actor.at,
      actor.personId,
      JSON.stringify(run.state),
      JSON.stringify(run.lease),
    ],
  );
}

/** Keeps how far a run has come. */
export async function updateRun(
  db: Db,
  run: {
    readonly id: string;
    readonly lastSeq: number;
    readonly state: RunLog;
    readonly lease: Lease | null;
    readonly endedAt: Date | null;
  },
): Promise<void> {
  await db.query('UPDATE run SET last_seq = $2, state = $3, lease = $4, ended_at = $5 WHERE id = $1', [
    run.id,
    run.lastSeq,
    JSON.stringify(run.state),
    run.lease && JSON.stringify(run.lease),
    run.endedAt,
  ]);
}

export async function updateLease(db: Db, id: string, lease: Lease | null): Promise<void> {
  await db.query('UPDATE run SET lease = $2 WHERE id = $1', [id, lease && JSON.stringify(lease)]);
}

/** An event of a run as it stands. */
export interface RunEventRow {
  readonly seq: number;
  readonly id: string;
  readonly event: RunEvent;
  readonly device: string;
  readonly by: string;
}

/** The events of a run after a sequence, in their order. */
export async function listRunEvents(db: Db, id: string, after = 0): Promise<RunEventRow[]> {
  const found = await db.query<RunEventRow>(
    `SELECT e.seq, e.id, e.content || jsonb_build_object('kind', e.kind) AS event, e.device, p.name AS by
     FROM run_event e JOIN person p ON p.id = e.actor_id WHERE e.run_id = $1 AND e.seq > $2 ORDER BY e.seq`,
    [id, after],
  );
  return found.rows;
}

/** Whether the car was told anything in a run. */
export async function hasCommanded(db: Db, id: string): Promise<boolean> {
  const found = await db.query("SELECT 1 FROM run_event WHERE run_id = $1 AND kind = 'commanded' LIMIT 1", [
    id,
  ]);
  return found.rowCount === 1;
}

/** What became of event ids that were seen before. */
export type SeenRunEvent = { readonly id: string } & (
  | { readonly seq: number }
  | { readonly seq: null; readonly reason: string }
);

export async function listSeenRunEvents(
  db: Db,
  runId: string,
  ids: readonly string[],
): Promise<SeenRunEvent[]> {
  const found = await db.query<SeenRunEvent>(
    `SELECT id, seq, NULL AS reason FROM run_event WHERE run_id = $1 AND id = ANY($2)
     UNION ALL SELECT id, NULL, reason FROM run_event_refused WHERE run_id = $1 AND id = ANY($2)`,
    [runId, ids],
  );
  return found.rows;
}

/** An event that is taken into a run. */
export interface NewRunEvent {
  readonly id: string;
  readonly seq: number;
  readonly event: RunEvent;
  readonly deviceAt: Date;
}

/** Appends events under the run's row lock, which the caller holds. */
export async function appendRunEvents(
  db: Db,
  actor: PersonActor,
  {
    runId,
    device,
    events,
  }: { readonly runId: string; readonly device: string; readonly events: readonly NewRunEvent[] },
): Promise<void> {
  const rows = events.map(({ id, seq, event: { kind, ...content }, deviceAt }) => ({
    id,
    seq,
    kind,
    content,
    deviceAt,
  }));
  await db.query(
    `INSERT INTO run_event (run_id, id, seq, kind, content, actor_id, device, device_at, received_at)
     SELECT $1, id, seq, kind, content, $3, $4, "deviceAt", $5
     FROM jsonb_to_recordset($2::jsonb) AS e(id uuid, seq integer, kind text, content jsonb, "deviceAt" timestamptz)`,
    [runId, JSON.stringify(rows), actor.personId, device, actor.at],
  );
}

export async function keepRefusedRunEvent(
  db: Db,
  actor: PersonActor,
  refused: { readonly runId: string; readonly id: string; readonly kind: string; readonly reason: string },
): Promise<void> {
  await db.query(
    `INSERT INTO run_event_refused (run_id, id, kind, reason, received_at, actor_id) VALUES ($1, $2, $3, $4, $5, $6)`,
    [refused.runId, refused.id, refused.kind, refused.reason, actor.at, actor.personId],
  );
}

/**
 * Uses a counted licence up by one, once for an event.
 * @returns whether there was a use left
 */
export async function takeRight(
  db: Db,
  actor: PersonActor,
  use: {
    readonly id: string;
    readonly runId: string;
    readonly jobId: string;
    readonly vanId: string;
    readonly name: string;
  },
): Promise<boolean> {
  const taken = await db.query(
    `WITH taken AS (
       UPDATE tool_right SET credits = credits - 1 WHERE van_id = $4 AND name = $5 AND credits > 0
       RETURNING van_id, name, use_minor)
     INSERT INTO right_use (id, run_id, job_id, van_id, name, use_minor, used_at, used_by)
     SELECT $1, $2, $3, van_id, name, use_minor, $6, $7 FROM taken`,
    [use.id, use.runId, use.jobId, use.vanId, use.name, actor.at, actor.personId],
  );
  return taken.rowCount === 1;
}

/** Licences that a job used up, with how often. */
export async function listRightUses(db: Db, jobId: string): Promise<{ name: string; uses: number }[]> {
  const found = await db.query<{ name: string; uses: number }>(
    'SELECT name, count(*)::integer AS uses FROM right_use WHERE job_id = $1 GROUP BY name ORDER BY name',
    [jobId],
  );
  return found.rows;
}
