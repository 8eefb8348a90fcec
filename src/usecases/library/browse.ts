import { type LibraryList, type ListName, listNames, listOf, rowName } from '@/core/catalogue/lists';
import type { Actor } from '@/core/kinds/actor';
import { type ChangeRow, listLatestChanges, listRowChanges } from '@/data/library/changes';
import { countList, findRow, type LibraryRow, listRows, listValues } from '@/data/library/rows';
import { getShopOrThrow } from '@/data/shop';
import { database } from '../database';

export interface LibraryOverview {
  readonly lists: readonly { readonly name: ListName; readonly rows: number }[];
  readonly changes: readonly (ChangeRow & { readonly rowName: string })[];
  readonly zone: string;
}

/** Every list with its size, and what was changed last. */
export async function readLibrary(_actor: Actor): Promise<LibraryOverview> {
  const db = database();
  const lists = await Promise.all(listNames.map(async (name) => ({ name, rows: await countList(db, name) })));
  const changes = await listLatestChanges(db, 12);
  const { zone } = await getShopOrThrow(db);
  return { lists, changes: changes.map(withName), zone };
}

function withName(change: ChangeRow) {
  return { ...change, rowName: rowName(listOf(change.list), change.after ?? change.before ?? {}) };
}

export interface ListPage {
  readonly name: ListName;
  readonly rows: readonly LibraryRow[];
  readonly total: number;
  readonly offset: number;
  readonly search: string;
}

export const pageSize = 50;

export async function readListPage(
  _actor: Actor,
  name: ListName,
  search: string,
  offset: number,
): Promise<ListPage> {
  const { rows, total } = await listRows(database(), name, { search, offset, limit: pageSize });
  return { name, rows, total, offset, search };
}

export interface RowView {
  readonly list: LibraryList['name'];
  readonly row: LibraryRow;
  readonly name: string;
  readonly changes: readonly ChangeRow[];
  readonly zone: string;
}

export async function readRow(_actor: Actor, name: ListName, id: string): Promise<RowView | undefined> {
  const db = database();
  const row = await findRow(db, name, id);
  if (!row) return undefined;
  const { zone } = await getShopOrThrow(db);
  return {
    list: name,
    row,
    name: rowName(listOf(name), row.cells),
    changes: await listRowChanges(db, name, row.id),
    zone,
  };
}

/** What can stand in the columns that name a row of another list, where they are few enough to choose from. */
export async function readChoices(
  _actor: Actor,
  name: ListName,
): Promise<Readonly<Record<string, readonly string[]>>> {
  const db = database();
  const entries = listOf(name).references.flatMap(({ list, columns }) =>
    Object.entries(columns).map(([column, theirs]) => ({ column, list, theirs })),
  );
  const choices: Record<string, readonly string[]> = {};
  for (const { column, list, theirs } of entries) choices[column] ??= await listValues(db, list, theirs);
  return choices;
}
