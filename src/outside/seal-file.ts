import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';

/** A seal of the audit chain as a line of a file beside the database. */
export interface FiledSeal {
  readonly seq: number;
  readonly hash: string;
  readonly keyId: string;
  readonly mac: string;
  readonly sealedAt: string;
}

/** Seals kept in the file; older ones stand in the database alone. */
const mostSeals = 2000;

/** Where the seals stand outside of the database; a copy of it on another machine is worth more than one here. */
export function sealFile(): string {
  return resolve(process.env.KILNSMAN_SEAL_FILE ?? join('.kilnsman', 'audit.seals'));
}

/** The seals of the file, oldest first; none where there is no file. Lines that are no seals are left out. */
export function readSealFile(): FiledSeal[] {
  if (!existsSync(sealFile())) return [];
  return readFileSync(sealFile(), 'utf8')
    .split('\n')
    .flatMap((line) => {
      try {
        const seal = JSON.parse(line) as FiledSeal;
        return Number.isSafeInteger(seal.seq) && typeof seal.hash === 'string' ? [seal] : [];
      } catch {
        return [];
      }
    });
}

/** Adds a seal to the file: written beside it first, then put in its place. */
export function appendSealFile(seal: FiledSeal): void {
  const known = readSealFile();
  if (known.some(({ seq, keyId }) => seq === seal.seq && keyId === seal.keyId)) return;
  const file = sealFile();
  mkdirSync(dirname(file), { recursive: true });
  const lines = [...known, seal].slice(-mostSeals).map((one) => JSON.stringify(one));
  writeFileSync(`${file}.new`, `${lines.join('\n')}\n`, { mode: 0o600 });
  renameSync(`${file}.new`, file);
}
