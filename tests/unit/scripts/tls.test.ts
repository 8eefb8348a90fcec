import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, request } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { makeCertificate } from '../../../scripts/lib/make-certificate.mjs';
import { tlsOf } from '../../../scripts/lib/tls.mjs';

const folder = mkdtempSync(join(tmpdir(), 'kilnsman-tls-'));
const file = (name: string, text: string) => {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
};
let made: Awaited<ReturnType<typeof makeCertificate>>;
let files: { TLS_CERT: string; TLS_KEY: string };
beforeAll(async () => {
  made = await makeCertificate(['127.0.0.2', 'workshop.local']);
  files = { TLS_CERT: file('server.crt', made.cert), TLS_KEY: file('server.key', made.key) };
});
afterAll(() => rmSync(folder, { recursive: true }));

describe('a certificate of one’s own', () => {
  it('is trusted by whoever trusts its authority, for its names only', async () => {
    const server = createServer({ cert: made.cert, key: made.key }, (_, response) => response.end('there'));
    await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
    const { port } = server.address() as AddressInfo;
    const asks = (servername: string, ca?: string) =>
      new Promise<string>((resolve) => {
        request({ host: '127.0.0.1', port, servername, ...(ca && { ca }) }, (answer) => {
          answer.resume();
          resolve(String(answer.statusCode));
        })
          .on('error', (error) => resolve((error as NodeJS.ErrnoException).code ?? error.message))
          .end();
      });
    expect(await asks('workshop.local', made.authority)).toBe('200');
    expect(await asks('elsewhere.local', made.authority)).toBe('ERR_TLS_CERT_ALTNAME_INVALID');
    expect(await asks('workshop.local')).not.toBe('200');
    server.close();
  });

  it('gives the address by which other devices reach it', () => {
    expect(tlsOf(files)).toMatchObject({ origin: 'https://127.0.0.2:3443', host: '0.0.0.0', port: 3443 });
    expect(tlsOf({ ...files, TLS_PORT: '8443', TLS_HOST: '127.0.0.2' })).toMatchObject({
      origin: 'https://127.0.0.2:8443',
      host: '127.0.0.2',
    });
    expect(tlsOf({})).toBeUndefined();
  });

  it('is refused with a word where a file is missing, is none, or is of another key', async () => {
    const other = await makeCertificate(['127.0.0.3']);
    expect(() => tlsOf({ TLS_CERT: files.TLS_CERT })).toThrow(/wants both/);
    expect(() => tlsOf({ ...files, TLS_CERT: join(folder, 'none') })).toThrow(
      /TLS_CERT cannot be read: there is no/,
    );
    expect(() => tlsOf({ ...files, TLS_KEY: file('text', 'no key') })).toThrow(
      /TLS_KEY cannot be read: it is no PEM/,
    );
    expect(() => tlsOf({ ...files, TLS_KEY: file('other.key', other.key) })).toThrow(
      /not the key of TLS_CERT/,
    );
    expect(readFileSync(files.TLS_KEY, 'utf8')).toContain('PRIVATE KEY');
  });
});
