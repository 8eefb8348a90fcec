import { eventOf, foldEvents, type JobEvent } from '@/core/job/events/events';
import type { JobLog } from '@/core/job/events/log';
import { type Actor, actorId } from '@/core/kinds/actor';
import type { Db } from './db';

export interface NewEvent {
  readonly id: string;
  readonly event: JobEvent;
  readonly deviceAt: Date;
  readonly basedOn: number;
}

interface EventRow {
  readonly kind: JobEvent['kind'];
  readonly content: Record<string, unknown>;
}

/** The fold of a job's events, and the sequence it has come to. */
export async function readJobLog(db: Db, jobId: string): Promise<{ log: JobLog; lastSeq: number }> {
  const result = await db.query<EventRow>(
    'SELECT kind, content FROM job_event WHERE job_id = $1 ORDER BY seq',
    [jobId],
  );
  return {
    log: foldEvents(result.rows.map(({ kind, content }) => eventOf(kind, content))),
    lastSeq: result.rows.length,
  };
}

/** What became of an event id that was seen before. */
export type SeenEvent = { readonly seq: number } | { readonly refused: string };

export async function findSeenEvent(db: Db, jobId: string, id: string): Promise<SeenEvent | undefined> {
  const result = await db.query<{ seq: number | null; reason: string | null }>(
    `SELECT seq, NULL AS reason FROM job_event WHERE job_id = $1 AND id = $2
     UNION ALL SELECT NULL, reason FROM job_event_refused WHERE job_id = $1 AND id = $2 LIMIT 1`,
    [jobId, id],
  );
  const [seen] = result.rows;
  if (!seen) return undefined;
  return seen.seq === null ? { refused: seen.reason ?? '' } : { seq: seen.seq };
}

/** The attempts of a job that somebody recorded, by id; one that was withdrawn and recorded again is the last one's. */
export async function listOwnAttempts(db: Db, jobId: string, personId: string): Promise<Set<string>> {
  const result = await db.query<{ attemptId: string }>(
    `SELECT "attemptId" FROM (
       SELECT DISTINCT ON (content->>'attemptId') content->>'attemptId' AS "attemptId", actor_id FROM job_event
       WHERE job_id = $1 AND kind = 'attemptRecorded' ORDER BY content->>'attemptId', seq DESC) newest
     WHERE actor_id = $2`,
    [jobId, personId],
  );
  return new Set(result.rows.map(({ attemptId }) => attemptId));
}

/** Appends an event under the job's row lock, which the caller holds. */
export async function appendEvent(
  db: Db,
  jobId: string,
  actor: Actor,
  seq: number,
  made: NewEvent,
): Promise<void> {
  const { kind, ...content } = made.event;
  await db.query(
    `INSERT INTO job_event (job_id, id, seq, kind, content, actor_kind, actor_id, device, device_at, received_at, based_on)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
    [
      jobId,
      made.id,
      seq,
      kind,
      JSON.stringify(content),
      actor.kind,
      actorId(actor),
      actor.device,
      made.deviceAt,
      actor.at,
      made.basedOn,
    ],
  );
}

export async function keepRefusedEvent(
  db: Db,
  jobId: string,
  actor: Actor,
  refused: { readonly id: string; readonly kind: string; readonly reason: string },
): Promise<void> {
  await db.query(
    `INSERT INTO job_event_refused (job_id, id, kind, reason, received_at, actor_kind, actor_id)
     VALUES ($1, $2, $3, $4, $5, $6, $7)`,
    [jobId, refused.id, refused.kind, refused.reason, actor.at, actor.kind, actorId(actor)],
  );
}
