// `npm start`: installs what is missing, starts a database of its own, migrates, loads the demo world into an
// empty database, builds if stale and serves on loopback. With DATABASE_URL it uses that database and loads no demo.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { endGroup, isAlive, mustRun, whenToldToStop } from './lib/child.mjs';
import { ensureDebianPackages } from './lib/debian.mjs';
import { ensureInstalled } from './lib/install.mjs';
import { startCluster } from './lib/postgres.mjs';
import { cloneId, nextBinary, privateFolder, root, Stop, say } from './lib/project.mjs';

const port = Number(process.env.PORT ?? 3000);
const address = `http://127.0.0.1:${port}`;
const pidFile = join(privateFolder, 'start.pid');
let cluster;
let server;
let stopping;

whenToldToStop(() => stop(0));
try {
  await main();
} catch (error) {
  if (!stopping) {
    console.error(error instanceof Stop ? `kilnsman: ${error.message}` : error);
    await stop(1);
  }
}

async function main() {
  if (await anotherCopyRuns()) process.exit(0);
  mkdirSync(privateFolder, { recursive: true, mode: 0o755 });
  writeFileSync(pidFile, String(process.pid));

  await ensureInstalled();
  const urls = process.env.DATABASE_URL ? givenDatabase() : await ownDatabase();
  const env = { ...process.env, ...urls, PORT: String(port) };
  if (env.MIGRATE_DATABASE_URL) await runTypeScript('scripts/migrate.ts', [], env);
  delete env.MIGRATE_DATABASE_URL;
  await runTypeScript('scripts/prepare-shop.ts', cluster ? ['--demo'] : [], env);
  await ensureBuilt('.next');
  if (!stopping) serve(env);
}

function givenDatabase() {
  const { DATABASE_URL, MIGRATE_DATABASE_URL } = process.env;
  return MIGRATE_DATABASE_URL ? { DATABASE_URL, MIGRATE_DATABASE_URL } : { DATABASE_URL };
}

async function ownDatabase() {
  await ensureDebianPackages(['postgresql']);
  cluster = await startCluster('demo');
  return {
    DATABASE_URL: cluster.url('kilnsman_serving'),
    MIGRATE_DATABASE_URL: cluster.url('kilnsman_migrator'),
  };
}

function runTypeScript(file, args, env) {
  return mustRun(process.execPath, ['--import', 'tsx', join(root, file), ...args], { cwd: root, env });
}

function serve(env) {
  const args = [nextBinary, 'start', '-H', '127.0.0.1', '-p', String(port)];
  server = spawn(process.execPath, args, {
    cwd: root,
    env: { ...env, NODE_ENV: 'production', KILNSMAN_INSTANCE: cloneId, NEXT_TELEMETRY_DISABLED: '1' },
    stdio: ['ignore', 'inherit', 'inherit'],
    detached: true,
  });
  server.on('exit', (code) => {
    if (!stopping) stop(code ?? 1);
  });
  say(`serving on ${address}`);
}

/** A copy of this clone that runs or is starting; a foreign program on the port is a Stop. */
async function anotherCopyRuns() {
  if (await portAnswers()) {
    const health = await fetch(`${address}/api/health`, { signal: AbortSignal.timeout(5000) })
      .then((answer) => answer.json())
      .catch(() => undefined);
    if (health?.program === 'kilnsman' && health.instance === cloneId) {
      say(`already serving on ${address}`);
      return true;
    }
    throw new Stop(`port ${port} is taken by another program; choose one with PORT=3001 npm start`);
  }
  const pid = existsSync(pidFile) ? Number(readFileSync(pidFile, 'utf8')) : undefined;
  if (pid && pid !== process.pid && isAlive(pid) && isStartScript(pid)) {
    say(`a start is under way (process ${pid}); it will serve on its own port`);
    return true;
  }
  return false;
}

function isStartScript(pid) {
  const file = `/proc/${pid}/cmdline`;
  return existsSync(file) && readFileSync(file, 'utf8').includes('scripts/start.mjs');
}

function portAnswers() {
  return new Promise((resolve) => {
    const socket = connect({ host: '127.0.0.1', port });
    socket.on('connect', () => {
      socket.destroy();
      resolve(true);
    });
    socket.on('error', () => resolve(false));
  });
}

/** Ends the server, then the database started here, then this process. Safe to call twice. */
function stop(code) {
  stopping ??= (async () => {
    if (server) await endGroup(server).catch(() => {});
    if (cluster) await cluster.stop().catch((error) => console.error(error.message));
    if (existsSync(pidFile) && readFileSync(pidFile, 'utf8') === String(process.pid)) rmSync(pidFile);
    process.exit(code);
  })();
  return stopping;
}
