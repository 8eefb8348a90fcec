import {
  isKeywayList,
  type KeywayRowProblem,
  keywayColumns,
  keywayRowProblems,
} from '@/core/blade/keyway-rows';
import type { ImportProblem } from '@/core/catalogue/imports';
import type { Cells } from '@/core/catalogue/lists/description';
import type { ListName } from '@/core/catalogue/lists/lists';
import type { Db } from '@/data/db';
import { listKeywayRows, listStagedKeyways } from '@/data/library/keyway-rows';

/** The keyways that a row of a list is of; none where the list is not of keyways. */
export function keywaysNamed(list: ListName, ...rows: readonly (Cells | null)[]): string[] {
  return isKeywayList(list) ? rows.flatMap((cells) => cells?.[keywayColumns[list]] ?? []) : [];
}

/** Where keyways contradict themselves as they stand. */
export async function contradictionsOf(db: Db, names: readonly string[]): Promise<KeywayRowProblem[]> {
  return names.length === 0 ? [] : keywayRowProblems(await listKeywayRows(db, names), false);
}

/** What contradicts itself and did not before: a change may leave what was wrong, and adds nothing to it. */
export function addedContradictions(
  before: readonly KeywayRowProblem[],
  after: readonly KeywayRowProblem[],
): KeywayRowProblem[] {
  const known = new Set(before.map(({ list, reason }) => `${list} ${reason}`));
  return after.filter(({ list, reason }) => !known.has(`${list} ${reason}`));
}

/** The contradictions that an import would bring, each at a line of its file. */
export async function importContradictions(db: Db, importId: string): Promise<ImportProblem[]> {
  const names = await listStagedKeyways(db, importId);
  if (names.length === 0) return [];
  const before = keywayRowProblems(await listKeywayRows(db, names), true);
  const after = keywayRowProblems(await listKeywayRows(db, names, { importId }), true);
  return addedContradictions(before, after).map(({ list, line, column, reason }) => ({
    list,
    line: line ?? 1,
    column,
    reason,
  }));
}
