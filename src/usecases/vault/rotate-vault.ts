import { appendAudit } from '@/data/audit';
import {
  insertVaultKey,
  listVaultKeys,
  promoteVaultKey,
  rewrapDataKey,
  takeDataKeysOf,
} from '@/data/secrets';
import { now } from '@/outside/clock';
import { makeVaultKey, readVaultKeys, vaultFromEnvironment, writeVaultKeys } from '@/outside/vault-key';
import { transact } from '../database';
import { systemActor } from '../people/sessions';
import { unwrap, vaultKeyOf, wrap } from './vault';

const batch = 100;

/**
 * Changes the vault key: the new one is put beside the old, the data keys of all jobs are wrapped anew in batches, then the
 * old one is dropped. Stopped anywhere it can be called again and goes on; the program can serve meanwhile.
 * @param between is told how many keys are done after each batch, and may throw to stop
 * @returns how many data keys were wrapped anew
 */
export async function rotateVault(between: (done: number) => void = () => {}): Promise<number> {
  await beginRotation();
  let done = 0;
  for (;;) {
    const count = await rewrapBatch();
    if (count === 0) break;
    done += count;
    between(done);
  }
  await endRotation();
  return done;
}

/** Makes the next key, in the file before it is in the database; one begun earlier is taken up again. */
async function beginRotation(): Promise<void> {
  const known = await transact(listVaultKeys);
  if (known.some(({ state }) => state === 'next')) return;
  const current = known.find(({ state }) => state === 'current');
  if (!current) throw new Error('this database has no vault key; start the program once to make it');
  const keys = readVaultKeys();
  // A key beside the current one that the database does not know: written before a stop, or given by the environment.
  const beside = keys.find(({ fingerprint }) => !known.some((one) => one.fingerprint === fingerprint));
  if (!beside && vaultFromEnvironment())
    throw new Error('set KILNSMAN_VAULT_KEY to the old key and the new one, separated by a comma');
  const next = beside ?? makeVaultKey();
  if (!beside) writeVaultKeys([...keys, next]);
  await transact(async (db) => {
    await insertVaultKey(db, { fingerprint: next.fingerprint, state: 'next', madeAt: now() });
    await appendAudit(db, systemActor('vault rotation'), {
      action: 'vault.rotationBegun',
      subjectKind: 'shop',
      subjectId: null,
      details: { from: current.fingerprint, to: next.fingerprint },
    });
  });
}

async function rewrapBatch(): Promise<number> {
  return transact(async (db) => {
    const known = await listVaultKeys(db);
    const next = known.find(({ state }) => state === 'next');
    const current = known.find(({ state }) => state === 'current');
    if (!next || !current) return 0;
    const vault = vaultKeyOf(next.fingerprint);
    const rows = await takeDataKeysOf(db, current.fingerprint, batch);
    for (const row of rows) {
      const { id } = row;
      await rewrapDataKey(db, { id, fingerprint: vault.fingerprint, wrapped: wrap(vault, id, unwrap(row)) });
    }
    return rows.length;
  });
}

/** The next key becomes the current one; keys made by jobs meanwhile are wrapped first. */
async function endRotation(): Promise<void> {
  const current = await transact(async (db) => {
    await promoteVaultKey(db);
    const now = (await listVaultKeys(db)).find(({ state }) => state === 'current');
    await appendAudit(db, systemActor('vault rotation'), {
      action: 'vault.rotated',
      subjectKind: 'shop',
      subjectId: null,
      details: { to: now?.fingerprint },
    });
    return now;
  });
  // Data keys that a job made with the old key between the last batch and the change.
  const old = (await transact(listVaultKeys)).filter(({ state }) => state === 'past');
  for (const { fingerprint } of old) {
    await transact(async (db) => {
      if (!current) return;
      const vault = vaultKeyOf(current.fingerprint);
      for (const row of await takeDataKeysOf(db, fingerprint, 10_000)) {
        await rewrapDataKey(db, {
          id: row.id,
          fingerprint: vault.fingerprint,
          wrapped: wrap(vault, row.id, unwrap(row)),
        });
      }
    });
  }
  if (current && !vaultFromEnvironment()) writeVaultKeys([vaultKeyOf(current.fingerprint)]);
}
