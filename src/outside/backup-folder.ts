import { createWriteStream, existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import { open, rename, rm, statfs, unlink, writeFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';

/** Where archives are written to; another disk, or another machine's, is worth more than this one. */
export function backupFolder(): string {
  return resolve(process.env.KILNSMAN_BACKUP_FOLDER ?? join('.kilnsman', 'backups'));
}

/** The wrapped keys beside the archives, replaced with each of them. */
export const keysFileName = 'wrapped-keys.txt';
const archiveName = /^kilnsman-[\dT-]+(-\w+)?\.zip$/;

/** An archive in the folder. */
export interface BackupFile {
  readonly name: string;
  readonly bytes: number;
  readonly madeAt: Date;
}

/** Where an archive of the folder stands. */
export function backupFile(name: string): string {
  return join(backupFolder(), name);
}

/** The archives of the folder, newest first; none where there is no folder. */
export function listBackupFiles(folder = backupFolder()): BackupFile[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => archiveName.test(name))
    .sort()
    .reverse()
    .map((name) => {
      const { size, mtime } = statSync(join(folder, name));
      return { name, bytes: size, madeAt: mtime };
    });
}

/**
 * Writes an archive into the folder under its name, and then nobody sees half of it: beside it first, flushed to the disk,
 * the wrapped keys in their place, then the archive in its.
 * @param write writes the archive to where it is told, and gives the text of the wrapped keys
 */
export async function writeBackupFile(
  name: string,
  write: (take: (zip: Readable) => Promise<void>) => Promise<string>,
  folder = backupFolder(),
): Promise<BackupFile> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const part = join(folder, `${name}.part`);
  try {
    const keys = await write(async (zip) => {
      await pipeline(zip, createWriteStream(part, { mode: 0o600 }));
    });
    await flushed(part);
    await replaced(join(folder, keysFileName), keys);
    await rename(part, join(folder, name));
    await flushed(folder);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
  const { size, mtime } = statSync(join(folder, name));
  return { name, bytes: size, madeAt: mtime };
}

/** Takes away all but the newest archives, and what servers that died left half-written. */
export async function dropOldBackups(keep: number, folder = backupFolder()): Promise<void> {
  const old = listBackupFiles(folder).slice(keep);
  await Promise.all(old.map(({ name }) => unlink(join(folder, name))));
  const left = (existsSync(folder) ? readdirSync(folder) : []).filter(
    (name) => name.endsWith('.part') && statSync(join(folder, name)).mtimeMs < Date.now() - 6 * 3_600_000,
  );
  await Promise.all(left.map((name) => unlink(join(folder, name))));
}

/** Bytes that are free where the archives go, and where the program stands. */
export async function freeBytes(folder = backupFolder()): Promise<number> {
  const { bavail, bsize } = await statfs(existsSync(folder) ? folder : process.cwd());
  return bavail * bsize;
}

async function replaced(file: string, text: string): Promise<void> {
  await writeFile(`${file}.new`, text, { mode: 0o600 });
  await flushed(`${file}.new`);
  await rename(`${file}.new`, file);
}

async function flushed(path: string): Promise<void> {
  const handle = await open(path, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}
