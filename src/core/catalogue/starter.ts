import type { Cells } from './lists/description';
import { type ListName, type ListReference, listNames, listOf, rowName } from './lists/lists';

/** Rows by list. */
export type Rows = Readonly<Partial<Record<ListName, readonly Cells[]>>>;

/** Lists whose rows are a choice of their own: they come in where something names them, and not because of what they name. */
const chosen: ReadonlySet<ListName> = new Set([
  'makes',
  'models',
  'generations',
  'applications',
  'markets',
  'code-series',
  'sisters',
  'tool-lists',
  'maker-ids',
]);

/**
 * A small library that stands by itself: some rows, all that they name, and all that belongs to that (spaces of a keyway, ways
 * of a platform). A reference that may be left out and leads nowhere is left out.
 * @param all every row there is
 * @param first the rows to begin with
 */
export function starterOf(
  all: Rows,
  first: readonly { readonly list: ListName; readonly cells: Cells }[],
): Rows {
  const taken = new Map<ListName, Map<string, Cells>>(listNames.map((name) => [name, new Map()]));
  const has = (list: ListName, cells: Cells) => taken.get(list)?.has(rowName(listOf(list), cells)) ?? false;
  const take = (list: ListName, cells: Cells): void => {
    if (has(list, cells)) return;
    let own = cells;
    for (const reference of listOf(list).references) {
      const named = rowNamed(all, reference, cells);
      if (named) take(reference.list, named);
      else own = without(own, list, reference);
    }
    taken.get(list)?.set(rowName(listOf(list), cells), own);
  };
  for (const { list, cells } of first) take(list, cells);
  // What belongs to what was taken may bring more that something belongs to.
  for (let before = -1, now = sizeOf(taken); now !== before; before = now, now = sizeOf(taken))
    for (const list of listNames) {
      const { references } = listOf(list);
      if (chosen.has(list) || references.length === 0) continue;
      for (const cells of all[list] ?? []) {
        const named = references.map((reference) => ({ reference, row: rowNamed(all, reference, cells) }));
        const inside = named.filter(({ reference, row }) => row && has(reference.list, row));
        const outside = named.filter(
          ({ reference, row }) => row && !has(reference.list, row) && !mayBeEmpty(list, reference),
        );
        if (inside.length > 0 && outside.length === 0) take(list, cells);
      }
    }
  return Object.fromEntries(
    listNames.flatMap((name) => {
      const rows = [...(taken.get(name)?.values() ?? [])];
      return rows.length === 0 ? [] : [[name, rows]];
    }),
  );
}

/** The row that another one names by a reference; undefined where it names none, or one that is not there. */
function rowNamed(all: Rows, { list, columns }: ListReference, cells: Cells): Cells | undefined {
  const pairs = Object.entries(columns);
  if (pairs.some(([own]) => cells[own] === undefined)) return undefined;
  return all[list]?.find((row) => pairs.every(([own, theirs]) => row[theirs] === cells[own]));
}

function mayBeEmpty(list: ListName, { columns }: ListReference): boolean {
  return Object.keys(columns).every(
    (own) => listOf(list).columns.find(({ name }) => name === own)?.optional ?? false,
  );
}

/** A row without a reference that leads nowhere, where it may be left out. */
function without(cells: Cells, list: ListName, reference: ListReference): Cells {
  if (!mayBeEmpty(list, reference)) return cells;
  const own = new Set(Object.keys(reference.columns));
  // What a way is done with stands beside the procedure that it names.
  if (own.has('procedure')) own.add('arguments');
  return Object.fromEntries(Object.entries(cells).filter(([name]) => !own.has(name)));
}

function sizeOf(taken: ReadonlyMap<ListName, ReadonlyMap<string, Cells>>): number {
  return [...taken.values()].reduce((sum, rows) => sum + rows.size, 0);
}
