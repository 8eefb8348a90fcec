import { NIL } from 'uuid';
import { type KeywayList, type KeywayRow, keywayColumns, keywayLists } from '@/core/blade/keyway-rows';
import type { Db } from '../db';
import { currentRows } from './rows';
import { jsonOf, matchOn, stagedRows } from './staged';

/** The names of the keyways that an import touches. */
export async function listStagedKeyways(db: Db, importId: string): Promise<string[]> {
  const found = await db.query<{ name: string }>(
    keywayLists
      .map((list) => `SELECT DISTINCT ${keywayColumns[list]} AS name FROM (${stagedRows(list)}) s`)
      .join(' UNION '),
    [importId],
  );
  return found.rows.map(({ name }) => name);
}

/**
 * The rows of keyways by their names as they stand, or as they would stand after an import whose rows are staged; of those
 * with their line.
 */
export async function listKeywayRows(
  db: Db,
  names: readonly string[],
  { importId = NIL, lists = keywayLists }: WhichRows = {},
): Promise<KeywayRow[]> {
  const rows: KeywayRow[] = [];
  for (const list of lists) {
    const name = keywayColumns[list];
    const found = await db.query<Omit<KeywayRow, 'list'>>(
      `SELECT s.line, ${jsonOf(list, 's')} AS cells FROM (${stagedRows(list)}) s WHERE s.${name} = ANY ($2)
       UNION ALL
       SELECT NULL, ${jsonOf(list, 'c')} FROM (${currentRows(list)}) c WHERE c.${name} = ANY ($2)
         AND NOT EXISTS (SELECT FROM (${stagedRows(list)}) s WHERE ${matchOn(list)})`,
      [importId, names],
    );
    rows.push(...found.rows.map((row) => ({ ...row, list })));
  }
  return rows;
}

interface WhichRows {
  readonly importId?: string;
  readonly lists?: readonly KeywayList[];
}
