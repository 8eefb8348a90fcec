import { afterEach, describe, expect, it } from 'vitest';
import { checkRequestOrigin, isReadableAddress, publicOriginProblem } from './request-origin';

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

describe('publicOriginProblem', () => {
  it.each([
    [undefined, undefined, true],
    ['https://keys.example', undefined, true],
    ['http://127.0.0.1:3000', undefined, true],
    ['http://localhost:3000', undefined, true],
    ['http://[::1]:3000', undefined, true],
    ['http://keys.example', undefined, false],
    ['http://192.168.4.2:3000', undefined, false],
    ['http://127.evil.example', undefined, false],
    ['http://192.168.4.2:3000', 'accepted', true],
    ['http://192.168.4.2:3000', 'yes', false],
    ['keys.example', undefined, false],
    ['ftp://127.0.0.1', undefined, false],
  ])('PUBLIC_ORIGIN %s with PLAIN_HTTP %s', (PUBLIC_ORIGIN, PLAIN_HTTP, stands) => {
    expect(publicOriginProblem({ PUBLIC_ORIGIN, PLAIN_HTTP }) === undefined).toBe(stands);
  });
});

describe('isReadableAddress', () => {
  it.each([
    ['http://h/jobs?q=halvorn%20merrowdale', true],
    ['http://h/jobs?q=%C3%A9', true],
    ['http://h/jobs?q=%00', false],
    ['http://h/library/%00', false],
    ['http://h/%zz', false],
    ['http://h/jobs?q=%zz', true],
    ['http://h/%ed%a0%80', false],
    ['http://h/%c0%ae', false],
    ['no address', false],
  ])('%s: %s', (address, readable) => {
    expect(isReadableAddress(address)).toBe(readable);
  });
});
