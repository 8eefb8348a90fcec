import { done } from '@/core/kinds/result';
import { hasDataKeys, readWrappedKeys } from '@/data/archive/tables';
import { openPlainDatabase } from '@/data/plain-database';

/** The keys that a database knows as destroyed; none where it has no schema. */
export async function listDestroyedKeys(
  url: string,
): Promise<readonly { readonly id: string; readonly at: string }[]> {
  const found = await openPlainDatabase(url, async (db) =>
    done((await hasDataKeys(db)) ? (await readWrappedKeys(db)).destroyed : []),
  );
  return found.ok ? found.value : [];
}
