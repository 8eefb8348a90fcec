// A database ready for the program: migrated, and filled where it is empty.
import { join } from 'node:path';
import { mustRun } from './child.mjs';
import { ensureDebianPackages } from './debian.mjs';
import { startCluster } from './postgres.mjs';
import { root } from './project.mjs';

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
