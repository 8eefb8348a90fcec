import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, expect, it, vi } from 'vitest';
import { makeVaultKey, readVaultKeys, writeVaultKeys } from './vault-key';

const place = mkdtempSync(join(tmpdir(), 'vault-key-'));

afterEach(() => {
  vi.unstubAllEnvs();
  rmSync(place, { recursive: true });
});

it('keeps its keys in a folder that it makes itself, readable by nobody else', () => {
  const file = join(place, 'not', 'there', 'vault.key');
  vi.stubEnv('KILNSMAN_VAULT_KEY', undefined);
  vi.stubEnv('KILNSMAN_VAULT_FILE', file);
  const keys = [makeVaultKey(), makeVaultKey()];
  writeVaultKeys(keys);
  expect(readVaultKeys()).toEqual(keys);
  expect(statSync(file).mode & 0o777).toBe(0o600);
});
