import type { ImportRow } from '@/core/catalogue/imports';
import { listNames } from '@/core/catalogue/lists/lists';
import type { PersonActor } from '@/core/kinds/actor';
import { done, type Failed, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import {
  cancelBackend,
  findImport,
  insertImportChanges,
  listImports,
  moveImport,
  noteBackend,
  noteProgress,
  prepareForImport,
} from '@/data/library/imports';
import { countStagedRows, dropStaged, refreshNameWords, storeStaged } from '@/data/library/staged';
import type { StoreImportInput } from '@/inputs/library-inputs';
import { now } from '@/outside/clock';
import { database, importDatabase, transact } from '../database';
import { refusedFor } from '../duties';
import { importContradictions } from './contradictions';
import { giveSigns } from './signs-of-life';

/** Rows stored by one statement; between two the progress is told. */
const rowsAtOnce = 50_000;

/** Stores an import that was read, all or nothing. */
export async function storeImport(
  actor: PersonActor,
  id: string,
  input: StoreImportInput,
): Promise<Result<ImportRow>> {
  const mayNot = refusedFor(actor, 'editLibrary');
  if (mayNot) return mayNot;
  const pool = database();
  const found = await findImport(pool, id);
  if (!found?.preview) return failed('There is no import of this number that was read.');
  if (found.state !== 'read') return failed(`This import is ${found.state} and cannot be stored.`);
  if (found.preview.formulas.length > 0 && !input.formulas)
    return failed(
      'Cells of this file would run as formulas in a spreadsheet. Say that they are to be stored.',
      'formulas',
    );
  if (!(await moveImport(pool, id, ['read'], 'storing', { rowsDone: 0 })))
    return failed('Somebody else stores this import.');
  const endSigns = giveSigns(id, 'storing');
  try {
    await transact(async (db) => {
      // Noted on another pool, so that a cancel finds the query that stores.
      await noteBackend(pool, db, id);
      await prepareForImport(db);
      if ((await countStagedRows(db, id)) !== found.rowsTotal) throw new RowsGone();
      // Somebody may have changed what it has to agree with since the file was read.
      if ((await importContradictions(db, id)).length > 0) throw new Contradicted();
      await storeLists(db, actor, found);
      // In the same transaction: a cancel that was first is met here, one that is later finds it stored.
      const end = { rowsDone: found.rowsTotal ?? 0, endedAt: now() };
      if (!(await moveImport(db, id, ['storing'], 'stored', end))) throw new Cancelled();
    }, importDatabase());
  } catch (error) {
    const known = storeFailure(error);
    if (await moveImport(pool, id, ['storing'], 'failed', { endedAt: now() })) {
      await dropStaged(pool, id);
      if (known) return known;
      throw error;
    }
  } finally {
    endSigns();
  }
  const row = await findImport(pool, id);
  return row ? done(row) : failed('The import is gone.');
}

class Cancelled extends Error {}
/** A keyway that was changed after the file was read contradicts it. */
class Contradicted extends Error {}
/** The staged rows were lost with a crash of the database. */
class RowsGone extends Error {}

async function storeLists(db: Db, actor: PersonActor, { id, fileName, preview }: ImportRow): Promise<void> {
  let before = 0;
  const lists = preview?.lists ?? [];
  for (const name of listNames) {
    const own = lists.find(({ list }) => list === name);
    if (!own) continue;
    const allNew = own.counts.changed === 0 && own.counts.left === 0;
    if (own.counts.changed > 0) await insertImportChanges(db, actor, id, name, fileName);
    const parts = allNew ? linesOf(own.rows) : [undefined];
    for (const lines of parts) {
      await storeStaged(db, { importId: id, list: name, allNew, ...(lines ? { lines } : {}) });
      if (lines)
        await noteProgress(database(), id, 'storing', Math.min(before + own.rows, before + lines[1]));
    }
    before += own.rows;
    await noteProgress(database(), id, 'storing', before);
  }
  if (lists.some(({ list }) => list === 'makes')) await refreshNameWords(db, 'make');
  if (lists.some(({ list }) => list === 'models')) await refreshNameWords(db, 'model');
  await dropStaged(db, id);
  await appendAudit(db, actor, {
    action: 'library.imported',
    subjectKind: 'import',
    subjectId: id,
    details: { lists: lists.map(({ list, counts }) => ({ list, ...counts })) },
  });
}

/** Lines in parts of the usual size. A row may take several lines of its file, so the last part is open. */
function linesOf(rows: number): readonly (readonly [number, number])[] {
  const parts = Math.max(1, Math.ceil(rows / rowsAtOnce));
  return Array.from({ length: parts }, (_, at) => [
    at === 0 ? 0 : at * rowsAtOnce + 1,
    at === parts - 1 ? 2_147_483_647 : (at + 1) * rowsAtOnce,
  ]);
}

/** What the database refuses although the preview did not: somebody changed the library meanwhile. */
function storeFailure(error: unknown): Failed | undefined {
  if (error instanceof RowsGone)
    return failed('The rows that were read are gone with a crash of the database. Read the file again.');
  if (error instanceof Contradicted)
    return failed(
      'What this file has to agree with was changed after it was read, and contradicts it. Nothing was stored; read the file again.',
    );
  const { code, constraint } = error as { code?: string; constraint?: string };
  if (code === '23505' || code === '23503')
    return failed('The library changed after this file was read. Nothing was stored; read the file again.');
  if (code === '23P01')
    return failed(
      constraint?.startsWith('generation')
        ? 'Two generations of one model overlap in one market. Nothing was stored.'
        : 'Two rows overlap that must not. Nothing was stored.',
    );
  if (code === 'KM001')
    return failed(
      'A document has a version that stands for another content: give it a higher one. Nothing was stored.',
    );
  if (code === '23514') return failed('A row breaks a rule of its list. Nothing was stored.');
  return undefined;
}

/** Ends an import that is being read or stored, or drops one that was read. Nothing of it stays. */
export async function cancelImport(_actor: PersonActor, id: string): Promise<Result<ImportRow>> {
  const pool = database();
  const found = await findImport(pool, id);
  if (!found) return failed('There is no import of this number.');
  // First said and then broken off: whoever reads or stores it finds that it was cancelled, and not that it failed.
  const moved = await moveCancelled(pool, id);
  if (!moved) {
    const present = await findImport(pool, id);
    return failed(`This import is ${present?.state ?? 'gone'} and cannot be cancelled.`);
  }
  await cancelBackend(pool, id);
  await dropStaged(pool, id);
  return done({ ...found, state: 'cancelled' });
}

async function moveCancelled(db: Db, id: string): Promise<boolean> {
  return moveImport(db, id, ['reading', 'read', 'storing'], 'cancelled', { endedAt: now() });
}

export function readImportState(_actor: PersonActor, id: string): Promise<ImportRow | undefined> {
  return findImport(database(), id);
}

export function readImports(_actor: PersonActor): Promise<Omit<ImportRow, 'preview'>[]> {
  return listImports(database(), 10);
}
