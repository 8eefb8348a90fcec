import { cookies, headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import { type Duty, mayDo } from '@/core/authority/roles';
import type { PersonActor } from '@/core/kinds/actor';
import { readSession, type SessionState } from '@/usecases/people/sessions';
import type { SignInOrigin } from '@/usecases/people/sign-in';

/** The session of this request, read once for each request. */
export const findSession = cache(async (): Promise<SessionState> => {
  const token = (await cookies()).get(cookieNames().session)?.value;
  return token ? readSession(token, (await requestOrigin()).device) : { kind: 'none' };
});

/** The signed-in person of this request; nobody where the session is locked. */
export async function findActor(): Promise<PersonActor | undefined> {
  const session = await findSession();
  return session.kind === 'live' ? session.actor : undefined;
}

/** The signed-in person whose page asks by itself, which is no use of the session; where it is said, one whose screen is locked too. */
export async function findWatcher({ locked = false } = {}): Promise<PersonActor | undefined> {
  const token = (await cookies()).get(cookieNames().session)?.value;
  const session = token && (await readSession(token, (await requestOrigin()).device, false));
  return session && (session.kind === 'live' || (locked && session.kind === 'locked'))
    ? session.actor
    : undefined;
}

/** The signed-in person, or a redirect to the lock screen or the sign-in page. */
export async function requireActor(): Promise<PersonActor> {
  const session = await findSession();
  if (session.kind === 'live') return session.actor;
  if (session.kind === 'none') redirect('/sign-in');
  const path = (await headers()).get('x-path') ?? '/jobs';
  redirect(`/locked?to=${encodeURIComponent(path)}`);
}

/** The signed-in person whose role has a duty; all others are led to what they may do. */
export async function requireDuty(duty: Duty): Promise<PersonActor> {
  const actor = await requireActor();
  if (!mayDo(actor.role, duty)) redirect(`/settings/role?for=${duty}`);
  return actor;
}

export async function keepSession(token: string): Promise<void> {
  await keepCookie(cookieNames().session, token, 30);
}

/** Marks this browser as one on which somebody signed in. */
export async function keepDevice(token: string): Promise<void> {
  await keepCookie(cookieNames().device, token, 400);
}

export async function dropSession(): Promise<void> {
  (await cookies()).delete({ name: cookieNames().session, path: '/', secure: isSecure() });
}

/** Where a passcode is typed: device and address, and what this browser has of earlier sign-ins. */
export async function signInOrigin(): Promise<SignInOrigin> {
  const { device, address } = await requestOrigin();
  const kept = await cookies();
  const deviceToken = kept.get(cookieNames().device)?.value;
  return {
    device,
    address: process.env.TRUSTED_PROXY ? address : undefined,
    deviceToken: deviceToken && /^[A-Za-z0-9_-]{43}$/.test(deviceToken) ? deviceToken : undefined,
    session: kept.get(cookieNames().session)?.value,
  };
}

/** Behind HTTPS browsers keep a cookie of this prefix to this host, this path and secure connections. */
function cookieNames() {
  const prefix = isSecure() ? '__Host-' : '';
  return { session: `${prefix}kilnsman_session`, device: `${prefix}kilnsman_device` };
}

export function isSecure(): boolean {
  return process.env.PUBLIC_ORIGIN?.startsWith('https:') ?? false;
}

async function keepCookie(name: string, value: string, days: number): Promise<void> {
  (await cookies()).set(name, value, {
    httpOnly: true,
    sameSite: 'lax',
    secure: isSecure(),
    path: '/',
    maxAge: days * 86_400,
  });
}

/**
 * The device and address of this request. `X-Forwarded-For` counts only behind a proxy that was set;
 * otherwise every request comes from this machine, since the server listens on loopback.
 */
export async function requestOrigin(): Promise<{ device: string; address: string }> {
  const sent = await headers();
  const device =
    (sent.get('user-agent') ?? 'unknown').replace(/[^\x20-\x7e]/g, '').slice(0, 120) || 'unknown';
  const forwarded = process.env.TRUSTED_PROXY
    ? sent.get('x-forwarded-for')?.split(',').at(-1)?.trim()
    : undefined;
  return { device, address: (forwarded ?? '127.0.0.1').slice(0, 60) };
}
