import { randomBytes } from 'node:crypto';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { isUuid } from '@/core/kinds/is-uuid';
import { done, type Failed, failed } from '@/core/kinds/result';
import { type AttemptLimit, attemptLimit, growingLimit } from '@/data/attempt-limits';
import { appendAudit } from '@/data/audit';
import { isKnownDevice, noteDevice } from '@/data/known-devices';
import { findPasscodeHash, findPersonByName, listPeople, type PersonRow } from '@/data/people';
import { endSession, findLiveSession, lockSession } from '@/data/sessions';
import { findShop } from '@/data/shop';
import type { SignInInput } from '@/inputs/sign-in-input';
import { now } from '@/outside/clock';
import { database, transact } from '../database';
import { hashToken } from '../hash-token';
import { checkPasscode, type PasscodeLane } from './passcodes';
import { startSession, systemActor } from './sessions';

/** A hash nobody's passcode has, checked where the person is unknown so that the answer takes as long. */
const nobody =
  '$argon2id$v=19$m=19456,t=2,p=1$c29tZXNhbHRzb21lc2FsdA$u7kJ2m6lqTn8Q1mS3m0Jm6rB0h5b2u2cF8l0kQmJm0A';

export interface SignInOffer {
  readonly shopName: string;
  /** Of a demo shop only: elsewhere the page names nobody, and people type who they are. */
  readonly people: readonly PersonRow[];
}

/** What the sign-in page shows; undefined where the shop is not set up yet. */
export async function readSignInOffer(): Promise<SignInOffer | undefined> {
  const shop = await findShop(database());
  if (!shop) return undefined;
  return { shopName: shop.name, people: shop.isDemo ? await listPeople(database()) : [] };
}

/** A refusal that says how long to wait, told at once. */
export interface Refused extends Failed {
  readonly waitSeconds?: number;
}

/** Where a passcode is typed. */
export interface SignInOrigin {
  readonly device: string;
  /** Undefined where every request comes from this machine, so that an address says nothing. */
  readonly address: string | undefined;
  /** The cookie of a device on which somebody signed in before. */
  readonly deviceToken: string | undefined;
  /** The session this browser had; it ends with the new one. */
  readonly session: string | undefined;
}

/**
 * Starts a session. Wrong passcodes are counted for the person, and for the address where there is one; on a device on
 * which this person signed in before they are counted for that device alone, so that nobody is kept out by guesses made
 * elsewhere.
 */
export async function signIn(
  origin: SignInOrigin,
  input: SignInInput,
): Promise<{ ok: true; value: { token: string; deviceToken: string } } | Refused> {
  const who = input.who.trim();
  const personId = isUuid(who) ? who : await findPersonByName(database(), who);
  const device = origin.deviceToken && hashToken(origin.deviceToken);
  const known =
    device !== undefined && device !== '' && personId !== undefined
      ? await isKnownDevice(database(), device, personId)
      : false;
  const counted = known
    ? `${device?.toString('hex')} ${personId}`
    : hashToken(who.toLowerCase()).toString('hex');
  const counts: [AttemptLimit, string][] = [[known ? limits().device : limits().person, counted]];
  // Unknown people count for themselves only: they must not use up the address of everybody there.
  if (!known && origin.address !== undefined && (await isSomebody(personId)))
    counts.push([limits().address, origin.address]);

  const proved = await prove(systemActor(origin.device), personId, input.passcode, counts, {
    lane: known ? 'known' : 'outside',
    action: 'session.refused',
  });
  if (!proved.ok || personId === undefined) return proved.ok ? wrong : proved;
  const deviceToken = origin.deviceToken ?? randomBytes(32).toString('base64url');
  const at = now();
  await noteDevice(database(), hashToken(deviceToken), personId, at);
  if (origin.session !== undefined) await endOld(origin.session, at);
  return done({ token: await startSession(personId, origin.device), deviceToken });
}

async function isSomebody(personId: string | undefined): Promise<boolean> {
  return personId !== undefined && (await findPasscodeHash(database(), personId)) !== undefined;
}

/** Opens a locked session again with the passcode of its person. Only guesses made in this session slow it. */
export async function unlock(
  actor: PersonActor,
  passcode: string,
): Promise<{ ok: true; value: null } | Refused> {
  const proved = await prove(actor, actor.personId, passcode, [[limits().session, actor.sessionId]], {
    lane: 'known',
    action: 'passcode.refused',
  });
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

/** Whether whoever is at this screen has the passcode of its session; guesses slow this session alone. */
export function provePresence(
  actor: PersonActor,
  passcode: string,
): Promise<{ ok: true; value: null } | Refused> {
  return prove(actor, actor.personId, passcode, [[limits().session, actor.sessionId]], {
    lane: 'known',
    action: 'passcode.refused',
  });
}

/** Whether somebody who stands beside a signed-in person typed the own passcode; guesses slow that person alone. */
export function proveSecond(
  actor: PersonActor,
  personId: string,
  passcode: string,
): Promise<{ ok: true; value: null } | Refused> {
  return prove(actor, personId, passcode, [[limits().second, `${actor.personId} ${personId}`]], {
    lane: 'known',
    action: 'passcode.refused',
  });
}

const wrong: Refused = failed('This passcode does not fit the person.', 'passcode');

/** Counts the attempt everywhere it counts, then looks at the passcode; a refusal is on record. */
async function prove(
  actor: Actor,
  personId: string | undefined,
  passcode: string,
  counts: readonly (readonly [AttemptLimit, string])[],
  { lane, action }: { readonly lane: PasscodeLane; readonly action: string },
): Promise<{ ok: true; value: null } | Refused> {
  const waits: number[] = [];
  for (const [limit, key] of counts) waits.push((await limit.take(key)) ?? 0);
  const waitSeconds = Math.max(...waits);
  if (waitSeconds > 0)
    return {
      ...failed(`Too many attempts. Try again in ${waitWords(waitSeconds)}.`, 'lockedOut'),
      waitSeconds,
    };
  const passcodeHash = personId === undefined ? undefined : await findPasscodeHash(database(), personId);
  const fits = await checkPasscode(lane, passcodeHash ?? nobody, passcode);
  if (passcodeHash !== undefined && fits) {
    for (const [limit, key] of counts) await limit.clear(key);
    return done(null);
  }
  await transact((db) =>
    appendAudit(db, actor, {
      action,
      subjectKind: 'person',
      subjectId: passcodeHash === undefined ? null : (personId ?? null),
    }),
  );
  return wrong;
}

function waitWords(seconds: number): string {
  return seconds < 100 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`;
}

/** Ends the session a browser had before somebody signed in on it anew. */
async function endOld(token: string, at: Date): Promise<void> {
  const old = await findLiveSession(database(), hashToken(token), new Date(0));
  if (!old) return;
  await transact(async (db) => {
    await endSession(db, old.sessionId, at);
    await appendAudit(db, systemActor('sign-in'), {
      action: 'session.ended',
      subjectKind: 'session',
      subjectId: old.sessionId,
    });
  });
}

const growth = { free: 6, longestSeconds: 900 };
let made: Record<'person' | 'device' | 'session' | 'second' | 'address', AttemptLimit> | undefined;

function limits() {
  made ??= {
    person: growingLimit(database(), 'sign-in-person', growth),
    device: growingLimit(database(), 'sign-in-device', growth),
    session: growingLimit(database(), 'unlock', growth),
    second: growingLimit(database(), 'second-person', growth),
    address: attemptLimit(database(), 'sign-in-address', 40, 900),
  };
  return made;
}
