import { afterAll, afterEach, describe, expect, it, vi } from 'vitest';
import { keepOfferCookie } from '@/app/offer/offer-cookie';
import { keepDevice, keepSession, signInOrigin } from '@/app/session';

const kept = vi.hoisted(() => {
  // Files share their modules: this one begins and ends with its own.
  vi.resetModules();
  return new Map<string, { value: string } & Record<string, unknown>>();
});
afterAll(() => void vi.resetModules());
vi.mock('next/headers', () => ({
  cookies: async () => ({
    get: (name: string) => kept.get(name),
    set: (name: string, value: string, options: object) => kept.set(name, { value, ...options }),
    delete: () => {},
  }),
  headers: async () => new Headers({ 'user-agent': 'test', 'x-forwarded-for': '203.0.113.9' }),
}));

const token = 'A'.repeat(43);
afterEach(() => {
  kept.clear();
  delete process.env.PUBLIC_ORIGIN;
  delete process.env.TRUSTED_PROXY;
});

async function keepAll() {
  await keepSession(token);
  await keepDevice(token);
  await keepOfferCookie(token, new Date(0));
}

describe('cookies', () => {
  it('are kept from scripts and foreign pages, on this machine without HTTPS', async () => {
    await keepAll();
    expect([...kept.keys()]).toEqual(['kilnsman_session', 'kilnsman_device', 'kilnsman_offer']);
    for (const cookie of kept.values())
      expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'lax', secure: false });
  });

  it('are held to this host and to secure connections behind HTTPS', async () => {
    process.env.PUBLIC_ORIGIN = 'https://keys.example';
    await keepAll();
    expect([...kept.keys()]).toEqual([
      '__Host-kilnsman_session',
      '__Host-kilnsman_device',
      '__Secure-kilnsman_offer',
    ]);
    for (const cookie of kept.values()) expect(cookie).toMatchObject({ httpOnly: true, secure: true });
    expect(kept.get('__Host-kilnsman_session')).toMatchObject({ path: '/' });
    // One that was set without the prefix, as a neighbour's page could, is not read.
    kept.clear();
    kept.set('kilnsman_session', { value: token });
    expect((await signInOrigin()).session).toBeUndefined();
  });
});

describe('where a passcode is typed', () => {
  it('names an address only behind a proxy that was set, and a device only in its own form', async () => {
    kept.set('kilnsman_device', { value: 'short' });
    expect(await signInOrigin()).toEqual({
      device: 'test',
      address: undefined,
      deviceToken: undefined,
      session: undefined,
    });
    process.env.TRUSTED_PROXY = 'yes';
    kept.set('kilnsman_device', { value: token });
    expect(await signInOrigin()).toMatchObject({ address: '203.0.113.9', deviceToken: token });
  });
});
