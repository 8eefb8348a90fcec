// `npm run restore -- FILE`: takes an archive in. A new database is filled beside the one that is there, and put in its
// place as a whole once everything fits; the one before stays under another name. The program is stopped meanwhile.
import { existsSync, renameSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { mustRun, run, whenToldToStop } from './lib/child.mjs';
import { ownDatabase, ownPlace } from './lib/database.mjs';
import { ensureInstalled } from './lib/install.mjs';
import { clusterRuns } from './lib/postgres.mjs';
import { root, Stop, say } from './lib/project.mjs';

const usage = `npm run restore -- FILE.zip [--keys FILE] [--without-keys]
  FILE.zip         the archive
  --keys FILE      its wrapped keys; wrapped-keys.txt beside it where nothing is said
  --without-keys   take it though keys are missing: their secrets are lost for good`;

let started;
whenToldToStop(() => stop(1));
try {
  await main();
  await stop(0);
} catch (error) {
  console.error(error instanceof Stop ? `kilnsman: ${error.message}` : error);
  await stop(1);
}

async function main() {
  const { file, keys, withoutKeys } = asked();
  await ensureInstalled();
  const place = ownPlace();
  const { live, admin, serving } = process.env.DATABASE_URL ? given() : await own(place);
  const env = { ...process.env, ...place.env, DATABASE_URL: serving };
  const pg = (await import('pg')).default;
  const client = new pg.Client({ connectionString: admin });
  await client.connect().catch((error) => {
    throw new Stop(`the database refused the connection (${error.code ?? error.message}).`);
  });
  try {
    await swapIn(client, { file, keys, withoutKeys, live, env });
  } finally {
    await client.end();
  }
}

function asked() {
  let parsed;
  try {
    parsed = parseArgs({
      allowPositionals: true,
      options: { keys: { type: 'string' }, 'without-keys': { type: 'boolean', default: false } },
    });
  } catch {
    throw new Stop(usage);
  }
  const [file, more] = parsed.positionals;
  if (!file || more) throw new Stop(usage);
  if (!existsSync(file)) throw new Stop(`there is no ${file}`);
  const beside = join(dirname(resolve(file)), 'wrapped-keys.txt');
  const keys = parsed.values.keys ?? (existsSync(beside) ? beside : undefined);
  if (keys && !existsSync(keys)) throw new Stop(`there is no ${keys}`);
  return { file: resolve(file), keys, withoutKeys: parsed.values['without-keys'] };
}

/** A database of DATABASE_URL: the role of MIGRATE_DATABASE_URL owns it, and may make and rename databases. */
function given() {
  const { DATABASE_URL, MIGRATE_DATABASE_URL } = process.env;
  if (!MIGRATE_DATABASE_URL)
    throw new Stop('an archive is taken in by the role that owns the schema: give MIGRATE_DATABASE_URL too.');
  const admin = new URL(MIGRATE_DATABASE_URL);
  admin.pathname = '/postgres';
  return { live: MIGRATE_DATABASE_URL, admin: admin.toString(), serving: DATABASE_URL };
}

async function own(place) {
  const ran = await clusterRuns(place.name);
  const { cluster, urls } = await ownDatabase(place.name);
  if (!ran) started = cluster;
  return {
    live: urls.MIGRATE_DATABASE_URL,
    admin: cluster.url('postgres', 'postgres'),
    serving: urls.DATABASE_URL,
  };
}

async function swapIn(client, { file, keys, withoutKeys, live, env }) {
  const name = decodeURIComponent(new URL(live).pathname.slice(1));
  const owner = decodeURIComponent(new URL(live).username);
  const role = decodeURIComponent(new URL(env.DATABASE_URL).username);
  const id = (text) => client.escapeIdentifier(text);
  const stamp = new Date().toISOString().replace(/\D/g, '').slice(0, 14);
  await refuseWhileServed(client, name);
  const next = `${name}_restored_${stamp}`;
  await client.query(`CREATE DATABASE ${id(next)} OWNER ${id(owner)}`).catch((error) => {
    throw new Stop(
      error.code === '42501'
        ? `the role ${owner} may not make a database: ALTER ROLE ${owner} CREATEDB, or take the archive into another server.`
        : `no database could be made (${error.code}).`,
    );
  });
  try {
    const into = new URL(live);
    into.pathname = `/${next}`;
    const args = [file, '--into', into.toString(), '--role', role, '--replaces', live];
    if (keys) args.push('--keys', keys);
    if (withoutKeys) args.push('--without-keys');
    const script = join(root, 'scripts', 'restore-archive.ts');
    const { code } = await run(process.execPath, ['--import', 'tsx', script, ...args], { cwd: root, env });
    if (code !== 0) throw new Stop('nothing was changed: the database that was there stays as it was.');
    await refuseWhileServed(client, name);
    const before = `${name}_before_${stamp}`;
    await client.query(`ALTER DATABASE ${id(name)} RENAME TO ${id(before)}`);
    await client.query(`ALTER DATABASE ${id(next)} RENAME TO ${id(name)}`);
    keepSealsApart(env, stamp);
    await mustRun(process.execPath, ['--import', 'tsx', join(root, 'scripts', 'note-restore.ts'), file], {
      cwd: root,
      env,
    });
    say(`the archive is in its place; what was there before is the database ${before}`);
    say(`once all is well: DROP DATABASE ${before}`);
  } catch (error) {
    await client.query(`DROP DATABASE IF EXISTS ${id(next)}`).catch(() => {});
    throw error;
  }
}

/** Nobody may work on the database that is put aside. */
async function refuseWhileServed(client, name) {
  const { rows } = await client.query(
    "SELECT count(*)::int AS others FROM pg_stat_activity WHERE datname = $1 AND backend_type = 'client backend'",
    [name],
  );
  if (rows[0].others > 0)
    throw new Stop(`the program serves on this database (${rows[0].others} connections): stop it first.`);
}

/** The seals beside the database are those of the chain that was there; the archive has its own. */
function keepSealsApart({ KILNSMAN_SEAL_FILE: file }, stamp) {
  if (existsSync(file)) renameSync(file, `${file}.before-${stamp}`);
}

async function stop(code) {
  await started?.stop().catch((error) => console.error(error.message));
  process.exit(code);
}
