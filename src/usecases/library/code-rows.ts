import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { codeRowsAsCsv, findSeries, replaceCodeRows } from '@/data/code-rows';
import { database, importDatabase, transact } from '../database';
import { refusedFor } from '../duties';
import { runInPool } from '../pool/pool';

/** All rows of a code series as CSV, for the proprietor; written to the audit. */
export async function exportCodeRows(actor: PersonActor, name: string): Promise<Result<{ csv: string }>> {
  const mayNot = refusedFor(actor, 'codeRows');
  if (mayNot) return mayNot;
  return transact(async (db) => {
    const series = await findSeries(db, name);
    if (!series) return failed('The library has no code series of this name.');
    const { rows, csv } = await codeRowsAsCsv(db, series.id);
    await appendAudit(db, actor, {
      action: 'codeRows.exported',
      subjectKind: 'codeSeries',
      subjectId: series.id,
      details: { rows },
    });
    return done({ csv });
  });
}

/** Puts the rows of a file in the place of all rows of a series, all or nothing; written to the audit. */
export async function importCodeRows(
  actor: PersonActor,
  name: string,
  bytes: Uint8Array,
): Promise<Result<{ rows: number }>> {
  const mayNot = refusedFor(actor, 'codeRows');
  if (mayNot) return mayNot;
  const series = await findSeries(database(), name);
  if (!series) return failed('The library has no code series of this name.');
  const read = await runInPool('readCodeRows', { bytes, spec: series });
  if (!read.ok) return read;
  const { rows, copy } = read.value;
  return transact(async (db) => {
    // The spec as it was read by: a keyway or series that changed meanwhile would have been checked otherwise.
    if (JSON.stringify(await findSeries(db, name)) !== JSON.stringify(series))
      return failed('The series changed while the file was read. Import it again.');
    await replaceCodeRows(db, series.id, copy);
    await appendAudit(db, actor, {
      action: 'codeRows.imported',
      subjectKind: 'codeSeries',
      subjectId: series.id,
      details: { rows },
    });
    return done({ rows });
  }, importDatabase());
}
