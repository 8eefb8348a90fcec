import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { runner } from 'node-pg-migrate';
import pg from 'pg';
import { storages } from '@/data/library/storage/storages';
import { applyKindChecks } from './kind-checks';
import { migrationNames } from './newest-schema';

const folder = join(import.meta.dirname, 'migrations');

/**
 * Runs the migrations that are missing, forward only, under an advisory lock, then lets columns of kinds
 * hold what the registries say, and grants `servingRole` its rights.
 * @param migratorUrl connection of the role that owns the schema
 * @param servingRole name of the role the program serves with
 */
export async function migrate(migratorUrl: string, servingRole: string): Promise<void> {
  await run(migratorUrl);
  const client = new pg.Client({ connectionString: migratorUrl });
  await client.connect();
  try {
    await applyKindChecks(client);
    await client.query(grants(client.escapeIdentifier(servingRole)));
  } finally {
    await client.end();
  }
}

/** Brings an empty database as far as one of its migrations, without rights; false where there is none of this name. */
export async function migrateAsFar(migratorUrl: string, schema: string): Promise<boolean> {
  const count = migrationNames(folder).indexOf(schema) + 1;
  if (count === 0) return false;
  await run(migratorUrl, count);
  return true;
}

async function run(databaseUrl: string, count?: number): Promise<void> {
  await runner({
    databaseUrl,
    dir: folder,
    direction: 'up',
    migrationsTable: 'schema_migration',
    checkOrder: true,
    log: () => {},
    ...(count === undefined ? {} : { count }),
  });
}

function grants(role: string): string {
  const lists = [...new Set(Object.values(storages).map(({ table }) => table))];
  return readFileSync(join(import.meta.dirname, 'grants.sql'), 'utf8')
    .replaceAll(':serving', role)
    .replaceAll(':lists', lists.join(', '));
}
