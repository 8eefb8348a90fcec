import type { ClassConstructor } from 'class-transformer';
import { readFactSources } from '@/core/catalogue/fact-sources';
import type { Cells, DocumentKind, ListColumn } from '@/core/catalogue/lists/description';
import { type LibraryList, type ListName, listOf } from '@/core/catalogue/lists/lists';
import { done, type Problem, type Result } from '@/core/kinds/result';
import { cell } from './cells';
import { readDocument } from './documents/documents';
import { parseInput } from './parse';

/**
 * Reads one row of a list of the library: every cell checked, unknown columns refused, numbers and words in the one form
 * in which they are kept.
 */
export function parseLibraryRow(name: ListName, cells: Cells): Result<Cells> {
  const former = new Set(listOf(name).former?.columns.map((column) => column.name));
  const strange = Object.keys(cells).filter((field) => former.has(field));
  const read = rowReader(
    name,
    Object.keys(cells).filter((field) => !former.has(field)),
  )(Object.entries(cells).flatMap(([field, cell]) => (former.has(field) ? [] : [cell])));
  if (strange.length > 0) return { ok: false, problems: strange.map(unknown) };
  return read.ok ? done(read.value[0]?.cells ?? {}) : read;
}

const unknown = (field: string): Problem => ({ field, message: 'This field is not known here.' });

/** A row of a file with the list it belongs to. */
export interface FileRow {
  readonly list: ListName;
  readonly cells: Cells;
}

/**
 * What reads the rows of a file, given its columns and then the cells of each row in their order: the row itself, and what
 * columns of earlier files in it stand for in other lists. Every cell is checked, unknown columns are refused.
 */
export function rowReader(
  name: ListName,
  columns: readonly string[],
): (cells: readonly (string | undefined)[]) => Result<readonly FileRow[]> {
  const list = listOf(name);
  const placed = (column: ListColumn) => ({
    name: column.name,
    at: columns.indexOf(column.name),
    read: cellReader(list, column),
  });
  const own = list.columns.map(placed);
  const former = (list.former?.columns ?? []).map(placed);
  const known = new Set([...own, ...former].map((column) => column.name));
  const strange = columns.flatMap((field, at) => (known.has(field) ? [] : [{ field, at }]));
  const readInto = (
    row: Record<string, string>,
    from: typeof own,
    cells: readonly (string | undefined)[],
    problems: Problem[],
  ) => {
    for (const { name: column, at, read } of from) {
      const cell = read(at < 0 ? undefined : cells[at]);
      if (!cell.ok) problems.push(...cell.problems);
      else if (cell.value !== undefined) row[column] = cell.value;
    }
  };
  return (cells) => {
    const row: Record<string, string> = {};
    const problems: Problem[] = strange.flatMap(({ field, at }) =>
      cells[at] === undefined ? [] : [unknown(field)],
    );
    readInto(row, own, cells, problems);
    if (problems.length === 0) problems.push(...problemsBetween(list, row));
    if (problems.length > 0) return { ok: false, problems };
    const told = former.filter(({ at }) => cells[at] !== undefined);
    if (!list.former || told.length === 0) return done([{ list: name, cells: row }]);
    const earlier: Record<string, string> = {};
    readInto({}, former, cells, problems);
    if (problems.length > 0) return { ok: false, problems };
    for (const { name: column, at } of told) earlier[column] = cells[at] ?? '';
    const others = list.former.rowsOf({ ...row, ...earlier }) as readonly FileRow[];
    return done([{ list: name, cells: row }, ...others]);
  };
}

/** Cells of long files repeat: what one was found to be is kept, up to so many of each column. */
const mostKept = 5000;
type CellReader = (text: string | undefined) => Result<string | undefined>;
const cellReaders = new Map<ListColumn, CellReader>();

/** What reads one cell; the same text of the same column always comes to the same. */
function cellReader(list: LibraryList, column: ListColumn): CellReader {
  const made = cellReaders.get(column);
  if (made) return made;
  const kept = new Map<string | undefined, Result<string | undefined>>();
  // Rows of a file that is sorted have most cells of the row before.
  let lastText: string | undefined;
  let last: Result<string | undefined> | undefined;
  const reader: CellReader = (text) => {
    if (last && text === lastText) return last;
    lastText = text;
    last = readOnce(text);
    return last;
  };
  const readOnce: CellReader = (text) => {
    const found = kept.get(text);
    if (found) return found;
    if (kept.size >= mostKept) kept.clear();
    if (column.type.kind === 'document' && text !== undefined)
      return documentCell(column.name, column.type.of, text);
    const parsed = parseInput(cellClass(list, column), text === undefined ? {} : { [column.name]: text });
    const read: Result<string | undefined> = parsed.ok
      ? done(written((parsed.value as Record<string, unknown>)[column.name]))
      : parsed;
    kept.set(text, read);
    return read;
  };
  cellReaders.set(column, reader);
  return reader;
}

/** A document in its cell: what is wrong in it is said with its place. */
function documentCell(name: string, kind: DocumentKind, text: string): Result<string> {
  const read = readDocument(kind, text);
  return read.ok
    ? read
    : {
        ok: false,
        problems: read.problems
          .slice(0, 20)
          .map(({ field, message }) => ({ field: name, message: field ? `${field}: ${message}` : message })),
      };
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
    case 'document':
      return may;
    case 'words':
      return [...may, type.numbers ? cell.numbers(type.max) : cell.words(type.max)];
  }
}

/** Whether a text cell would run as a formula in a spreadsheet. */
export function isFormulaCell(column: ListColumn, value: string): boolean {
  return column.type.kind === 'text' && '=+-@'.includes(value.charAt(0)) && value !== '';
}
