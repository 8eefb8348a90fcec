import type { KeywaySpec } from '@/core/blade/keyway';
import { keywaysOf, metalLists } from '@/core/blade/keyway-rows';
import type { Db } from './db';
import { listKeywayRows } from './library/keyway-rows';

/** A keyway with its metal, by its name; undefined where there is none of it. */
export async function findKeyway(db: Db, name: string): Promise<KeywaySpec | undefined> {
  return keywaysOf(await listKeywayRows(db, [name], { lists: metalLists })).get(name);
}
