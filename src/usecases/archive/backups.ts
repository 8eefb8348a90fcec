import { v7 as uuid } from 'uuid';
import type { PersonActor } from '@/core/kinds/actor';
import { hourOf, localMoment, minutesOf } from '@/core/kinds/local-time';
import { done, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { type BackupRow, beginBackup, endBackup, keepBackup, listBackups } from '@/data/backups';
import { getShopOrThrow, updateBackupPlan } from '@/data/shop';
import type { BackupPlanInput } from '@/inputs/firm-inputs';
import {
  type BackupFile,
  backupFolder,
  dropOldBackups,
  listBackupFiles,
  writeBackupFile,
} from '@/outside/backup-folder';
import { now } from '@/outside/clock';
import { database, transact } from '../database';
import { refusedFor } from '../duties';
import { systemActor } from '../people/sessions';
import { changeOfShop, changeShop } from '../shop/change-shop';
import { clearTrouble, noteTrouble } from '../troubles';
import { keysFileOf, makeArchive } from './make-archive';

const signOfLifeMs = 15_000;

/** Writes an archive into the backup folder and drops the oldest ones beyond those that are kept. */
export async function writeBackup(forDay: string | null): Promise<Result<BackupFile>> {
  const db = database();
  const { zone, backupKeep } = await getShopOrThrow(db);
  const id = uuid();
  const begunAt = now();
  const { day, hour } = localMoment(begunAt, zone);
  const name = `kilnsman-${day}T${hour.replace(':', '')}-${id.slice(-6)}.zip`;
  if (!(await beginBackup(db, { id, forDay, begunAt, file: name })))
    return failed('Another server writes it, or has written it.');
  const stop = new AbortController();
  const life = setInterval(() => {
    keepBackup(db, id).then(
      (mine) => mine || stop.abort(),
      () => {},
    );
  }, signOfLifeMs);
  try {
    let lines = 0;
    const file = await writeBackupFile(name, async (take) => {
      const { manifest, keys } = await makeArchive(take, { signal: stop.signal });
      lines = manifest.tables.reduce((sum, table) => sum + table.lines, 0);
      return keysFileOf(keys);
    });
    await endBackup(db, id, now(), { bytes: file.bytes, lines });
    await transact((db) =>
      appendAudit(db, systemActor('backup'), {
        action: 'archive.backedUp',
        subjectKind: 'shop',
        subjectId: null,
        details: { file: name, lines },
      }),
    );
    await dropOldBackups(backupKeep);
    clearTrouble('backup');
    return done(file);
  } catch (error) {
    const words = whyNot(error);
    await endBackup(db, id, now(), { failure: words }).catch(() => {});
    noteTrouble('backup', `The backup could not be written: ${words}`);
    return failed(words);
  } finally {
    clearInterval(life);
  }
}

/** Writes the backup of the day once its hour has come; whichever server is first does it. */
export async function backUpWhenDue(): Promise<void> {
  const { zone, backupAt } = await getShopOrThrow(database());
  if (backupAt === null) return;
  const { day, hour } = localMoment(now(), zone);
  if (hour < backupAt) return;
  const [last] = await listBackups(database(), 1);
  if (last?.state === 'made' && localMoment(last.begunAt, zone).day >= day) return;
  await writeBackup(day);
}

/** What is said of a failure; never what a file or a row holds. */
function whyNot(error: unknown): string {
  const code = (error as { code?: string }).code;
  const words: Readonly<Record<string, string>> = {
    ENOSPC: 'the disk is full.',
    EACCES: 'the folder may not be written.',
    EROFS: 'the folder cannot be written.',
    ENOENT: 'the folder is gone.',
  };
  return words[code ?? ''] ?? (code ? `it broke off (${code}).` : 'it broke off.');
}

export type { BackupFile } from '@/outside/backup-folder';

export interface BackupsView {
  readonly folder: string;
  readonly files: readonly BackupFile[];
  readonly runs: readonly BackupRow[];
  readonly plan: { readonly at: string | null; readonly keep: number };
  readonly zone: string;
  readonly now: Date;
}

/** What is written away and when. */
export async function readBackups(actor: PersonActor): Promise<BackupsView> {
  const db = database();
  const { zone, backupAt, backupKeep } = await getShopOrThrow(db);
  return {
    folder: backupFolder(),
    files: listBackupFiles(),
    runs: await listBackups(db, 20),
    plan: { at: backupAt, keep: backupKeep },
    zone,
    now: actor.at,
  };
}

/** Sets when a backup is written by itself, and how many are kept. */
export function setBackupPlan(actor: PersonActor, { at, keep }: BackupPlanInput): Promise<Result<null>> {
  return changeShop(actor, changeOfShop('backups', { keep }), async (db) => {
    await updateBackupPlan(db, { at: at === null ? null : hourOf(minutesOf(at)), keep });
    return undefined;
  });
}

/** Writes one now into the folder, for a person who asks. */
export async function backUpNow(actor: PersonActor): Promise<Result<BackupFile>> {
  const mayNot = refusedFor(actor, 'manageShop');
  return mayNot ?? writeBackup(null);
}

/** Notes that an archive was taken in, as the first thing that happens to it. */
export async function noteRestore(file: string): Promise<void> {
  await transact((db) =>
    appendAudit(db, systemActor('restore'), {
      action: 'archive.restored',
      subjectKind: 'shop',
      subjectId: null,
      details: { file },
    }),
  );
}
