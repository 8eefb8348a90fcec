import type { KeywaySpec } from '@/core/blade/keyway';
import { type LibraryList, type ListName, listNames, listOf, rowName } from '@/core/catalogue/lists/lists';
import type { Actor } from '@/core/kinds/actor';
import { findKeyway } from '@/data/keyways';
import { type ChangeRow, listLatestChanges, listRowChanges } from '@/data/library/changes';
import { countList, findRow, type LibraryRow, listRows, listValues } from '@/data/library/rows';
import { getShopOrThrow } from '@/data/shop';
import { database } from '../database';

export interface LibraryOverview {
  readonly lists: readonly { readonly name: ListName; readonly rows: number }[];
  readonly changes: readonly (ChangeRow & { readonly rowName: string })[];
  readonly zone: string;
}

export async function readLists(_actor: Actor): Promise<LibraryOverview['lists']> {
  return Promise.all(listNames.map(async (name) => ({ name, rows: await countList(database(), name) })));
}

/** Every list with its size, and what was changed last. */
export async function readLibrary(actor: Actor): Promise<LibraryOverview> {
  const db = database();
  const lists = await readLists(actor);
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
  readonly total: number | null;
  readonly next: readonly string[] | undefined;
}

const pageSize = 50;

/** A page of a list that begins after the key cells given. */
export async function readListPage(
  _actor: Actor,
  name: ListName,
  search: string,
  after: readonly string[] | undefined,
): Promise<ListPage> {
  return { name, ...(await listRows(database(), name, { search, after, limit: pageSize })) };
}

export interface RowView {
  readonly list: LibraryList['name'];
  /** Null where it was taken out and only its history is left. */
  readonly row: LibraryRow | null;
  readonly name: string;
  readonly changes: readonly ChangeRow[];
  readonly zone: string;
}

/** A row with its history; undefined where there never was one. */
export async function readRow(_actor: Actor, name: ListName, id: string): Promise<RowView | undefined> {
  const db = database();
  const row = await findRow(db, name, id);
  const changes = await listRowChanges(db, name, row?.id ?? id);
  const cells = row?.cells ?? changes[0]?.before ?? changes[0]?.after;
  if (!cells) return undefined;
  const { zone } = await getShopOrThrow(db);
  return { list: name, row: row ?? null, name: rowName(listOf(name), cells), changes, zone };
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

/** A keyway with its metal. */
export function readKeyway(_actor: Actor, name: string): Promise<KeywaySpec | undefined> {
  return findKeyway(database(), name);
}
