import { parseBitting } from '@/core/catalogue/bitting';
import { type CodeRowsSpec, checkCodeRows } from '@/core/catalogue/check-code-rows';
import { done, type Problem, type Result } from '@/core/kinds/result';
import { type CsvLimits, readCsv } from './csv';

const mostProblems = 20;
/** A series has up to 200,000 codes; a header and an empty line at the end beside them. */
const limits: CsvLimits = { lines: 200_002, signs: 200 };

export interface CodeRowsRead {
  readonly rows: number;
  /** The rows as lines of number and bitting with a tab between, as the database copies them in. */
  readonly copy: Uint8Array;
}

/** Reads and checks the rows of a code series from CSV with the columns number and bitting. */
export function readCodeRows(text: string, spec: CodeRowsSpec): Result<CodeRowsRead> {
  const table = readCsv(text, limits);
  const problems: Problem[] = table.problems.map(({ line, reason }) => ({
    message: `Line ${line}: ${reason}`,
  }));
  const [first] = table.rows;
  if (problems.length === 0 && (!first || Object.keys(first.cells).sort().join() !== 'bitting,number'))
    problems.push({ message: 'Expected the columns number and bitting, and a row at least.' });
  if (problems.length > 0) return { ok: false, problems: problems.slice(0, mostProblems) };
  const rows = table.rows.map(({ cells: { number = '', bitting = '' } }) => ({
    number: /^\d{1,9}$/.test(number) ? Number(number) : undefined,
    bitting: parseBitting(bitting),
  }));
  const wrong = checkCodeRows(rows, spec);
  if (wrong.length > 0)
    return {
      ok: false,
      problems: wrong
        .slice(0, mostProblems)
        .map(({ line, column, reason }) => ({ message: `Line ${line}, ${column}: ${reason}` })),
    };
  return done({
    rows: rows.length,
    copy: Buffer.from(rows.map(({ number, bitting = [] }) => `${number}\t{${bitting.join(',')}}\n`).join('')),
  });
}
