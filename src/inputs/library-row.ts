import type { ClassConstructor } from 'class-transformer';
import { readFactSources } from '@/core/catalogue/fact-sources';
import type { Cells, ListColumn } from '@/core/catalogue/lists/description';
import { type LibraryList, type ListName, listOf } from '@/core/catalogue/lists/lists';
import { done, type Problem, type Result } from '@/core/kinds/result';
import { cell } from './cells';
import { parseInput } from './parse';

/**
 * Reads one row of a list of the library: every cell checked, unknown columns refused, numbers and words in the one form
 * in which they are kept.
 */
export function parseLibraryRow(name: ListName, cells: Cells): Result<Cells> {
  const list = listOf(name);
  const row: Record<string, string> = {};
  const problems: Problem[] = [];
  for (const field of Object.keys(cells)) {
    if (!list.columns.some((column) => column.name === field))
      problems.push({ field, message: 'This field is not known here.' });
  }
  for (const column of list.columns) {
    const read = parseCell(list, column, Object.hasOwn(cells, column.name) ? cells[column.name] : undefined);
    if (!read.ok) problems.push(...read.problems);
    else if (read.value !== undefined) row[column.name] = read.value;
  }
  if (problems.length === 0) problems.push(...problemsBetween(list, row));
  return problems.length > 0 ? { ok: false, problems } : done(row);
}

/** A row of a file with the list it belongs to. */
export interface FileRow {
  readonly list: ListName;
  readonly cells: Cells;
}

/**
 * Reads one row of a file: the row itself, and what columns of earlier files in it stand for in other lists.
 */
export function parseFileRow(name: ListName, cells: Cells): Result<readonly FileRow[]> {
  const list = listOf(name);
  const former = list.former;
  const isFormer = (field: string) => former?.columns.some((column) => column.name === field) ?? false;
  const told = Object.entries(cells);
  const own = parseLibraryRow(name, Object.fromEntries(told.filter(([field]) => !isFormer(field))));
  const earlier = Object.fromEntries(told.filter(([field]) => isFormer(field)));
  if (!own.ok || !former || Object.keys(earlier).length === 0)
    return own.ok ? done([{ list: name, cells: own.value }]) : own;
  const problems = former.columns.flatMap((column) => {
    const read = parseCell(list, column, earlier[column.name]);
    return read.ok ? [] : read.problems;
  });
  if (problems.length > 0) return { ok: false, problems };
  const others = former.rowsOf({ ...own.value, ...earlier }) as readonly FileRow[];
  return done([{ list: name, cells: own.value }, ...others]);
}

/** Cells of long files repeat: what one was found to be is kept, up to so many of each column. */
const mostKept = 5000;
const kept = new Map<ListColumn, Map<string | undefined, Result<string | undefined>>>();

/** Reads one cell; the same text of the same column always comes to the same. */
function parseCell(
  list: LibraryList,
  column: ListColumn,
  text: string | undefined,
): Result<string | undefined> {
  const known = kept.get(column) ?? new Map<string | undefined, Result<string | undefined>>();
  kept.set(column, known);
  const found = known.get(text);
  if (found) return found;
  if (known.size >= mostKept) known.clear();
  const parsed = parseInput(cellClass(list, column), text === undefined ? {} : { [column.name]: text });
  const read: Result<string | undefined> = parsed.ok
    ? done(written((parsed.value as Record<string, unknown>)[column.name]))
    : parsed;
  known.set(text, read);
  return read;
}

function written(value: unknown): string | undefined {
  if (value === undefined) return undefined;
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value);
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

const classes = new Map<ListColumn, ClassConstructor<object>>();

/** The class-validator class of one cell, made once from its column. */
function cellClass(list: LibraryList, column: ListColumn): ClassConstructor<object> {
  const known = classes.get(column);
  if (known) return known;
  const Cell = class {};
  Object.defineProperty(Cell, 'name', { value: `${list.name} ${column.name}` });
  for (const decorate of decorators(column)) decorate(Cell.prototype, column.name);
  classes.set(column, Cell);
  return Cell;
}

function decorators({ type, optional }: ListColumn) {
  const may = optional ? [cell.optional()] : [];
  switch (type.kind) {
    case 'text':
      if (type.form === 'makerId') return [...may, cell.makerId()];
      if (type.form === 'rankSign') return [...may, cell.rankSign()];
      return [...may, type.form === 'month' ? cell.month() : cell.text(type.max)];
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
