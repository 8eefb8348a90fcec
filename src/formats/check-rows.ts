import { type Cells, type ListName, listOf } from '@/core/catalogue/lists';
import { isFormulaCell, parseLibraryRow } from '@/inputs/library-row';

export interface RowToCheck {
  readonly line: number;
  readonly cells: Cells;
  readonly reason?: string;
}

export interface CheckedRows {
  readonly rows: readonly { readonly line: number; readonly cells: Cells }[];
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
  const checked: { line: number; cells: Cells }[] = [];
  const problems: { line: number; column?: string; reason: string }[] = [];
  const formulas: { line: number; column: string }[] = [];
  for (const { line, cells, reason } of rows) {
    if (reason !== undefined) {
      problems.push({ line, reason });
      continue;
    }
    const parsed = parseLibraryRow(list, cells);
    if (!parsed.ok) {
      for (const { field, message } of parsed.problems)
        problems.push({ line, ...(field === undefined ? {} : { column: field }), reason: message });
      continue;
    }
    for (const column of listOf(list).columns) {
      const cell = parsed.value[column.name];
      if (cell !== undefined && isFormulaCell(column, cell)) formulas.push({ line, column: column.name });
    }
    checked.push({ line, cells: parsed.value });
  }
  return { rows: checked, problems, formulas };
}
