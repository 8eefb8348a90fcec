import { drawCodeRows } from '@/core/catalogue/code-rows';
import type { Cells } from '@/core/catalogue/lists/description';
import { type LibraryList, listNames, listOf, rowName } from '@/core/catalogue/lists/lists';
import type { StagedRow } from '@/data/library/staged';
import { parseLibraryRow } from '@/inputs/library-row';
import { type RowPlace, type TableRows, type WorldReader, worldId } from './world-reader';

/** The lists of the library as rows to be stored, with the code rows that the demo series stand for. */
export function readLibrary(world: WorldReader): {
  readonly staged: readonly StagedRow[];
  readonly tables: readonly TableRows[];
} {
  const staged = listNames.flatMap((name) => {
    const list = listOf(name);
    return world.readCells(
      name,
      (cells) => parseLibraryRow(name, cells),
      (cells, place, line): StagedRow => {
        for (const reference of list.references) refer(place, reference.list, reference.columns, cells);
        const key = rowName(list, cells);
        const id = place.define(name, key, list.key[0] ?? '', list.keyStays ? key : worldId(name, key));
        return { list: name, line, id, cells };
      },
    );
  });
  return { staged, tables: [{ table: 'code_row', rows: codeRows(staged) }] };
}

function refer(
  place: RowPlace,
  other: LibraryList['name'],
  columns: Readonly<Record<string, string>>,
  cells: Cells,
): void {
  const own = Object.entries(columns);
  if (own.some(([column]) => cells[column] === undefined)) return;
  const theirs = Object.fromEntries(own.map(([column, their]) => [their, cells[column] ?? '']));
  place.refer(other, rowName(listOf(other), theirs), own.at(-1)?.[0] ?? '');
}

function codeRows(staged: readonly StagedRow[]) {
  const keyways = new Map(
    staged.filter(({ list }) => list === 'keyways').map(({ cells }) => [cells.name, cells]),
  );
  return staged
    .filter(({ list }) => list === 'code-series')
    .flatMap(({ id, cells }) => {
      const keyway = keyways.get(cells.keyway);
      if (!keyway) return [];
      const bittings = drawCodeRows({
        name: cells.name ?? '',
        spaces: Number(keyway.spaces),
        depths: Number(keyway.depths),
        macs: Number(keyway.macs ?? keyway.depths),
        count: Number(cells.count),
      });
      return bittings.map((bitting, at) => ({ series_id: id, number: Number(cells.first) + at, bitting }));
    });
}
