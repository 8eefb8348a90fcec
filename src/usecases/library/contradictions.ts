import { behaviourColumns, behaviourRowProblems } from '@/core/benchcar/document/behaviour-rows';
import { isKeywayList, keywayColumns, keywayLists, keywayRowProblems } from '@/core/blade/keyway-rows';
import type { ImportProblem } from '@/core/catalogue/imports';
import type { Cells } from '@/core/catalogue/lists/description';
import type { ListName } from '@/core/catalogue/lists/lists';
import { procedureLists, procedureRowProblems } from '@/core/procedure/check/procedure-rows';
import type { Db } from '@/data/db';
import { type ListRow, listRowsNamed, listStagedNames } from '@/data/library/list-rows';

/** Something that rows of several lists say against each other. */
export interface Contradiction {
  readonly list: ListName;
  /** Of the file, where it comes of one. */
  readonly line: number | null;
  readonly column: string;
  readonly reason: string;
}

/** What must not contradict itself: by which columns its lists name it, and when it is looked at. */
interface Whole {
  readonly columns: Readonly<Partial<Record<ListName, string>>>;
  /** The lists whose rows have it looked at. */
  readonly lists: readonly ListName[];
  /**
   * @param whole whether it comes as a whole, so that a beginning is all there is
   * @param names what was touched
   */
  readonly problems: (
    rows: readonly ListRow<ListName>[],
    whole: boolean,
    names: readonly string[],
  ) => readonly Contradiction[];
  /** Whether every row of its lists is looked at, whichever is named: each may have to do with each. */
  readonly together?: true;
}

const wholes: readonly Whole[] = [
  {
    columns: keywayColumns,
    lists: keywayLists,
    problems: (rows, whole) =>
      keywayRowProblems(
        rows.flatMap((row) => (isKeywayList(row.list) ? [{ ...row, list: row.list }] : [])),
        whole,
      ),
  },
  {
    columns: behaviourColumns,
    // A change of the other lists may come before that of the document: where they disagree, the bench says so.
    lists: ['behaviours'],
    problems: (rows) =>
      behaviourRowProblems(rows).map(({ line, reason }) => ({
        list: 'behaviours',
        line,
        column: 'body',
        reason,
      })),
  },
  {
    columns: { procedures: 'name', causes: 'name', 'platform-methods': 'platform' },
    lists: procedureLists,
    problems: (rows, _, names) => procedureRowProblems(rows, names),
    together: true,
  },
];

/** What an edit of a row has looked at, and how it stands: asked before the edit and after it. */
export async function contradictionsOf(
  db: Db,
  list: ListName,
  ...rows: readonly (Cells | null)[]
): Promise<readonly Contradiction[]> {
  const found: Contradiction[] = [];
  for (const { columns, lists, problems, together } of wholes) {
    const column = columns[list];
    if (column === undefined || !lists.includes(list)) continue;
    const names = rows.flatMap((cells) => cells?.[column] ?? []);
    if (names.length > 0)
      found.push(...problems(await listRowsNamed(db, columns, together ? null : names), false, names));
  }
  return found;
}

/** What contradicts itself and did not before: a change may leave what was wrong, and adds nothing to it. */
export function addedContradictions(
  before: readonly Contradiction[],
  after: readonly Contradiction[],
): readonly Contradiction[] {
  const known = new Set(before.map(({ list, reason }) => `${list} ${reason}`));
  return after.filter(({ list, reason }) => !known.has(`${list} ${reason}`));
}

/** The contradictions that an import would bring, each at a line of its file. */
export async function importContradictions(db: Db, importId: string): Promise<ImportProblem[]> {
  const found: ImportProblem[] = [];
  for (const { columns, lists, problems, together } of wholes) {
    const asked = Object.fromEntries(lists.map((list) => [list, columns[list] ?? '']));
    const names = await listStagedNames(db, asked, importId);
    if (names.length === 0) continue;
    const looked = together ? null : names;
    const before = problems(await listRowsNamed(db, columns, looked), true, names);
    const after = problems(await listRowsNamed(db, columns, looked, { importId }), true, names);
    found.push(
      ...addedContradictions(before, after).map(({ line, ...problem }) => ({ ...problem, line: line ?? 1 })),
    );
  }
  return found;
}
