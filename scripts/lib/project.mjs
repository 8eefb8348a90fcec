// Where things stand: the clone, its private folder, and names derived from them.
import { createHash } from 'node:crypto';
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

export class Stop extends Error {}
