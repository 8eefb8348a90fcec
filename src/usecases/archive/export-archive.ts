import { PassThrough, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { PersonActor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { done, failed, type Result } from '@/core/kinds/result';
import { readWrappedKeys } from '@/data/archive/tables';
import { appendAudit } from '@/data/audit';
import { listBackups } from '@/data/backups';
import { listVaultKeys } from '@/data/secrets';
import { getShopOrThrow } from '@/data/shop';
import { archiveVersion, type Manifest } from '@/formats/archive/manifest';
import { AlteredFile, openArchive } from '@/formats/archive/unpack';
import type { BackupNameInput } from '@/inputs/firm-inputs';
import { backupFile, listBackupFiles } from '@/outside/backup-folder';
import { now } from '@/outside/clock';
import { log } from '@/outside/log';
import { readVaultKeys } from '@/outside/vault-key';
import { database, transact } from '../database';
import { refusedFor } from '../duties';
import { keysFileOf, makeArchive } from './make-archive';

/** Nobody may take longer than that to take an archive. */
const longestMs = 60 * 60_000;

export interface ArchiveExport {
  readonly name: string;
  readonly zip: Readable;
  /** What the last one had; null where there was none. */
  readonly aboutBytes: number | null;
}

/**
 * All that the shop owns, as it is taken; on record before its first byte. Where too many are taken at once it throws before
 * anything is answered: a file that is cut looks like a file.
 */
export async function exportArchive(actor: PersonActor): Promise<Result<ArchiveExport>> {
  const mayNot = refusedFor(actor, 'manageShop');
  if (mayNot) return mayNot;
  const shop = await getShopOrThrow(database());
  const last = (await listBackups(database(), 20)).find(({ bytes }) => bytes !== null);
  const out = new PassThrough();
  const stop = new AbortController();
  const limit = setTimeout(() => stop.abort(), longestMs);
  out.on('close', () => stop.abort());
  await new Promise<void>((begun, fails) => {
    const take = async (zip: Readable) => {
      await transact((db) =>
        appendAudit(db, actor, { action: 'archive.exported', subjectKind: 'shop', subjectId: shop.id }),
      );
      begun();
      await pipeline(zip, out);
    };
    makeArchive(take, { signal: stop.signal })
      .catch((error: Error & { code?: string }) => {
        fails(error);
        log.warn({ code: error.code ?? error.name }, 'an export of everything broke off');
        // Nobody may listen yet: an error without a listener would end the program.
        out.on('error', () => {}).destroy(error);
      })
      .finally(() => clearTimeout(limit));
  });
  const { day, hour } = localMoment(now(), shop.zone);
  return done({
    name: `kilnsman-${day}T${hour.replace(':', '')}.zip`,
    zip: out,
    aboutBytes: last?.bytes ?? null,
  });
}

/** The wrapped keys as they are, for an archive that was exported before. */
export async function exportWrappedKeys(actor: PersonActor): Promise<Result<string>> {
  const mayNot = refusedFor(actor, 'manageShop');
  if (mayNot) return mayNot;
  return transact(async (db) => {
    const keyId = (await listVaultKeys(db)).find(({ state }) => state === 'current')?.fingerprint;
    if (!keyId) return failed('The database names no vault key.');
    const wrapped = await readWrappedKeys(db);
    await appendAudit(db, actor, { action: 'archive.keysExported', subjectKind: 'shop', subjectId: null });
    return done(
      keysFileOf({
        format: 'kilnsman-wrapped-keys',
        version: archiveVersion,
        madeAt: now().toISOString(),
        keyId,
        ...wrapped,
      }),
    );
  });
}

/** What an archive of the folder has in it, every file of it read and held against its seal. */
export async function checkBackup(
  actor: PersonActor,
  { name }: BackupNameInput,
): Promise<
  Result<Pick<Manifest, 'madeAt' | 'shop' | 'schema'> & { readonly lines: number; readonly tables: number }>
> {
  const mayNot = refusedFor(actor, 'manageShop');
  if (mayNot) return mayNot;
  if (!listBackupFiles().some((file) => file.name === name))
    return failed('There is no such archive any more.', 'name');
  const opened = await openArchive(backupFile(name), readVaultKeys());
  if (!opened.ok) return opened;
  const { manifest, read, end } = opened.value;
  try {
    for (const file of manifest.files) for await (const _ of await read(file.name));
  } catch (error) {
    if (error instanceof AlteredFile) return failed(error.message);
    return failed('The archive is damaged: it cannot be unpacked.');
  } finally {
    end();
  }
  const { madeAt, shop, schema, tables } = manifest;
  const lines = tables.reduce((sum, table) => sum + table.lines, 0);
  return done({ madeAt, shop, schema, lines, tables: tables.length });
}
