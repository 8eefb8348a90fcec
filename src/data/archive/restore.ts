import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { PoolClient } from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import type { Db } from '../db';
import { listShopTables, plainLines, quoted, type ShopTable } from './tables';

/** Rules between tables that wait until every row is there. */
interface Waiting {
  readonly keys: readonly { readonly table: string; readonly name: string; readonly definition: string }[];
  readonly tables: readonly ShopTable[];
}

/** Empties every table and lets rules between them wait; as the owner of the schema, in the transaction of a restore. */
export async function beginRestore(db: Db): Promise<Waiting> {
  const tables = await listShopTables(db);
  const keys = await db.query<Waiting['keys'][number]>(
    `SELECT c.conrelid::regclass::text AS table, c.conname AS name, pg_get_constraintdef(c.oid) AS definition
     FROM pg_constraint c JOIN pg_namespace n ON n.oid = c.connamespace
     WHERE n.nspname = 'public' AND c.conparentid = 0
       AND (c.contype = 'f' OR (c.contype = 'c' AND c.conrelid = 'data_key'::regclass)) ORDER BY 1, 2`,
  );
  for (const { table, name } of keys.rows)
    await db.query(`ALTER TABLE ${table} DROP CONSTRAINT ${quoted(name)}`);
  for (const { name } of tables) {
    await db.query(`ALTER TABLE ${quoted(name)} DISABLE TRIGGER USER`);
    await db.query(`DELETE FROM ${quoted(name)}`);
  }
  await db.query('CREATE TEMP TABLE archive_line (line json NOT NULL) ON COMMIT DROP');
  return { keys: keys.rows, tables };
}

/** Puts lines of JSON back as the rows of a table; gives how many there were. */
export async function writeLines(db: Db, { name, columns }: ShopTable, lines: Readable): Promise<number> {
  const client = db as unknown as PoolClient;
  await pipeline(lines, client.query(copyFrom(`COPY archive_line FROM STDIN WITH ${plainLines}`)));
  const cells = columns.map((column) => quoted(column.name)).join(', ');
  const from = columns.map((column) => `r.${quoted(column.name)}`).join(', ');
  const { rowCount } = await db.query(
    `INSERT INTO ${quoted(name)} (${cells}) OVERRIDING SYSTEM VALUE
     SELECT ${from} FROM archive_line a CROSS JOIN LATERAL json_populate_record(NULL::${quoted(name)}, a.line) r`,
  );
  await db.query('TRUNCATE archive_line');
  return rowCount ?? 0;
}

/** Lets the rules between tables hold again; throws where the rows break one. */
export async function endRestore(
  db: Db,
  { keys, tables }: Waiting,
  sequences: Readonly<Record<string, { readonly last: string; readonly called: boolean }>>,
): Promise<void> {
  for (const { name } of tables) await db.query(`ALTER TABLE ${quoted(name)} ENABLE TRIGGER USER`);
  for (const { table, name, definition } of keys)
    await db.query(`ALTER TABLE ${table} ADD CONSTRAINT ${quoted(name)} ${definition}`);
  const known = await db.query<{ name: string }>(
    `SELECT c.relname AS name FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
     WHERE n.nspname = 'public' AND c.relkind = 'S'`,
  );
  for (const { name } of known.rows) {
    const at = sequences[name];
    if (at) await db.query('SELECT setval($1::regclass, $2::bigint, $3)', [quoted(name), at.last, at.called]);
  }
}

/** Puts wrapped keys into their rows; those that were destroyed since, or that nobody has, stay destroyed. */
export async function putWrappedKeys(
  db: Db,
  keys: readonly { readonly id: string; readonly wrapped: string }[],
  destroyed: readonly { readonly id: string; readonly at: string }[],
): Promise<void> {
  await db.query(
    `UPDATE data_key d SET wrapped = decode(k.wrapped, 'base64')
     FROM jsonb_to_recordset($1::jsonb) AS k(id uuid, wrapped text)
     WHERE d.id = k.id AND d.destroyed_at IS NULL AND NOT d.id = ANY($2::uuid[])`,
    [JSON.stringify(keys), destroyed.map(({ id }) => id)],
  );
  await db.query(
    `UPDATE data_key d SET wrapped = NULL, destroyed_at = k.at
     FROM jsonb_to_recordset($1::jsonb) AS k(id uuid, at timestamptz) WHERE d.id = k.id AND d.destroyed_at IS NULL`,
    [JSON.stringify(destroyed)],
  );
}

/** Keys that stand in the archive alone: neither at hand nor destroyed. */
export async function listKeylessIds(db: Db): Promise<string[]> {
  const result = await db.query<{ id: string }>(
    'SELECT id FROM data_key WHERE wrapped IS NULL AND destroyed_at IS NULL ORDER BY id',
  );
  return result.rows.map(({ id }) => id);
}
