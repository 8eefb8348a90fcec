import type { Cells } from '@/core/catalogue/lists/description';
import { type ListName, listOf } from '@/core/catalogue/lists/lists';
import { isFormulaCell, parseFileRow } from '@/inputs/library-row';

export interface RowToCheck {
  readonly line: number;
  readonly cells: Cells;
  readonly reason?: string;
}

export interface CheckedRows {
  /** With the list of each row: columns of earlier files stand for rows of other lists. */
  readonly rows: readonly { readonly list: ListName; readonly line: number; readonly cells: Cells }[];
  readonly problems: readonly { readonly line: number; readonly column?: string; readonly reason: string }[];
  readonly formulas: readonly { readonly line: number; readonly column: string }[];
}

/** Checks a batch of rows of one list: the cells of a file as they are kept, and what is wrong. */
export function checkRows({
  list,
  rows,
}: {
  readonly list: ListName;
  readonly rows: readonly RowToCheck[];
}): CheckedRows {
  const checked: { list: ListName; line: number; cells: Cells }[] = [];
  const problems: { line: number; column?: string; reason: string }[] = [];
  const formulas: { line: number; column: string }[] = [];
  for (const { line, cells, reason } of rows) {
    if (reason !== undefined) {
      problems.push({ line, reason });
      continue;
    }
    const parsed = parseFileRow(list, cells);
    if (!parsed.ok) {
      for (const { field, message } of parsed.problems)
        problems.push({ line, ...(field === undefined ? {} : { column: field }), reason: message });
      continue;
    }
    for (const column of listOf(list).columns) {
      const cell = parsed.value[0]?.cells[column.name];
      if (cell !== undefined && isFormulaCell(column, cell)) formulas.push({ line, column: column.name });
    }
    for (const row of parsed.value) checked.push({ ...row, line });
  }
  return { rows: checked, problems, formulas };
}
