import { v7 as uuid } from 'uuid';
import type { Cells } from '@/core/catalogue/lists/description';
import { type LibraryList, type ListName, listOf, rowName } from '@/core/catalogue/lists/lists';
import type { PersonActor } from '@/core/kinds/actor';
import { done, type Failed, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { findChange, insertChange } from '@/data/library/changes';
import { deleteRow, findRow, findRowByKey } from '@/data/library/rows';
import { MissingReference, refreshNameWords, writeRow } from '@/data/library/staged';
import type { RemoveRowInput, SaveRowInput, UndoChangeInput } from '@/inputs/library-inputs';
import { parseLibraryRow } from '@/inputs/library-row';
import { transact } from '../database';
import { refusedFor } from '../duties';
import { addedContradictions, contradictionsOf } from './contradictions';

/** Somebody changed the row after it was shown: nothing was stored, and here is how it stands. */
export interface StaleRow extends Failed {
  readonly theirs: Cells | null;
}

export type SavedRow = Result<{ readonly id: string }, Failed | StaleRow>;

export class Refused extends Error {
  constructor(readonly failure: Failed | StaleRow) {
    super('refused');
  }
}

/** Adds a row or changes one, with a line of history. */
export async function saveRow(actor: PersonActor, input: SaveRowInput): Promise<SavedRow> {
  const refused = refusedFor(actor, 'editLibrary');
  if (refused) return refused;
  const list = listOf(input.list);
  const parsed = parseLibraryRow(input.list, withoutEmpty(input.cells));
  if (!parsed.ok) return parsed;
  return editing(list, async (db) => {
    const before = input.id === null ? null : await findRow(db, input.list, input.id);
    if (before === undefined) throw new Refused(stale(null));
    if (before && !sameCells(before.cells, input.seen ?? {})) throw new Refused(stale(before.cells));
    if (before && sameCells(before.cells, parsed.value)) throw new Refused(failed('Nothing was changed.'));
    if (before && list.keyStays && rowName(list, before.cells) !== rowName(list, parsed.value))
      throw new Refused(failed(`A ${list.one} keeps its name. Add a new one instead.`, list.key[0]));
    const sameKey = await findRowByKey(db, input.list, parsed.value);
    if (sameKey && sameKey.id !== before?.id)
      throw new Refused(failed(`There is a ${list.one} of this name already.`, list.key[0]));
    const id = before?.id ?? (list.keyStays ? rowName(list, parsed.value) : uuid());
    return store(db, actor, list, {
      id,
      before: before?.cells ?? null,
      after: parsed.value,
      source: input.source,
      reason: input.reason,
    });
  });
}

export async function removeRow(actor: PersonActor, input: RemoveRowInput): Promise<SavedRow> {
  const refused = refusedFor(actor, 'editLibrary');
  if (refused) return refused;
  const list = listOf(input.list);
  return editing(list, async (db) => {
    const before = await findRow(db, input.list, input.id);
    if (!before || !sameCells(before.cells, input.seen)) throw new Refused(stale(before?.cells ?? null));
    return store(db, actor, list, {
      id: before.id,
      before: before.cells,
      after: null,
      source: input.source,
      reason: input.reason,
    });
  });
}

/** Brings back what a change replaced, where nothing was changed since. */
export async function undoChange(actor: PersonActor, { id }: UndoChangeInput): Promise<SavedRow> {
  const refused = refusedFor(actor, 'editLibrary');
  if (refused) return refused;
  const change = await transact((db) => findChange(db, id));
  if (!change) return failed('There is no such change.');
  if (change.undoneBy !== null) return failed('This change was undone already.');
  const list = listOf(change.list);
  return editing(list, async (db) => {
    const present = await findRow(db, change.list, change.rowId);
    const stands =
      change.after === null
        ? present === undefined
        : present !== undefined && sameCells(present.cells, change.after);
    if (!stands) throw new Refused(failed('The row was changed again since. Undo the later change first.'));
    return store(db, actor, list, {
      id: change.rowId,
      before: change.after,
      after: change.before,
      source: change.source,
      reason: `Undone: ${change.reason}`.slice(0, 300),
      undoes: change.id,
    });
  });
}

interface Edit {
  readonly id: string;
  readonly before: Cells | null;
  readonly after: Cells | null;
  readonly source: string;
  readonly reason: string;
  readonly undoes?: string;
}

/** Writes or takes out a row inside a transaction, with its line of history and of the audit. */
export async function store(
  db: Db,
  actor: PersonActor,
  list: LibraryList,
  edit: Edit,
): Promise<{ id: string }> {
  const stands = () => contradictionsOf(db, list.name, edit.before, edit.after);
  const stood = await stands();
  const id = edit.after === null ? edit.id : await write(db, list.name, edit.id, edit.after);
  if (edit.after === null) await deleteRow(db, list.name, edit.id);
  const [problem] = addedContradictions(stood, await stands());
  if (problem)
    throw new Refused(failed(problem.reason, problem.list === list.name ? problem.column : undefined));
  await insertChange(db, actor, { ...edit, rowId: id, id: uuid(), list: list.name });
  if (list.name === 'makes' || list.name === 'models')
    await refreshNameWords(db, list.name === 'makes' ? 'make' : 'model', [id]);
  const action = edit.after === null ? 'removed' : edit.before === null ? 'added' : 'changed';
  await appendAudit(db, actor, {
    action: `library.${action}`,
    subjectKind: list.name,
    subjectId: null,
    details: { row: rowName(list, edit.after ?? edit.before ?? {}) },
  });
  return { id };
}

/** Rows of pairs have an id made of what they name, so it is read back. */
async function write(db: Db, name: ListName, id: string, cells: Cells): Promise<string> {
  await writeRow(db, name, id, cells);
  return (await findRowByKey(db, name, cells))?.id ?? id;
}

/** Runs an edit in one transaction and turns what the database refuses into words. */
export async function editing(
  list: LibraryList,
  work: (db: Db) => Promise<{ id: string }>,
): Promise<SavedRow> {
  try {
    return done(await transact(work));
  } catch (error) {
    if (error instanceof Refused) return error.failure;
    if (error instanceof MissingReference) return missingReference(list);
    const { code } = error as { code?: string };
    if (code === '23503')
      return failed(`Another row of the library or a job names this ${list.one}, so it stays.`);
    if (code === '23505') return failed(`There is a ${list.one} of this name already.`, list.key[0]);
    if (code === '23P01') return failed('It overlaps another row of the same model and market.', 'from_year');
    if (code === 'KM001')
      return failed('This version stands for another content: give it a higher one.', 'version');
    if (code === '23514') return failed('This breaks a rule of the list.');
    throw error;
  }
}

function missingReference(list: LibraryList): Failed {
  const names = list.references.map(({ list: other }) => listOf(other).one);
  return failed(`It names a ${[...new Set(names)].join(', ')} that the library does not have.`);
}

function stale(theirs: Cells | null): StaleRow {
  return {
    ok: false,
    problems: [
      {
        message: theirs
          ? 'Somebody changed this row meanwhile. Nothing of yours was stored.'
          : 'Somebody took this row out meanwhile.',
      },
    ],
    theirs,
  };
}

export function sameCells(one: Cells, other: Cells): boolean {
  const names = new Set([...Object.keys(one), ...Object.keys(other)]);
  return [...names].every((name) => (one[name] ?? '') === (other[name] ?? ''));
}

function withoutEmpty(cells: Record<string, unknown>): Cells {
  const entries = Object.entries(cells).map(
    ([name, value]) => [name, typeof value === 'string' ? value : JSON.stringify(value)] as const,
  );
  return Object.fromEntries(entries.filter(([, value]) => value.trim() !== ''));
}
