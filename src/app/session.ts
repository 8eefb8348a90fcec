import { cookies, headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import type { PersonActor } from '@/core/kinds/actor';
import { readActor } from '@/usecases/sessions';

const cookieName = 'kilnsman_session';

/** The signed-in person of this request, read once for each request. */
export const findActor = cache(async (): Promise<PersonActor | undefined> => {
  const token = (await cookies()).get(cookieName)?.value;
  return token ? readActor(token, (await requestOrigin()).device) : undefined;
});

/** The signed-in person, or a redirect to the sign-in page. */
export async function requireActor(): Promise<PersonActor> {
  return (await findActor()) ?? redirect('/sign-in');
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
