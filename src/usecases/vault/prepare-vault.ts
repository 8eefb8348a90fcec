import { appendAudit } from '@/data/audit';
import { insertVaultKey, listVaultKeys } from '@/data/secrets';
import { now } from '@/outside/clock';
import {
  makeVaultKey,
  readVaultKeys,
  vaultFile,
  vaultFromEnvironment,
  writeVaultKeys,
} from '@/outside/vault-key';
import { transact } from '../database';
import { systemActor } from '../people/sessions';

/** What became of the vault key at a start. */
export type VaultState =
  | { readonly kind: 'ready' }
  | { readonly kind: 'made'; readonly file: string }
  | { readonly kind: 'refused'; readonly message: string };

/**
 * Holds the vault key against the fingerprint in the database. An empty database takes the key at hand, or gets a new one
 * in a file; one that has a fingerprint is refused without exactly that key, since its secrets could not be read.
 */
export async function prepareVault(): Promise<VaultState> {
  return transact(async (db): Promise<VaultState> => {
    const known = (await listVaultKeys(db)).filter(({ state }) => state !== 'past');
    const keys = readVaultKeys();
    const place = vaultFromEnvironment() ? 'KILNSMAN_VAULT_KEY' : vaultFile();
    if (known.length > 0) {
      const missing = known.filter(({ fingerprint }) => !keys.some((key) => key.fingerprint === fingerprint));
      if (missing.length === 0) return { kind: 'ready' };
      const wanted = missing.map(({ fingerprint }) => fingerprint).join(', ');
      return {
        kind: 'refused',
        message:
          keys.length === 0
            ? `the vault key is missing: expected the key ${wanted} at ${place}. Put your copy there. Without it no code or PIN of this shop can be read, so nothing was started.`
            : `the vault key at ${place} is not the one of this database: expected ${wanted}, got ${keys.map(({ fingerprint }) => fingerprint).join(', ')}. Put your copy of the right one there; nothing was started.`,
      };
    }
    const [given] = keys;
    const key = given ?? makeVaultKey();
    if (!given) writeVaultKeys([key]);
    const at = now();
    await insertVaultKey(db, { fingerprint: key.fingerprint, state: 'current', madeAt: at });
    await appendAudit(db, systemActor('start'), {
      action: 'vault.made',
      subjectKind: 'shop',
      subjectId: null,
      details: { fingerprint: key.fingerprint },
    });
    return given ? { kind: 'ready' } : { kind: 'made', file: vaultFile() };
  });
}
