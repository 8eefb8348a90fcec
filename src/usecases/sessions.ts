import { createHash, randomBytes } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { type AttemptLimit, attemptLimit } from '@/data/attempt-limits';
import { appendAudit } from '@/data/audit';
import { findPasscodeHash, listPeople, type PersonRow } from '@/data/people';
import { endSession, findLiveSession, insertSession, touchSession } from '@/data/sessions';
import { findShop } from '@/data/shop';
import type { SignInInput } from '@/inputs/sign-in-input';
import { now } from '@/outside/clock';
import { database, transact } from './database';
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
  if (wait > 0) return failed(`Too many attempts. Try again in ${Math.ceil(wait / 60)} min.`, 'passcode');

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

/** The person a session token stands for, or undefined where the session ended or was idle for too long. */
export async function readActor(token: string, device: string): Promise<PersonActor | undefined> {
  const at = now();
  const idleSince = new Date(at.getTime() - idleHours * 3_600_000);
  const session = await findLiveSession(database(), hashToken(token), idleSince);
  if (!session) return undefined;
  if (at.getTime() - session.seenAt.getTime() > touchEverySeconds * 1000) {
    await touchSession(database(), session.sessionId, at);
  }
  const { personId, role, name, sessionId } = session;
  return { kind: 'person', personId, role, name, sessionId, device, at };
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

function hashToken(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}

let limits: { person: AttemptLimit; address: AttemptLimit } | undefined;

function attemptLimits(): { person: AttemptLimit; address: AttemptLimit } {
  limits ??= {
    person: attemptLimit(database(), 'sign-in-person', 6, 900),
    address: attemptLimit(database(), 'sign-in-address', 40, 900),
  };
  return limits;
}
