// Serves the build on loopback as `next start` does, and beside it over HTTPS for other devices: TLS_CERT and TLS_KEY name the files,
// TLS_HOST and TLS_PORT where it listens. Run by scripts/start.mjs.
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import next from 'next';
import { tlsOf } from './lib/tls.mjs';

const port = Number(process.env.PORT ?? 3000);
const tls = tlsOf(process.env);
process.env.PUBLIC_ORIGIN ??= tls.origin;
const app = next({ dev: false, hostname: '127.0.0.1', port });
await app.prepare();
const handle = app.getRequestHandler();
const open = [
  createServer((request, response) => handle(request, response)).listen(port, '127.0.0.1'),
  createSecureServer(
    { cert: readFileSync(tls.cert), key: readFileSync(tls.key), minVersion: 'TLSv1.2' },
    (request, response) => handle(request, response),
  ).listen(tls.port, tls.host),
];
for (const server of open)
  server.on('error', (error) => {
    console.error(`kilnsman: ${error.message}`);
    process.exit(1);
  });
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => {
    for (const server of open) server.close();
    setTimeout(() => process.exit(0), 500).unref();
    for (const server of open) server.closeAllConnections();
  });
console.log(`kilnsman: serving other devices on ${process.env.PUBLIC_ORIGIN}`);
