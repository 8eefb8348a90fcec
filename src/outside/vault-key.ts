import { createHash, randomBytes } from 'node:crypto';
import {
  chmodSync,
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  statSync,
  writeSync,
} from 'node:fs';
import { dirname, join, resolve } from 'node:path';

/** A key of 32 bytes that wraps the data keys of jobs; the fingerprint names it without telling it. */
export interface VaultKey {
  readonly fingerprint: string;
  readonly bytes: Buffer;
}

const keyBytes = 32;

/** Where the keys stand when the environment does not give them: one in a line, in base64. */
export function vaultFile(): string {
  return resolve(process.env.KILNSMAN_VAULT_FILE ?? join('.kilnsman', 'vault.key'));
}

/** Whether the keys come from the environment, so that no file is read or written. */
export function vaultFromEnvironment(): boolean {
  return process.env.KILNSMAN_VAULT_KEY !== undefined;
}

/**
 * The vault keys at hand: of `KILNSMAN_VAULT_KEY` (several separated by commas), else of the file. Throws where a key is
 * not one, naming the place and never the key; gives none where there is no file.
 */
export function readVaultKeys(): VaultKey[] {
  const given = process.env.KILNSMAN_VAULT_KEY;
  if (given !== undefined) return given.split(',').map((text) => keyOf(text, 'KILNSMAN_VAULT_KEY'));
  const file = vaultFile();
  if (!existsSync(file)) return [];
  if ((statSync(file).mode & 0o077) !== 0)
    throw new Error(`the vault key ${file} can be read by others; set its mode to 600`);
  return readFileSync(file, 'utf8')
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => keyOf(line, file));
}

/** Writes the keys to the file with mode 0600: beside it first, then in its place, so that none is ever lost half-way. Makes its folder. */
export function writeVaultKeys(keys: readonly VaultKey[]): void {
  const file = vaultFile();
  const beside = `${file}.new`;
  mkdirSync(dirname(file), { recursive: true });
  const handle = openSync(beside, 'w', 0o600);
  writeSync(handle, `${keys.map(({ bytes }) => bytes.toString('base64')).join('\n')}\n`);
  fsyncSync(handle);
  closeSync(handle);
  chmodSync(beside, 0o600);
  renameSync(beside, file);
  const folder = openSync(dirname(file), 'r');
  fsyncSync(folder);
  closeSync(folder);
}

export function makeVaultKey(): VaultKey {
  return vaultKey(randomBytes(keyBytes));
}

function keyOf(text: string, place: string): VaultKey {
  const bytes = Buffer.from(text.trim(), 'base64');
  if (bytes.length !== keyBytes)
    throw new Error(
      `${place}: expected a vault key of ${keyBytes} bytes in base64, got ${bytes.length} bytes`,
    );
  return vaultKey(bytes);
}

function vaultKey(bytes: Buffer): VaultKey {
  return {
    bytes,
    fingerprint: createHash('sha256').update('kilnsman vault key').update(bytes).digest('hex').slice(0, 16),
  };
}
