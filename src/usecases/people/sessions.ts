import { randomBytes } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import { mayDo } from '@/core/authority/roles';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import {
  endSession,
  findLiveSession,
  insertSession,
  listOpenSessions,
  listSessions,
  lockSession,
  type SessionRow,
  touchSession,
} from '@/data/sessions';
import { getShopOrThrow } from '@/data/shop';
import { now } from '@/outside/clock';
import { database, transact } from '../database';
import { hashToken } from '../hash-token';

const idleHours = 12;
const touchEverySeconds = 60;

export async function signOut(actor: PersonActor): Promise<void> {
  await transact(async (db) => {
    await endSession(db, actor.sessionId, actor.at);
    await appendAudit(db, actor, {
      action: 'session.ended',
      subjectKind: 'session',
      subjectId: actor.sessionId,
    });
  });
}

/** What a session token stands for: a person, a locked screen, or nothing any more. */
export type SessionState =
  | { readonly kind: 'live'; readonly actor: PersonActor }
  | { readonly kind: 'locked'; readonly actor: PersonActor }
  | { readonly kind: 'none' };

/**
 * The person a session token stands for. Idle for the shop's minutes it is locked here, whatever the screen shows.
 * @param isUse whether asking is a use of the session; what a page asks by itself is none
 */
export async function readSession(token: string, device: string, isUse = true): Promise<SessionState> {
  const at = now();
  const idleSince = new Date(at.getTime() - idleHours * 3_600_000);
  const session = await findLiveSession(database(), hashToken(token), idleSince);
  if (!session) return { kind: 'none' };
  const { personId, role, name, sessionId } = session;
  const actor: PersonActor = { kind: 'person', personId, role, name, sessionId, device, at };
  if (session.lockedAt !== null) return { kind: 'locked', actor };
  const idleMs = at.getTime() - session.seenAt.getTime();
  if (idleMs > 60_000) {
    const { lockMinutes } = await getShopOrThrow(database());
    if (idleMs > lockMinutes * 60_000) {
      await lockSession(database(), sessionId, at, at);
      return { kind: 'locked', actor };
    }
  }
  if (isUse && at.getTime() - session.seenAt.getTime() > touchEverySeconds * 1000) {
    await touchSession(database(), session.sessionId, at);
  }
  return { kind: 'live', actor };
}

/** Somebody is at the screen though nobody touches it: a wait burns down, or hands are busy at the car. */
export async function stayInUse(db: Db, { sessionId, at }: PersonActor): Promise<void> {
  await touchSession(db, sessionId, at);
}

/** The sessions of these in which what was shown may still be told; asking is no use of a session. */
export async function whichAreOpen(sessionIds: readonly string[]): Promise<Set<string>> {
  return new Set(await listOpenSessions(database(), sessionIds, now()));
}

/** Locks the session of this person now. */
export async function lockNow(actor: PersonActor): Promise<void> {
  await lockSession(database(), actor.sessionId, actor.at, actor.at);
}

/** The sessions a person may end: the own ones, and for the proprietor all. */
export async function readSessions(actor: PersonActor): Promise<SessionRow[]> {
  const own = mayDo(actor.role, 'managePeople') ? null : actor.personId;
  return listSessions(database(), own, new Date(actor.at.getTime() - idleHours * 3_600_000));
}

/** Ends a session from the list; what it was doing is refused from its next request on. */
export async function endSessionById(actor: PersonActor, id: string): Promise<Result<null>> {
  const found = (await readSessions(actor)).find((one) => one.id === id);
  if (!found) return failed('There is no such session, or it has ended.');
  await transact(async (db) => {
    await endSession(db, id, actor.at);
    await appendAudit(db, actor, { action: 'session.ended', subjectKind: 'session', subjectId: id });
  });
  return done(null);
}

/** Starts a session without a passcode: for a person who has just proved who they are. */
export async function startSession(personId: string, device: string): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  const at = now();
  const id = uuid();
  await transact(async (db) => {
    await insertSession(db, { id, tokenHash: hashToken(token), personId, device, startedAt: at });
    await appendAudit(db, systemActor(device), {
      action: 'session.started',
      subjectKind: 'session',
      subjectId: id,
      details: { personId },
    });
  });
  return token;
}

export function systemActor(device: string): Actor {
  return { kind: 'system', device, at: now() };
}
