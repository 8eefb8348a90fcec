// A database ready for the program: migrated, and filled where it is empty.
import { join } from 'node:path';
import { mustRun } from './child.mjs';
import { ensureDebianPackages } from './debian.mjs';
import { clusterExists, startCluster } from './postgres.mjs';
import { privateFolder, root, Stop } from './project.mjs';

/**
 * Which of the two databases of this clone a command works on: the demo, or a shop of one's own, which is begun with
 * `KILNSMAN_DEMO=no` and stands from then on wherever nobody says `KILNSMAN_DEMO=yes`.
 * @returns the name of its cluster, and what of the environment goes with it
 */
export function ownPlace(env = process.env) {
  const word = env.KILNSMAN_DEMO;
  if (word !== undefined && word !== 'yes' && word !== 'no')
    throw new Stop('KILNSMAN_DEMO is yes, for the demo world, or no, for a shop of your own.');
  const isDemo = word === 'yes' || (word === undefined && !clusterExists('shop'));
  // Each database has seals of its own.
  const seals = env.KILNSMAN_SEAL_FILE ?? join(privateFolder, isDemo ? 'audit.seals' : 'shop-audit.seals');
  return { name: isDemo ? 'demo' : 'shop', isDemo, env: { KILNSMAN_SEAL_FILE: seals } };
}

/** A cluster of this clone by its name, with the addresses of its roles. */
export async function ownDatabase(name) {
  await ensureDebianPackages(['postgresql']);
  const cluster = await startCluster(name);
  const urls = {
    DATABASE_URL: cluster.url('kilnsman_serving'),
    MIGRATE_DATABASE_URL: cluster.url('kilnsman_migrator'),
  };
  return { cluster, urls };
}

/** Migrates with the migrator's address, where `env` has one, and fills what is empty: with the demo, or a set-up code. */
export async function prepareDatabase(env, demo) {
  if (env.MIGRATE_DATABASE_URL) await runTypeScript('scripts/migrate.ts', [], env);
  const { MIGRATE_DATABASE_URL: _, ...serving } = env;
  await runTypeScript('scripts/prepare-shop.ts', demo ? ['--demo'] : [], serving);
  return serving;
}

function runTypeScript(file, args, env) {
  return mustRun(process.execPath, ['--import', 'tsx', join(root, file), ...args], { cwd: root, env });
}
