import type { Readable } from 'node:stream';
import type { PoolClient } from 'pg';
import { to as copyTo } from 'pg-copy-streams';
import type { Db } from '../db';

/** A table of the shop as an archive holds it. */
export interface ShopTable {
  readonly name: string;
  readonly columns: readonly { readonly name: string; readonly type: string }[];
  /** What tells its rows apart, in order. */
  readonly key: readonly string[];
}

/** What lives as long as a server, a device or a request, and no archive holds. */
const passing = [
  'session',
  'attempt_limit',
  'request_done',
  'known_device',
  'set_up_code',
  'import_row',
  'audit_due',
  'long_task',
  'backup',
  'schema_migration',
];

/** Cells that stand apart from an archive: the wrapped keys of its secrets. */
const apart: Readonly<Record<string, readonly string[]>> = { data_key: ['wrapped'] };
/** Tables whose rows open cars by themselves: in an archive they are sealed by a key made of the vault key. */
export const sealedTables: ReadonlySet<string> = new Set(['code_row']);
/** Cells of liveness, which mean nothing elsewhere. */
const leases: Readonly<Record<string, readonly string[]>> = {
  errand: ['lease', 'lease_until'],
  run: ['lease'],
};

/**
 * How lines of JSON go through COPY as they are: as a csv of one column whose quote and delimiter are signs that JSON
 * never has in it.
 */
export const plainLines = "(FORMAT csv, QUOTE E'\\x01', DELIMITER E'\\x02')";

/** Every table that an archive holds, by name. Columns that the database makes of others are left out. */
export async function listShopTables(db: Db): Promise<ShopTable[]> {
  const result = await db.query<ShopTable>(
    `SELECT c.relname AS name,
       (SELECT jsonb_agg(jsonb_build_object('name', a.attname, 'type', format_type(a.atttypid, a.atttypmod)) ORDER BY a.attnum)
        FROM pg_attribute a WHERE a.attrelid = c.oid AND a.attnum > 0 AND NOT a.attisdropped AND a.attgenerated = '') AS columns,
       coalesce((SELECT jsonb_agg(a.attname ORDER BY array_position(i.indkey::int[], a.attnum::int))
        FROM pg_index i JOIN pg_attribute a ON a.attrelid = c.oid AND a.attnum = ANY(i.indkey)
        WHERE i.indrelid = c.oid AND i.indisprimary), '[]') AS key
     FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
     WHERE n.nspname = 'public' AND c.relkind = 'r' AND NOT c.relname = ANY($1) ORDER BY c.relname COLLATE "C"`,
    [passing],
  );
  return result.rows;
}

/** Rows as they are read; how many there were is known once all are. */
export type LinesRead = Readable & { readonly rowCount: number };

/** The rows of a table as lines of JSON, in the order of its key. */
export function readLines(db: Db, { name, columns, key }: ShopTable): LinesRead {
  const left = [...(apart[name] ?? []), ...(leases[name] ?? [])];
  const cells = columns.map((column) =>
    left.includes(column.name) ? `NULL::${column.type} AS ${quoted(column.name)}` : `${quoted(column.name)}`,
  );
  const order = key.length > 0 ? key.map(quoted) : columns.map((column) => `${quoted(column.name)}::text`);
  const client = db as unknown as PoolClient;
  return client.query(
    copyTo(
      `COPY (SELECT row_to_json(archived_row) FROM (SELECT ${cells.join(', ')} FROM ${quoted(name)} ORDER BY ${order.join(', ')}) archived_row)
       TO STDOUT WITH ${plainLines}`,
    ),
  );
}

export async function findSchema(db: Db): Promise<string> {
  const result = await db.query<{ name: string }>(
    'SELECT name FROM schema_migration ORDER BY id DESC LIMIT 1',
  );
  return result.rows[0]?.name ?? '';
}

/** Where each sequence stands. */
export async function readSequences(
  db: Db,
): Promise<Record<string, { readonly last: string; readonly called: boolean }>> {
  const names = await db.query<{ name: string }>(
    `SELECT c.relname AS name FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
     WHERE n.nspname = 'public' AND c.relkind = 'S' AND c.relname <> 'schema_migration_id_seq' ORDER BY 1`,
  );
  const found: Record<string, { last: string; called: boolean }> = {};
  for (const { name } of names.rows) {
    const row = await db.query<{ last: string; called: boolean }>(
      `SELECT last_value::text AS last, is_called AS called FROM ${quoted(name)}`,
    );
    if (row.rows[0]) found[name] = row.rows[0];
  }
  return found;
}

/** Each wrapped key that there is, and those that are no more. */
export async function readWrappedKeys(db: Db): Promise<{
  readonly keys: readonly { readonly id: string; readonly wrapped: string }[];
  readonly destroyed: readonly { readonly id: string; readonly at: string }[];
}> {
  const keys = await db.query<{ id: string; wrapped: string }>(
    "SELECT id, encode(wrapped, 'base64') AS wrapped FROM data_key WHERE wrapped IS NOT NULL ORDER BY id",
  );
  const destroyed = await db.query<{ id: string; at: string }>(
    "SELECT id, to_json(destroyed_at)#>>'{}' AS at FROM data_key WHERE wrapped IS NULL ORDER BY id",
  );
  return {
    keys: keys.rows.map(({ id, wrapped }) => ({ id, wrapped: wrapped.replaceAll('\n', '') })),
    destroyed: destroyed.rows,
  };
}

export function quoted(name: string): string {
  return `"${name.replaceAll('"', '""')}"`;
}

/** Whether a database has the keys of secrets at all; an empty one has not. */
export async function hasDataKeys(db: Db): Promise<boolean> {
  const { rows } = await db.query<{ there: boolean }>(
    "SELECT to_regclass('public.data_key') IS NOT NULL AS there",
  );
  return rows[0]?.there ?? false;
}
