import { readFileSync } from 'node:fs';
import { done, failed, type Result } from '@/core/kinds/result';
import { beginRestore, endRestore, listKeylessIds, putWrappedKeys, writeLines } from '@/data/archive/restore';
import { checkAuditChain } from '@/data/audit';
import { migrate, migrateAsFar } from '@/data/migrate';
import { newestSchema } from '@/data/newest-schema';
import { openPlainDatabase } from '@/data/plain-database';
import { checkSeal, type Manifest, type WrappedKeys } from '@/formats/archive/manifest';
import { AlteredFile, openArchive } from '@/formats/archive/unpack';
import { readVaultKeys } from '@/outside/vault-key';

export interface Restored {
  readonly manifest: Manifest;
  readonly lines: number;
  /** Secrets that cannot be read any more: their keys were destroyed, or nobody has them. */
  readonly keysGone: number;
}

interface RestoreWishes {
  /** The file of wrapped keys; without it no secret of the archive can be read. */
  readonly keysFile: string | undefined;
  /** Keys that were destroyed in the meantime, as the database that is replaced knows them. */
  readonly destroyed: readonly { readonly id: string; readonly at: string }[];
  /** Keys that neither the file has nor anybody destroyed count as lost. */
  readonly withoutKeys: boolean;
  readonly onProgress?: (at: {
    readonly table: string;
    readonly tables: number;
    readonly of: number;
  }) => void;
}

/**
 * Takes an archive into an empty database, as the role that owns its schema: migrated as far as the archive was, filled in
 * one transaction, then brought up to date. Nothing of it stays where anything does not fit.
 * @param url the empty database, as the migrator
 */
export async function restoreArchive(
  path: string,
  url: string,
  servingRole: string,
  wishes: RestoreWishes,
): Promise<Result<Restored>> {
  const opened = await openArchive(path, readVaultKeys());
  if (!opened.ok) return opened;
  const { manifest, read, readTable, end } = opened.value;
  try {
    const keys = keysOf(wishes.keysFile, manifest);
    if (!keys.ok) return keys;
    const migrated = await migrateAsFar(url, manifest.schema);
    if (!migrated)
      return failed(
        `The archive was made by a newer version of the program (${manifest.schema}; this one knows ${newestSchema()}). Update this one first.`,
      );
    const restored = await openPlainDatabase(url, async (db) => {
      const waiting = await beginRestore(db);
      const own = waiting.tables.map(({ name }) => name).join();
      if (own !== manifest.tables.map(({ name }) => name).join())
        return failed('The archive has other tables than a database of its version.');
      let lines = 0;
      for (const [at, table] of waiting.tables.entries()) {
        wishes.onProgress?.({ table: table.name, tables: at, of: waiting.tables.length });
        const written = await writeLines(db, table, await readTable(table.name));
        if (written !== manifest.tables[at]?.lines)
          return failed(
            `${table.name} has ${written} lines, and the archive says ${manifest.tables[at]?.lines}.`,
          );
        lines += written;
      }
      // What nothing is taken of is held against its seal all the same.
      for (const { name } of manifest.files)
        if (!name.startsWith('tables/')) for await (const _ of await read(name));
      await putWrappedKeys(db, keys.value.keys, [...keys.value.destroyed, ...wishes.destroyed]);
      const keyless = await listKeylessIds(db);
      if (keyless.length > 0 && !wishes.withoutKeys)
        return failed(
          `The keys of ${keyless.length} jobs' secrets are not in the file of wrapped keys${wishes.keysFile ? ', which is older than the archive' : ', since none was given'}. With --without-keys the archive is taken, and those secrets are lost for good.`,
        );
      await putWrappedKeys(
        db,
        [],
        keyless.map((id) => ({ id, at: manifest.madeAt })),
      );
      await endRestore(db, waiting, manifest.sequences);
      const chain = await checkAuditChain(db);
      if (chain.brokenAt !== undefined)
        return failed(
          `The audit of the archive breaks at line ${chain.brokenAt}: it was altered before it was archived.`,
        );
      return done({ manifest, lines, keysGone: keyless.length });
    });
    if (restored.ok) await migrate(url, servingRole);
    return restored;
  } catch (error) {
    if (error instanceof AlteredFile) return failed(error.message);
    throw error;
  } finally {
    end();
  }
}

/** The wrapped keys of a file, where it is one of this shop. */
function keysOf(
  file: string | undefined,
  { keyId }: Manifest,
): Result<Pick<WrappedKeys, 'keys' | 'destroyed'>> {
  if (file === undefined) return done({ keys: [], destroyed: [] });
  const [text = '', seal = ''] = readFileSync(file, 'utf8').split('\n');
  const verdict = checkSeal(text, seal, readVaultKeys());
  if (verdict === 'altered') return failed('The file of wrapped keys was altered, or is none.');
  if (verdict !== 'good')
    return failed(`The file of wrapped keys is sealed by the vault key ${verdict.wants}, which is not here.`);
  const keys = JSON.parse(text) as WrappedKeys;
  // After a change of the vault key the same keys are wrapped otherwise; an archive from before it wants the keys from before it.
  if (keys.keyId !== keyId)
    return failed(
      `The wrapped keys are those of the vault key ${keys.keyId}, the archive is of ${keyId}: take the file that was written with it.`,
    );
  return done(keys);
}
