// `npm run dev`: the program while it is written, on a database of its own with the demo world. A change is seen in a moment.
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { endGroup, whenToldToStop } from './lib/child.mjs';
import { ownDatabase, prepareDatabase } from './lib/database.mjs';
import { ensureInstalled } from './lib/install.mjs';
import { ensureRoom, nextBinary, privateFolder, root, Stop, say } from './lib/project.mjs';

const port = Number(process.env.PORT ?? 3001);
let cluster;
let server;
let stopping;

whenToldToStop(() => stop(0));
try {
  mkdirSync(privateFolder, { recursive: true, mode: 0o755 });
  ensureRoom(root);
  await ensureInstalled();
  const own = await ownDatabase('dev');
  cluster = own.cluster;
  const env = await prepareDatabase({ ...process.env, ...own.urls, PORT: String(port) }, true);
  server = spawn(process.execPath, [nextBinary, 'dev', '-H', '127.0.0.1', '-p', String(port)], {
    cwd: root,
    env: { ...env, KILNSMAN_DIST: '.next-dev', NODE_ENV: 'development', NEXT_TELEMETRY_DISABLED: '1' },
    stdio: ['ignore', 'inherit', 'inherit'],
    detached: true,
  });
  server.on('exit', (code) => stop(code ?? 1));
  say(`serving what is written on http://127.0.0.1:${port}`);
} catch (error) {
  console.error(error instanceof Stop ? `kilnsman: ${error.message}` : error);
  await stop(1);
}

function stop(code) {
  stopping ??= (async () => {
    if (server) await endGroup(server).catch(() => {});
    if (cluster) await cluster.stop().catch((error) => console.error(error.message));
    process.exit(code);
  })();
  return stopping;
}
