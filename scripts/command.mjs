// Runs one of the commands of package.json on a database: the one of DATABASE_URL, or this clone's own, which is started
// for it where it does not run, and stopped again.
import { join } from 'node:path';
import { run, whenToldToStop } from './lib/child.mjs';
import { ownPlace } from './lib/database.mjs';
import { ensureDebianPackages } from './lib/debian.mjs';
import { ensureInstalled } from './lib/install.mjs';
import { clusterExists, clusterRuns, startCluster } from './lib/postgres.mjs';
import { root, Stop } from './lib/project.mjs';

const [file, ...args] = process.argv.slice(2);
let started;

whenToldToStop(() => stop(1));
try {
  await ensureInstalled();
  const env = { ...process.env, ...(process.env.DATABASE_URL ? {} : await ownDatabase()) };
  const script = join(root, 'scripts', file);
  const { code } = await run(process.execPath, ['--import', 'tsx', script, ...args], { cwd: root, env });
  await stop(code);
} catch (error) {
  console.error(error instanceof Stop ? `kilnsman: ${error.message}` : error);
  await stop(1);
}

async function ownDatabase() {
  const { name, env } = ownPlace();
  if (!clusterExists(name))
    throw new Stop(
      'there is no database here yet. Run npm start once, or name one: DATABASE_URL=postgres://… npm run …',
    );
  await ensureDebianPackages(['postgresql']);
  const ran = await clusterRuns(name);
  const cluster = await startCluster(name);
  if (!ran) started = cluster;
  return { ...env, DATABASE_URL: cluster.url('kilnsman_serving') };
}

async function stop(code) {
  await started?.stop().catch((error) => console.error(error.message));
  process.exit(code);
}
