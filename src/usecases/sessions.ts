import { randomBytes } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import { mayDo } from '@/core/authority/roles';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { type AttemptLimit, attemptLimit } from '@/data/attempt-limits';
import { appendAudit } from '@/data/audit';
import { findPasscodeHash, listPeople, type PersonRow } from '@/data/people';
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
import { findShop, getShopOrThrow } from '@/data/shop';
import type { SignInInput } from '@/inputs/sign-in-input';
import { now } from '@/outside/clock';
import { database, transact } from './database';
import { hashToken } from './hash-token';
import { checkPasscode } from './passcodes';

const idleHours = 12;
const touchEverySeconds = 60;

/** A hash nobody's passcode has, checked where the person is unknown so that the answer takes as long. */
const nobody =
  '$argon2id$v=19$m=19456,t=2,p=1$c29tZXNhbHRzb21lc2FsdA$u7kJ2m6lqTn8Q1mS3m0Jm6rB0h5b2u2cF8l0kQmJm0A';

export interface SignInOffer {
  readonly shopName: string;
  readonly people: readonly PersonRow[];
}

/** Who can be chosen on the sign-in page; undefined where the shop is not set up yet. */
export async function readSignInOffer(): Promise<SignInOffer | undefined> {
  const shop = await findShop(database());
  if (!shop) return undefined;
  const people = await listPeople(database());
  return {
    shopName: shop.name,
    people: people.map((person) => ({ ...person, demoPasscode: shop.isDemo ? person.demoPasscode : null })),
  };
}

/** Starts a session. Attempts are limited for each person and for each address. */
export async function signIn(
  origin: { readonly device: string; readonly address: string },
  input: SignInInput,
): Promise<Result<{ token: string }>> {
  const limits = attemptLimits();
  const waits = [await limits.address.take(origin.address), await limits.person.take(input.personId)];
  const wait = Math.max(...waits.map((seconds) => seconds ?? 0));
  if (wait > 0) return failed(`Too many attempts. Try again in ${Math.ceil(wait / 60)} min.`, 'lockedOut');

  const passcodeHash = await findPasscodeHash(database(), input.personId);
  const fits = await checkPasscode(passcodeHash ?? nobody, input.passcode).catch(() => false);
  if (!passcodeHash || !fits) {
    await transact((db) =>
      appendAudit(db, systemActor(origin.device), {
        action: 'session.refused',
        subjectKind: 'person',
        subjectId: passcodeHash ? input.personId : null,
      }),
    );
    return failed('This passcode does not fit the person chosen.', 'passcode');
  }
  await limits.person.clear(input.personId);
  return done({ token: await startSession(input.personId, origin.device) });
}

/** Whether a passcode is the person's own; counted against the same limits as signing in. */
export async function provePasscode(
  actor: PersonActor,
  personId: string,
  passcode: string,
): Promise<Result<null>> {
  const wait = await attemptLimits().person.take(personId);
  if (wait) return failed(`Too many attempts. Try again in ${Math.ceil(wait / 60)} min.`, 'lockedOut');
  const passcodeHash = await findPasscodeHash(database(), personId);
  const fits = await checkPasscode(passcodeHash ?? nobody, passcode).catch(() => false);
  if (passcodeHash && fits) {
    await attemptLimits().person.clear(personId);
    return done(null);
  }
  await transact((db) =>
    appendAudit(db, actor, { action: 'passcode.refused', subjectKind: 'person', subjectId: personId }),
  );
  return failed('This passcode does not fit the person chosen.', 'passcode');
}

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

/** The person a session token stands for. Idle for the shop's minutes it is locked here, whatever the screen shows. */
export async function readSession(token: string, device: string): Promise<SessionState> {
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
  if (at.getTime() - session.seenAt.getTime() > touchEverySeconds * 1000) {
    await touchSession(database(), session.sessionId, at);
  }
  return { kind: 'live', actor };
}

/** The sessions of these in which what was shown may still be told; asking is no use of a session. */
export async function whichAreOpen(sessionIds: readonly string[]): Promise<Set<string>> {
  const { lockMinutes } = await getShopOrThrow(database());
  const usedSince = new Date(now().getTime() - lockMinutes * 60_000);
  return new Set(await listOpenSessions(database(), sessionIds, usedSince));
}

/** Locks the session of this person now. */
export async function lockNow(actor: PersonActor): Promise<void> {
  await lockSession(database(), actor.sessionId, actor.at, actor.at);
}

/** Opens a locked session again with the passcode of its person. */
export async function unlock(actor: PersonActor, passcode: string): Promise<Result<null>> {
  const proved = await provePasscode(actor, actor.personId, passcode);
  if (!proved.ok) return proved;
  await transact(async (db) => {
    await lockSession(db, actor.sessionId, null, actor.at);
    await appendAudit(db, actor, {
      action: 'session.unlocked',
      subjectKind: 'session',
      subjectId: actor.sessionId,
    });
  });
  return done(null);
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

let limits: { person: AttemptLimit; address: AttemptLimit } | undefined;

function attemptLimits(): { person: AttemptLimit; address: AttemptLimit } {
  limits ??= {
    person: attemptLimit(database(), 'sign-in-person', 6, 900),
    address: attemptLimit(database(), 'sign-in-address', 40, 900),
  };
  return limits;
}
