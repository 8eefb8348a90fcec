import { pipeline, Readable } from 'node:stream';
import type { PoolClient } from 'pg';
import Cursor from 'pg-cursor';
import { type ListName, listNames, listOf } from '@/core/catalogue/lists/lists';
import {
  findSchema,
  type LinesRead,
  listShopTables,
  readLines,
  readSequences,
  readWrappedKeys,
  type ShopTable,
  sealedTables,
} from '@/data/archive/tables';
import type { Db } from '@/data/db';
import { exportQuery } from '@/data/library/rows';
import { listVaultKeys } from '@/data/secrets';
import { getShopOrThrow } from '@/data/shop';
import { withMoment } from '@/data/with-transaction';
import {
  archiveFormat,
  archiveVersion,
  type Manifest,
  sealed,
  type WrappedKeys,
} from '@/formats/archive/manifest';
import { pack } from '@/formats/archive/pack';
import { sealingStream } from '@/formats/archive/seal-stream';
import { canonicalJson } from '@/formats/canonical-json';
import { writeCsv } from '@/formats/csv';
import { csvHeader } from '@/formats/list-csv';
import { now } from '@/outside/clock';
import { archiveDatabase } from '../database';
import { vaultKeyOf } from '../vault/vault';
import { productVersion } from '../version';

/** How far an archive is. */
export interface ArchiveProgress {
  readonly table: string;
  readonly tables: number;
  readonly of: number;
}

interface Made {
  readonly manifest: Manifest;
  readonly keys: WrappedKeys;
}

/** The wrapped keys as the text of their file, with its seal in the last line. */
export function keysFileOf(keys: WrappedKeys): string {
  const { text, seal } = sealed(keys, vaultKeyOf(keys.keyId));
  return `${text}\n${seal}\n`;
}

/**
 * Writes all that the shop owns as one zip, of one moment: every table as lines of JSON with its columns, the lists of the
 * library as CSV, and a manifest sealed by a key made of the vault key. The wrapped keys of secrets are not in it.
 * @param take takes the zip to where it goes; it is read as fast as that takes it
 * @returns what it says of itself, and the wrapped keys of the same moment
 */
export async function makeArchive(
  take: (zip: Readable) => Promise<void>,
  {
    signal,
    onProgress,
  }: { readonly signal?: AbortSignal; readonly onProgress?: (at: ArchiveProgress) => void } = {},
): Promise<Made> {
  return withMoment(archiveDatabase(), async (db) => {
    const at = now();
    const tables = await listShopTables(db);
    const shop = await getShopOrThrow(db);
    const keyId = (await listVaultKeys(db)).find(({ state }) => state === 'current')?.fingerprint;
    if (!keyId) throw new Error('the database names no vault key');
    const ground = { schema: await findSchema(db), sequences: await readSequences(db) };
    const wrapped = await readWrappedKeys(db);
    const sealedLines = (lines: Readable, name: string) =>
      pipeline(lines, sealingStream(vaultKeyOf(keyId), name), () => {});
    const reads = new Map<string, LinesRead>();
    let manifest: Manifest | undefined;
    const zip = pack(
      [
        { name: 'read-me.txt', open: () => Readable.from([readMe(shop.name)]) },
        { name: 'schema.json', open: () => Readable.from([schemaOf(tables)]) },
        ...tables.map((table, at) => ({
          name: fileOf(table),
          open: () => {
            onProgress?.({ table: table.name, tables: at, of: tables.length });
            const stream = readLines(db, table);
            reads.set(table.name, stream);
            return sealedTables.has(table.name) ? sealedLines(stream, fileOf(table)) : stream;
          },
        })),
        ...listNames.map((name) => ({
          name: `lists/${name}.csv`,
          open: () => Readable.from(csvOf(db, name)),
        })),
      ],
      (files) => {
        manifest = {
          format: archiveFormat,
          version: archiveVersion,
          madeAt: at.toISOString(),
          product: productVersion,
          shop: shop.name,
          keyId,
          ...ground,
          tables: tables.map(({ name, columns }) => ({
            name,
            columns,
            lines: reads.get(name)?.rowCount ?? 0,
          })),
          files,
        };
        const { text, seal } = sealed(manifest, vaultKeyOf(keyId));
        return [
          { name: 'manifest.json', text },
          { name: 'manifest.seal', text: `${seal}\n` },
        ];
      },
    );
    signal?.addEventListener('abort', () => zip.destroy(new ArchiveStopped()), { once: true });
    if (signal?.aborted) zip.destroy(new ArchiveStopped());
    await take(zip);
    if (!manifest) throw new Error('the archive ended before its manifest');
    return {
      manifest,
      keys: {
        format: 'kilnsman-wrapped-keys',
        version: archiveVersion,
        madeAt: at.toISOString(),
        keyId,
        ...wrapped,
      },
    };
  });
}

function fileOf({ name }: ShopTable): string {
  return `tables/${name}.${sealedTables.has(name) ? 'sealed' : 'jsonl'}`;
}

/** Somebody stopped an archive while it was written. */
export class ArchiveStopped extends Error {
  constructor() {
    super('It was stopped.');
  }
}

const rowsAtOnce = 1000;

/** A list of the library as CSV, in parts, as the moment of the archive has it. */
async function* csvOf(db: Db, name: ListName): AsyncGenerator<string> {
  const list = listOf(name);
  yield csvHeader(list);
  const client = db as unknown as PoolClient;
  const cursor = client.query(new Cursor<Record<string, string | null>>(exportQuery(name)));
  for (let rows = await cursor.read(rowsAtOnce); rows.length > 0; rows = await cursor.read(rowsAtOnce))
    yield writeCsv(rows.map((row) => list.columns.map((column) => row[column.name] ?? null)));
  await cursor.close();
}

/** What a line of each table is: its columns with their kinds, as the database names them. */
function schemaOf(tables: readonly ShopTable[]): string {
  return `${canonicalJson({
    format: `${archiveFormat}-schema`,
    note: 'Each file of tables/ has a line of JSON for each row; dates and times are ISO 8601, bytes are hexadecimal after \\x.',
    tables: Object.fromEntries(
      tables.map(({ name, columns, key }) => [
        name,
        { key, columns: Object.fromEntries(columns.map((column) => [column.name, column.type])) },
      ]),
    ),
  })}\n`;
}

function readMe(shop: string): string {
  return `An archive of ${shop}: all that the shop owns.

tables/      a line of JSON for each row of each table; schema.json says what stands in it; rows of code series are sealed
lists/       the lists of the library as CSV, as they can be imported
manifest     what is in here, sealed by a key that is not

Codes, PINs, photographs and rows of code series are sealed. What opens them is the vault key, which is not in here; codes, PINs and
photographs also want their wrapped keys, which stand in a file of their own beside the archives. Names, phones and addresses are readable: keep this file where you would keep
the paper files of your customers.

To take it in again: npm run restore -- this-file.zip
`;
}
