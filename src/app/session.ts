import { cookies, headers } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import { cache } from 'react';
import { type Duty, mayDo } from '@/core/authority/roles';
import type { PersonActor } from '@/core/kinds/actor';
import { readSession, type SessionState } from '@/usecases/sessions';

const cookieName = 'kilnsman_session';

/** The session of this request, read once for each request. */
export const findSession = cache(async (): Promise<SessionState> => {
  const token = (await cookies()).get(cookieName)?.value;
  return token ? readSession(token, (await requestOrigin()).device) : { kind: 'none' };
});

/** The signed-in person of this request; nobody where the session is locked. */
export async function findActor(): Promise<PersonActor | undefined> {
  const session = await findSession();
  return session.kind === 'live' ? session.actor : undefined;
}

/** The signed-in person, or a redirect to the lock screen or the sign-in page. */
export async function requireActor(): Promise<PersonActor> {
  const session = await findSession();
  if (session.kind === 'live') return session.actor;
  if (session.kind === 'none') redirect('/sign-in');
  const path = (await headers()).get('x-path') ?? '/jobs';
  redirect(`/locked?to=${encodeURIComponent(path)}`);
}

/** The signed-in person whose role has a duty; a page of its own refusal for all others. */
export async function requireDuty(duty: Duty): Promise<PersonActor> {
  const actor = await requireActor();
  if (!mayDo(actor.role, duty)) notFound();
  return actor;
}

export async function keepSession(token: string): Promise<void> {
  (await cookies()).set(cookieName, token, {
    httpOnly: true,
    sameSite: 'lax',
    secure: process.env.PUBLIC_ORIGIN?.startsWith('https:') ?? false,
    path: '/',
    maxAge: 30 * 86_400,
  });
}

export async function dropSession(): Promise<void> {
  (await cookies()).delete(cookieName);
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
