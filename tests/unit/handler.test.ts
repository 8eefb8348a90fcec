import { afterEach, describe, expect, it, vi } from 'vitest';
import { handler } from '@/app/api/handler';
import { PoolFull } from '@/usecases/pool-full';

vi.mock('next/headers', () => ({ cookies: async () => ({}), headers: async () => new Headers() }));

const origin = 'http://127.0.0.1:3000';

/** What a handler answers whose work throws. */
async function answerTo(error: unknown, address = `${origin}/api/x`, headers: Record<string, string> = {}) {
  const handle = handler(async () => {
    if (error) throw error;
    return new Response('done');
  });
  return handle(new Request(address, { headers: { host: '127.0.0.1:3000', ...headers } }), {});
}

const ofDatabase = (code: string) => Object.assign(new Error('x'), { code, severity: 'ERROR' });

afterEach(() => {
  delete process.env.PUBLIC_ORIGIN;
});

describe('a handler', () => {
  it.each([
    [new PoolFull('full'), 503, '2'],
    [new Error('timeout exceeded when trying to connect'), 503, '2'],
    [new Error('Connection terminated unexpectedly'), 503, null],
    [ofDatabase('57P01'), 503, null],
    [ofDatabase('53100'), 507, null],
    [Object.assign(new Error('x'), { code: 'ENOSPC' }), 507, null],
    [ofDatabase('23505'), 500, null],
    [new TypeError('a bug'), 500, null],
    [undefined, 200, null],
  ])('answers %s with %i', async (error, status, retryAfter) => {
    const answer = await answerTo(error);
    expect(answer.status).toBe(status);
    expect(answer.headers.get('retry-after')).toBe(retryAfter);
    expect(await answer.text()).not.toContain('a bug');
  });

  it('refuses addresses that cannot be read and names that are not ours', async () => {
    expect((await answerTo(undefined, `${origin}/api/%00`)).status).toBe(400);
    expect((await answerTo(undefined, `${origin}/api/x?q=%00`)).status).toBe(400);
    expect((await answerTo(undefined, `${origin}/api/x`, { host: 'evil.test' })).status).toBe(421);
  });

  it('says behind HTTPS that it is never to be asked otherwise', async () => {
    expect((await answerTo(undefined)).headers.get('strict-transport-security')).toBeNull();
    process.env.PUBLIC_ORIGIN = 'https://keys.example';
    expect((await answerTo(undefined)).headers.get('strict-transport-security')).toMatch(/max-age=\d{7,}/);
    expect((await answerTo(ofDatabase('57P01'))).headers.get('strict-transport-security')).not.toBeNull();
  });
});
