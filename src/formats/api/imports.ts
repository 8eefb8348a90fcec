import { type Cells, listNames } from '@/core/catalogue/lists';
import { list, moment, object, oneOf, orNull, type Schema, text, uuid, whole } from './schema';

const states = ['reading', 'read', 'storing', 'stored', 'refused', 'cancelled', 'failed'] as const;

interface Problem {
  readonly list: string;
  readonly line: number;
  readonly column?: string | undefined;
  readonly reason: string;
}

interface ImportShown {
  readonly id: string;
  readonly list: string;
  readonly fileName: string;
  readonly state: (typeof states)[number];
  readonly rowsDone: number;
  readonly rowsTotal: number | null;
  readonly startedAt: Date;
  readonly by: string;
  readonly preview: {
    readonly lists: readonly {
      readonly list: string;
      readonly rows: number;
      readonly counts: { readonly added: number; readonly changed: number; readonly left: number };
    }[];
    readonly changes: readonly {
      readonly list: string;
      readonly line: number;
      readonly before: Cells | null;
      readonly after: Cells;
    }[];
    readonly refused: number;
    readonly problems: readonly Problem[];
    readonly formulas: readonly Problem[];
    readonly remarks: readonly string[];
  } | null;
}

/** How far an import is, and what storing it would do. */
export function importAnswer(row: ImportShown) {
  const { id, list: name, fileName, state, rowsDone, rowsTotal, startedAt, by, preview } = row;
  const problem = (one: Problem) => ({ ...one, column: one.column ?? null });
  return {
    id,
    list: name,
    fileName,
    state,
    rowsDone,
    rowsTotal,
    startedAt,
    by,
    preview: preview && {
      lists: preview.lists.map(({ list: of, rows, counts }) => ({ list: of, rows, ...counts })),
      changes: preview.changes.map(({ list: of, line, before, after }) => ({
        list: of,
        line,
        before,
        after,
      })),
      refused: preview.refused,
      problems: preview.problems.map(problem),
      formulas: preview.formulas.map(problem),
      remarks: preview.remarks,
    },
  };
}

const listName = oneOf(listNames);
const cells: Schema = { type: 'object', additionalProperties: { type: 'string' } };
const problems = list(object({ list: listName, line: whole, column: orNull(text), reason: text }));

export const importAnswerSchema: Schema = object({
  id: uuid,
  list: oneOf([...listNames, 'library']),
  fileName: text,
  state: oneOf(states),
  rowsDone: whole,
  rowsTotal: orNull(whole),
  startedAt: moment,
  by: text,
  preview: orNull(
    object({
      lists: list(object({ list: listName, rows: whole, added: whole, changed: whole, left: whole })),
      changes: list(object({ list: listName, line: whole, before: orNull(cells), after: cells })),
      refused: whole,
      problems,
      formulas: problems,
      remarks: list(text),
    }),
  ),
});

export const storeRequestSchema: Schema = object({ formulas: { type: 'boolean' } }, ['formulas']);
