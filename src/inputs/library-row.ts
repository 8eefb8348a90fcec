import type { ClassConstructor } from 'class-transformer';
import { readFactSources } from '@/core/catalogue/fact-sources';
import { type Cells, type LibraryList, type ListColumn, type ListName, listOf } from '@/core/catalogue/lists';
import { done, type Problem, type Result } from '@/core/kinds/result';
import { cell } from './cells';
import { parseInput } from './parse';

/**
 * Reads one row of a list of the library: every cell checked, unknown columns refused, numbers and words in the one form
 * in which they are kept.
 */
export function parseLibraryRow(name: ListName, cells: Cells): Result<Cells> {
  const list = listOf(name);
  const parsed = parseInput(rowClass(name), cells);
  if (!parsed.ok) return parsed;
  const row: Record<string, string> = {};
  for (const { name: column } of list.columns) {
    const value = (parsed.value as Record<string, unknown>)[column];
    if (value !== undefined)
      row[column] = typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value);
  }
  const problems = problemsBetween(list, row);
  return problems.length > 0 ? { ok: false, problems } : done(row);
}

function problemsBetween(list: LibraryList, row: Cells): Problem[] {
  const wrong = list.check?.(row);
  const problems: Problem[] = wrong ? [{ field: wrong.column, message: wrong.reason }] : [];
  if (row.fact_sources !== undefined && !readFactSources(row.fact_sources))
    problems.push({
      field: 'fact_sources',
      message: 'Expected such as: chip: 0.97 K-1042 | pocket: 0.9 Handbook.',
    });
  return problems;
}

const classes = new Map<ListName, ClassConstructor<object>>();

/** The class-validator class of a list's rows, made once from its columns. */
function rowClass(name: ListName): ClassConstructor<object> {
  const known = classes.get(name);
  if (known) return known;
  const Row = class {};
  for (const column of listOf(name).columns) {
    for (const decorate of decorators(column)) decorate(Row.prototype, column.name);
  }
  classes.set(name, Row);
  return Row;
}

function decorators({ type, optional }: ListColumn) {
  const may = optional ? [cell.optional()] : [];
  switch (type.kind) {
    case 'text':
      return type.form === 'makerId' ? [...may, cell.makerId()] : [...may, cell.text(type.max)];
    case 'whole':
      return [...may, cell.whole(type.min, type.max)];
    case 'decimal':
      return [...may, cell.decimal(type.min, type.max)];
    case 'yesNo':
      return [...may, cell.yesNo()];
    case 'choice':
      return [...may, cell.oneOf(type.values)];
    case 'words':
      return [...may, type.numbers ? cell.numbers(type.max) : cell.words(type.max)];
  }
}

/** Whether a text cell would run as a formula in a spreadsheet. */
export function isFormulaCell(column: ListColumn, value: string): boolean {
  return column.type.kind === 'text' && /^[=+\-@]/.test(value);
}
