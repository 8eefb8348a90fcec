import { checkCodeRows } from '@/core/catalogue/check-code-rows';
import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Problem, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { findSeries, listCodeRows, replaceCodeRows } from '@/data/code-rows';
import { readCsv, writeCsv } from '@/formats/csv';
import { transact } from '../database';
import { refusedFor } from '../duties';

const mostProblems = 20;

/** All rows of a code series as CSV, for the proprietor; written to the audit. */
export async function exportCodeRows(actor: PersonActor, name: string): Promise<Result<{ csv: string }>> {
  const mayNot = refusedFor(actor, 'codeRows');
  if (mayNot) return mayNot;
  return transact(async (db) => {
    const series = await findSeries(db, name);
    if (!series) return failed('The library has no code series of this name.');
    const rows = await listCodeRows(db, series.id);
    await appendAudit(db, actor, {
      action: 'codeRows.exported',
      subjectKind: 'codeSeries',
      subjectId: series.id,
      details: { rows: rows.length },
    });
    const csv = writeCsv([
      ['number', 'bitting'],
      ...rows.map(({ number, bitting }) => [String(number), bitting]),
    ]);
    return done({ csv });
  });
}

/** Puts the rows of a file in the place of all rows of a series, all or nothing; written to the audit. */
export async function importCodeRows(
  actor: PersonActor,
  name: string,
  text: string,
): Promise<Result<{ rows: number }>> {
  const mayNot = refusedFor(actor, 'codeRows');
  if (mayNot) return mayNot;
  const table = readCsv(text);
  const problems: Problem[] = table.problems.map(({ line, reason }) => ({
    message: `Line ${line}: ${reason}`,
  }));
  const [first] = table.rows;
  if (problems.length === 0 && (!first || Object.keys(first.cells).sort().join() !== 'bitting,number'))
    problems.push({ message: 'Expected the columns number and bitting, and a row at least.' });
  if (problems.length > 0) return { ok: false, problems: problems.slice(0, mostProblems) };
  const rows = table.rows.map(({ cells }) => ({ number: cells.number ?? '', bitting: cells.bitting ?? '' }));
  return transact(async (db) => {
    const series = await findSeries(db, name);
    if (!series) return failed('The library has no code series of this name.');
    const wrong = checkCodeRows(rows, series);
    if (wrong.length > 0)
      return {
        ok: false,
        problems: wrong
          .slice(0, mostProblems)
          .map(({ line, column, reason }) => ({ message: `Line ${line}, ${column}: ${reason}` })),
      };
    await replaceCodeRows(
      db,
      series.id,
      rows.map(({ number, bitting }) => ({ number: Number(number), bitting })),
    );
    await appendAudit(db, actor, {
      action: 'codeRows.imported',
      subjectKind: 'codeSeries',
      subjectId: series.id,
      details: { rows: rows.length },
    });
    return done({ rows: rows.length });
  });
}
