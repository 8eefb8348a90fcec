import { type ImportProblem, type ImportRow, importStates } from '@/core/catalogue/imports';
import { listNames } from '@/core/catalogue/lists/lists';
import { StoreImportInput } from '@/inputs/library-inputs';
import { librarySchema } from '../library-json';
import { idPath, operation, type Paths, query } from './operation';
import { requestSchema } from './request-schema';
import { type Answer, list, map, moment, object, oneOf, orNull, text, uuid, whole } from './schema';

const listName = oneOf(listNames);
const cells = map(text);
const listOrLibrary = oneOf([...listNames, 'library']);
const problems = list(object({ list: listName, line: whole, column: orNull(text), reason: text }));

const answer = object({
  id: uuid,
  list: listOrLibrary,
  fileName: text,
  state: oneOf(importStates),
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

/** How far an import is, as it is answered. */
export type ImportAnswer = Answer<typeof answer>;

/** How far an import is, and what storing it would do. */
export function importAnswer(row: ImportRow): ImportAnswer {
  const { id, list: name, fileName, state, rowsDone, rowsTotal, startedAt, by, preview } = row;
  const problem = (one: ImportProblem) => ({ ...one, column: one.column ?? null });
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

export const importPaths: Paths = {
  '/imports/{id}': {
    post: operation({
      summary: 'Reads a file under an id of the sender’s own and says what storing it would do',
      parameters: [idPath, query('list', listOrLibrary, true), query('name', text), query('columns', text)],
      files: { 'text/csv': text, 'application/json': librarySchema() },
      answer,
      status: '201',
      refusals: ['400', '404', '409', '503'],
    }),
    get: operation({
      summary: 'How far an import is',
      parameters: [idPath],
      answer,
      refusals: ['404'],
    }),
    delete: operation({
      summary: 'Ends an import, or drops one that was read; nothing of it stays',
      parameters: [idPath],
      answer,
      refusals: ['404', '409'],
    }),
  },
  '/imports/{id}/store': {
    post: operation({
      summary: 'Stores an import that was read, all or nothing',
      parameters: [idPath],
      request: requestSchema(StoreImportInput),
      answer,
      refusals: ['400', '404', '409', '415'],
    }),
  },
};
