import type { Role } from '@/core/kinds/actor';
import type { Db } from './db';

export interface NewSession {
  readonly id: string;
  readonly tokenHash: Buffer;
  readonly personId: string;
  readonly device: string;
  readonly startedAt: Date;
}

export interface LiveSession {
  readonly sessionId: string;
  readonly personId: string;
  readonly name: string;
  readonly role: Role;
  readonly seenAt: Date;
  readonly lockedAt: Date | null;
}

export async function insertSession(db: Db, session: NewSession): Promise<void> {
  await db.query(
    `INSERT INTO session (id, token_hash, person_id, device, started_at, seen_at) VALUES ($1, $2, $3, $4, $5, $5)`,
    [session.id, session.tokenHash, session.personId, session.device, session.startedAt],
  );
}

/** The session of a token, where it has not ended and was seen after `idleSince`. */
export async function findLiveSession(
  db: Db,
  tokenHash: Buffer,
  idleSince: Date,
): Promise<LiveSession | undefined> {
  const result = await db.query<LiveSession>(
    `SELECT s.id AS "sessionId", p.id AS "personId", p.name, p.role, s.seen_at AS "seenAt", s.locked_at AS "lockedAt"
     FROM session s JOIN person p ON p.id = s.person_id
     WHERE s.token_hash = $1 AND s.ended_at IS NULL AND s.seen_at > $2 AND p.left_at IS NULL`,
    [tokenHash, idleSince],
  );
  return result.rows[0];
}

/** Those of these sessions that run and are open: not ended, not locked, their person still here, used within the shop's minutes. */
export async function listOpenSessions(db: Db, sessionIds: readonly string[], at: Date): Promise<string[]> {
  const result = await db.query<{ id: string }>(
    `SELECT s.id FROM session s JOIN person p ON p.id = s.person_id
     WHERE s.id = ANY($1) AND s.ended_at IS NULL AND s.locked_at IS NULL AND p.left_at IS NULL
       AND s.seen_at > $2::timestamptz - make_interval(mins => (SELECT lock_minutes FROM shop))`,
    [sessionIds, at],
  );
  return result.rows.map(({ id }) => id);
}

export async function touchSession(db: Db, sessionId: string, at: Date): Promise<void> {
  await db.query('UPDATE session SET seen_at = greatest(seen_at, $2) WHERE id = $1', [sessionId, at]);
}

/** Locks a session, or with null opens it again as seen now. */
export async function lockSession(db: Db, sessionId: string, lockedAt: Date | null, at: Date): Promise<void> {
  await db.query(
    'UPDATE session SET locked_at = $2, seen_at = CASE WHEN $2::timestamptz IS NULL THEN $3 ELSE seen_at END WHERE id = $1',
    [sessionId, lockedAt, at],
  );
}

export interface SessionRow {
  readonly id: string;
  readonly personId: string;
  readonly name: string;
  readonly role: Role;
  readonly device: string;
  readonly startedAt: Date;
  readonly seenAt: Date;
  readonly locked: boolean;
}

/** Sessions that have not ended, of one person or of all, newest first. */
export async function listSessions(db: Db, personId: string | null, idleSince: Date): Promise<SessionRow[]> {
  const result = await db.query<SessionRow>(
    `SELECT s.id, p.id AS "personId", p.name, p.role, s.device, s.started_at AS "startedAt", s.seen_at AS "seenAt",
       s.locked_at IS NOT NULL AS locked
     FROM session s JOIN person p ON p.id = s.person_id
     WHERE s.ended_at IS NULL AND s.seen_at > $2 AND ($1::uuid IS NULL OR s.person_id = $1)
     ORDER BY s.seen_at DESC, s.id LIMIT 200`,
    [personId, idleSince],
  );
  return result.rows;
}

/** Ends every session of a person. */
export async function endSessionsOf(db: Db, personId: string, at: Date): Promise<void> {
  await db.query('UPDATE session SET ended_at = $2 WHERE person_id = $1 AND ended_at IS NULL', [
    personId,
    at,
  ]);
}

export async function endSession(db: Db, sessionId: string, at: Date): Promise<void> {
  await db.query('UPDATE session SET ended_at = $2 WHERE id = $1 AND ended_at IS NULL', [sessionId, at]);
}
