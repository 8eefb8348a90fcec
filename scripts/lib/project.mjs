// Where things stand: the clone, its private folder, and names derived from them.
import { createHash } from 'node:crypto';
import { statfsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
export const privateFolder = join(root, '.kilnsman');
export const isRoot = process.getuid?.() === 0;

/** Tells this clone from another one on the same machine; eight hex digits. */
export const cloneId = createHash('sha256').update(root).digest('hex').slice(0, 8);

export const nextBinary = join(root, 'node_modules', 'next', 'dist', 'bin', 'next');

export function say(text) {
  console.log(`kilnsman: ${text}`);
}

const roomBytes = 200 * 1024 * 1024;

/** Stops with a clear word where the disk of a folder has no room left to build, to store or to log. */
export function ensureRoom(folder) {
  const { bavail, bsize } = statfsSync(folder);
  if (bavail * bsize >= roomBytes) return;
  throw new Stop(
    `the disk of ${folder} is full: ${Math.floor((bavail * bsize) / 1024 / 1024)} MB are free, ${roomBytes / 1024 / 1024} MB are needed. Make room and start again`,
  );
}

export class Stop extends Error {}
