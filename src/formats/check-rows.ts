import { type ListName, listOf } from '@/core/catalogue/lists/lists';
import { type FileRow, isFormulaCell, rowReader } from '@/inputs/library-row';

/** A row as a file has it: its cells in the order of the file's columns. */
export interface RowOfCells {
  readonly line: number;
  readonly cells: readonly (string | undefined)[];
  /** Set where the row cannot be read at all. */
  readonly reason?: string;
}

export interface CheckedRows {
  /** With the list of each row: columns of earlier files stand for rows of other lists. */
  readonly rows: readonly CheckedRow[];
  readonly problems: readonly { readonly line: number; readonly column?: string; readonly reason: string }[];
  readonly formulas: readonly { readonly line: number; readonly column: string }[];
}

export interface CheckedRow extends FileRow {
  readonly line: number;
}

/** Checks rows of one list: the cells of a file as they are kept, and what is wrong. */
export function checkRows(
  name: ListName,
  columns: readonly string[],
  rows: readonly RowOfCells[],
): CheckedRows {
  const read = rowReader(name, columns);
  const texts = listOf(name).columns.filter(({ type }) => type.kind === 'text');
  const checked: CheckedRow[] = [];
  const problems: { line: number; column?: string; reason: string }[] = [];
  const formulas: { line: number; column: string }[] = [];
  for (const { line, cells, reason } of rows) {
    if (reason !== undefined) {
      problems.push({ line, reason });
      continue;
    }
    const parsed = read(cells);
    if (!parsed.ok) {
      for (const { field, message } of parsed.problems)
        problems.push({ line, ...(field === undefined ? {} : { column: field }), reason: message });
      continue;
    }
    for (const column of texts) {
      const cell = parsed.value[0]?.cells[column.name];
      if (cell !== undefined && isFormulaCell(column, cell)) formulas.push({ line, column: column.name });
    }
    for (const row of parsed.value) checked.push({ list: row.list, line, cells: row.cells });
  }
  return { rows: checked, problems, formulas };
}
