import { NIL } from 'uuid';
import type { Cells } from '@/core/catalogue/lists/description';
import type { ListName } from '@/core/catalogue/lists/lists';
import type { Db } from '../db';
import { currentRows } from './rows';
import { jsonOf, matchOn, stagedRows } from './staged';

export interface ListRow<List extends ListName> {
  readonly list: List;
  /** Of the file, where it is of one. */
  readonly line: number | null;
  readonly cells: Cells;
}

/**
 * Rows of some lists by what a column of each names, as they stand, or as they would stand after an import whose rows are staged; of
 * those with their line.
 * @param names null for every row
 */
export async function listRowsNamed<List extends ListName>(
  db: Db,
  columns: Readonly<Partial<Record<List, string>>>,
  names: readonly string[] | null,
  { importId = NIL }: { readonly importId?: string } = {},
): Promise<ListRow<List>[]> {
  const rows: ListRow<List>[] = [];
  for (const [list, name] of Object.entries(columns) as [List, string][]) {
    const found = await db.query<Omit<ListRow<List>, 'list'>>(
      `SELECT s.line, ${jsonOf(list, 's')} AS cells FROM (${stagedRows(list)}) s WHERE $2::text[] IS NULL OR s.${name} = ANY ($2)
       UNION ALL
       SELECT NULL, ${jsonOf(list, 'c')} FROM (${currentRows(list)}) c WHERE ($2::text[] IS NULL OR c.${name} = ANY ($2))
         AND NOT EXISTS (SELECT FROM (${stagedRows(list)}) s WHERE ${matchOn(list)})`,
      [importId, names],
    );
    rows.push(...found.rows.map((row) => ({ ...row, list })));
  }
  return rows;
}

/** What the staged rows of an import name in a column of some lists. */
export async function listStagedNames<List extends ListName>(
  db: Db,
  columns: Readonly<Partial<Record<List, string>>>,
  importId: string,
): Promise<string[]> {
  const found = await db.query<{ name: string }>(
    (Object.entries(columns) as [List, string][])
      .map(([list, column]) => `SELECT DISTINCT ${column} AS name FROM (${stagedRows(list)}) s`)
      .join(' UNION '),
    [importId],
  );
  return found.rows.map(({ name }) => name);
}
