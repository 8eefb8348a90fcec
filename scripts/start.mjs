// `npm start`: installs what is missing, starts a database of its own, migrates, loads the demo world into an
// empty database, builds if stale and serves on loopback. KILNSMAN_DEMO=no begins a shop of one's own in its place; with
// DATABASE_URL it uses that database and loads no demo.
import { spawn } from 'node:child_process';
import {
  existsSync,
  mkdirSync,
  readFileSync,
  readlinkSync,
  realpathSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { endGroup, endPid, isAlive, run, whenToldToStop } from './lib/child.mjs';
import { ownDatabase, ownPlace, prepareDatabase } from './lib/database.mjs';
import { ensureInstalled } from './lib/install.mjs';
import { clusterRuns, startCluster } from './lib/postgres.mjs';
import { cloneId, ensureRoom, nextBinary, privateFolder, root, Stop, say } from './lib/project.mjs';
import { tlsOf } from './lib/tls.mjs';

const port = Number(process.env.PORT ?? 3000);
const address = `http://127.0.0.1:${port}`;
const secureServer = join(root, 'scripts', 'serve-next.mjs');
let cluster;
let server;
let serverEnv;
let stopping;
let tls;
let place;
/** The demo and a shop of one's own can serve beside each other, on two ports. */
let instance;
let pidFile;
let serverPidFile;

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
  place = ownPlace();
  instance = place.isDemo ? cloneId : `${cloneId}-shop`;
  pidFile = join(privateFolder, place.isDemo ? 'start.pid' : 'start-shop.pid');
  serverPidFile = join(privateFolder, place.isDemo ? 'server.pid' : 'server-shop.pid');
  if (await anotherCopyRuns()) process.exit(0);
  mkdirSync(privateFolder, { recursive: true, mode: 0o755 });
  writeFileSync(pidFile, String(process.pid));

  tls = tlsOf(process.env);
  ensureRoom(root);
  await ensureInstalled();
  const urls = process.env.DATABASE_URL ? givenDatabase() : await startDatabase();
  const env = await prepareDatabase(
    { ...process.env, ...urls, PORT: String(port) },
    cluster !== undefined && place.isDemo,
  );
  await ensureBuilt('.next');
  if (!stopping) serve(env);
}

function givenDatabase() {
  const { DATABASE_URL, MIGRATE_DATABASE_URL } = process.env;
  return MIGRATE_DATABASE_URL ? { DATABASE_URL, MIGRATE_DATABASE_URL } : { DATABASE_URL };
}

async function startDatabase() {
  if (!place.isDemo) say('a shop of your own; KILNSMAN_DEMO=yes npm start shows the demo world');
  const own = await ownDatabase(place.name);
  cluster = own.cluster;
  return { ...own.urls, ...place.env };
}

function serve(env) {
  serverEnv = env;
  const args = tls ? [secureServer] : [nextBinary, 'start', '-H', '127.0.0.1', '-p', String(port)];
  server = spawn(process.execPath, args, {
    cwd: root,
    env: {
      ...env,
      ...(tls && { PUBLIC_ORIGIN: process.env.PUBLIC_ORIGIN ?? tls.origin }),
      NODE_ENV: 'production',
      KILNSMAN_INSTANCE: instance,
      NEXT_TELEMETRY_DISABLED: '1',
    },
    stdio: ['ignore', 'inherit', 'inherit'],
    detached: true,
  });
  writeFileSync(serverPidFile, String(server.pid));
  server.on('exit', (code) => {
    if (!stopping) stop(code ?? 1);
  });
  say(`serving on ${address}`);
}

/** A copy of this clone that runs or is starting; what one that was killed left is ended; a foreign program is a Stop. */
async function anotherCopyRuns() {
  const starter = runningPid(pidFile, 'scripts/start.mjs');
  if (!starter) await endLeftServer();
  if (await portAnswers()) {
    const health = await fetch(`${address}/api/health`, { signal: AbortSignal.timeout(5000) })
      .then((answer) => answer.json())
      .catch(() => undefined);
    if (
      health?.program === 'kilnsman' &&
      health.instance !== instance &&
      health.instance?.startsWith(cloneId)
    )
      throw new Stop(
        `port ${port} is taken by ${place.isDemo ? 'your own shop' : 'the demo world'} of this clone; stop it, or choose another port with PORT=3001`,
      );
    if (health?.program !== 'kilnsman' || health.instance !== instance)
      throw new Stop(`port ${port} is taken by another program; choose one with PORT=3001 npm start`);
    if (health.database !== 'there' && !process.env.DATABASE_URL && !(await clusterRuns(place.name))) {
      await startCluster(place.name);
      say('the database had stopped and was started again');
    }
    say(`already serving on ${address}`);
    return true;
  }
  if (!starter) return false;
  say(`a start is under way (process ${starter}); it will serve on its own port`);
  return true;
}

/** The process of a file, where it is alive and runs what it should; undefined otherwise. */
function runningPid(file, words) {
  const pid = existsSync(file) ? Number(readFileSync(file, 'utf8')) : undefined;
  if (!pid || pid === process.pid || !isAlive(pid)) return undefined;
  const command = `/proc/${pid}/cmdline`;
  return existsSync(command) && readFileSync(command, 'utf8').includes(words) ? pid : undefined;
}

/** Ends a server whose starter was killed without a word; its database is taken over by this start. */
async function endLeftServer() {
  const left = runningPid(serverPidFile, 'next');
  if (!left || !worksHere(left)) return;
  say(`ending a server (process ${left}) that an earlier start left behind`);
  await endPid(left);
}

function worksHere(pid) {
  try {
    return readlinkSync(`/proc/${pid}/cwd`) === realpathSync(root);
  } catch {
    return false;
  }
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

/** The head of the audit chain is sealed while its database still runs; where it does not, the last minute's seal stands. */
async function sealAudit() {
  await run(process.execPath, ['--import', 'tsx', join(root, 'scripts', 'seal-audit.ts')], {
    cwd: root,
    env: serverEnv,
    quiet: true,
  }).catch(() => {});
}

/** Ends the server, then the database started here, then this process. Safe to call twice. */
function stop(code) {
  stopping ??= (async () => {
    if (server) await endGroup(server).catch(() => {});
    if (serverEnv) await sealAudit();
    if (cluster) await cluster.stop().catch((error) => console.error(error.message));
    if (pidFile && existsSync(pidFile) && readFileSync(pidFile, 'utf8') === String(process.pid)) {
      rmSync(pidFile);
      rmSync(serverPidFile, { force: true });
    }
    process.exit(code);
  })();
  return stopping;
}
