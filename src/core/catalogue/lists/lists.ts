import type { Cells, ListDescription } from './description';
import { keyLists } from './keys';
import { platformLists } from './platforms';
import { standInLists } from './stand-ins';
import { vehicleLists } from './vehicles';

/** The shelves of the library, in the order in which they are shown. */
const listGroups = {
  vehicles: 'Vehicles',
  keys: 'Keys',
  standIns: 'Stand-ins',
  platforms: 'Platforms',
} as const;
export type ListGroup = keyof typeof listGroups;

const shelves = {
  vehicles: vehicleLists,
  keys: keyLists,
  standIns: standInLists,
  platforms: platformLists,
} as const satisfies Record<ListGroup, Record<string, ListDescription>>;

type Shelves = typeof shelves;
export type ListName = { [Group in ListGroup]: keyof Shelves[Group] & string }[ListGroup];

/** Columns that name a row of another list: each column with that list's column. */
export interface ListReference {
  readonly list: ListName;
  readonly columns: Readonly<Record<string, string>>;
}

export interface LibraryList extends Omit<ListDescription, 'references'> {
  readonly name: ListName;
  readonly group: ListGroup;
  readonly references: readonly ListReference[];
}

const described = (Object.keys(shelves) as ListGroup[]).flatMap((group) =>
  Object.entries<ListDescription>(shelves[group]).map(
    ([name, list]) => ({ ...list, name, group }) as LibraryList,
  ),
);

/** A list after all that it names: no list names itself, or one that names it. */
function inOrder(lists: readonly LibraryList[]): LibraryList[] {
  const placed = new Map<ListName, LibraryList>();
  const place = (list: LibraryList): void => {
    if (placed.has(list.name)) return;
    for (const { list: other } of list.references) {
      const named = lists.find(({ name }) => name === other);
      if (named) place(named);
    }
    placed.set(list.name, list);
  };
  for (const list of lists) place(list);
  return [...placed.values()];
}

/** Each shelf with its lists, as they are shown. */
export const listShelves = (Object.keys(shelves) as ListGroup[]).map((group) => ({
  title: listGroups[group],
  lists: described.filter((list) => list.group === group).map(({ name }) => name),
}));

const lists = inOrder(described);

/** The lists in the order in which they refer to each other. */
export const listNames: readonly ListName[] = lists.map(({ name }) => name);

const byName = new Map(lists.map((list) => [list.name, list]));

export function isListName(name: string): name is ListName {
  return byName.has(name as ListName);
}

export function listOf(name: ListName): LibraryList {
  const list = byName.get(name);
  if (!list) throw new Error(`expected a list of the library, got ${name}`);
  return list;
}

/** The key of a row in words: 'Halvorn Merrowdale Meres II push 2019 5'. */
export function rowName(list: LibraryList, cells: Cells): string {
  return list.key.flatMap((name) => cells[name] ?? []).join(' ');
}
