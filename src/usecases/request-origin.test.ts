import { afterEach, describe, expect, it } from 'vitest';
import { checkRequestOrigin } from './request-origin';

const ask = (method: string, headers: Record<string, string>) =>
  checkRequestOrigin(method, new Headers(headers))?.status;

afterEach(() => {
  delete process.env.PORT;
  delete process.env.PUBLIC_ORIGIN;
});

describe('checkRequestOrigin', () => {
  it.each([
    ['GET', { host: '127.0.0.1:3000' }, undefined],
    ['GET', { host: 'localhost:3000' }, undefined],
    ['GET', { host: '[::1]:3000' }, undefined],
    ['GET', { host: 'evil.test:3000' }, 421],
    ['GET', { host: '127.0.0.1:9' }, 421],
    ['GET', {}, 421],
    ['GET', { host: 'localhost:3000', origin: 'http://evil.test' }, undefined],
    ['POST', { host: 'localhost:3000', origin: 'http://localhost:3000' }, undefined],
    ['POST', { host: 'localhost:3000', origin: 'http://evil.test' }, 403],
    ['POST', { host: 'localhost:3000', origin: 'null' }, 403],
    ['POST', { host: 'localhost:3000', origin: 'https://localhost:3000' }, 403],
    ['POST', { host: 'localhost:3000' }, 403],
    ['DELETE', { host: 'localhost:3000', origin: 'http://localhost:3000.evil.test' }, 403],
  ] as const)('%s with %j: %s', (method, headers, status) => {
    expect(ask(method, headers)).toBe(status);
  });

  it('answers at the port it was given and at the public origin', () => {
    process.env.PORT = '4100';
    process.env.PUBLIC_ORIGIN = 'https://keys.lake.test';
    expect(ask('GET', { host: '127.0.0.1:3000' })).toBe(421);
    expect(ask('GET', { host: '127.0.0.1:4100' })).toBeUndefined();
    expect(ask('POST', { host: 'keys.lake.test', origin: 'https://keys.lake.test' })).toBeUndefined();
    expect(ask('POST', { host: 'keys.lake.test', origin: 'http://keys.lake.test' })).toBe(403);
  });
});
