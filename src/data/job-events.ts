import { foldEvents, type JobEvent, type JobLog } from '@/core/job/events';
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
  return { log: foldEvents(result.rows.map(toEvent)), lastSeq: result.rows.length };
}

function toEvent({ kind, content }: EventRow): JobEvent {
  if (kind === 'doorOpened') return { kind, ...content, at: new Date(String(content.at)) } as JobEvent;
  if (kind !== 'attemptRecorded') return { kind, ...content } as JobEvent;
  const { from, to, ...rest } = content as { from: string; to: string };
  return { kind, from: new Date(from), to: new Date(to), ...rest } as JobEvent;
}

/** What became of an event id that was seen before. */
export type SeenEvent = { readonly seq: number } | { readonly refused: string };

export async function findSeenEvent(db: Db, jobId: string, id: string): Promise<SeenEvent | undefined> {
  const accepted = await db.query<{ seq: number }>(
    'SELECT seq FROM job_event WHERE job_id = $1 AND id = $2',
    [jobId, id],
  );
  if (accepted.rows[0]) return accepted.rows[0];
  const refused = await db.query<{ reason: string }>(
    'SELECT reason FROM job_event_refused WHERE job_id = $1 AND id = $2',
    [jobId, id],
  );
  return refused.rows[0] ? { refused: refused.rows[0].reason } : undefined;
}

/** Who recorded an attempt that stands. */
export async function findAttemptAuthor(
  db: Db,
  jobId: string,
  attemptId: string,
): Promise<string | undefined> {
  const result = await db.query<{ actorId: string | null }>(
    `SELECT actor_id AS "actorId" FROM job_event
     WHERE job_id = $1 AND kind = 'attemptRecorded' AND content->>'attemptId' = $2 ORDER BY seq DESC LIMIT 1`,
    [jobId, attemptId],
  );
  return result.rows[0]?.actorId ?? undefined;
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
