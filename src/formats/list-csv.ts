import type { Cells } from '@/core/catalogue/lists/description';
import type { LibraryList } from '@/core/catalogue/lists/lists';
import { CsvFailure, cellsOf, readCsvStream, type Separator, withPoint, writeCsv } from './csv';

export interface RawRow {
  /** Line in the file, from 1. */
  readonly line: number;
  readonly cells: Cells;
  /** Set where the row has more or fewer cells than the header. */
  readonly reason?: string;
}

/**
 * Rows of a list from CSV text as it comes, in batches. Decimal commas are read where the separator is a semicolon.
 * @param onSeparator told once, from the header
 * Throws `CsvFailure` for a header that does not fit, a quote left open, or a row too long.
 */
export async function* readListCsv(
  text: AsyncIterable<string>,
  list: LibraryList,
  onSeparator: (separator: Separator) => void,
  batch = 1000,
): AsyncGenerator<readonly RawRow[]> {
  let commas = false;
  const records = readCsvStream(text, (separator) => {
    commas = separator === ';';
    onSeparator(separator);
  });
  let columns: readonly string[] | undefined;
  let rows: RawRow[] = [];
  for await (const { record, line } of records) {
    if (!columns) {
      columns = checkHeader(record, list);
      continue;
    }
    rows.push(toRow(record, line, columns, list, commas));
    if (rows.length >= batch) {
      yield rows;
      rows = [];
    }
  }
  if (rows.length > 0) yield rows;
}

function checkHeader(record: readonly string[], list: LibraryList): readonly string[] {
  const columns = record.map((name) => name.trim());
  const former = list.former?.columns ?? [];
  const known = new Set([...list.columns, ...former].map(({ name }) => name));
  const strange = columns.find((name) => !known.has(name));
  if (strange !== undefined)
    throw new CsvFailure(
      1,
      strange.slice(0, 40),
      `${list.title} has no such column. It has: ${list.columns.map(({ name }) => name).join(', ')}.`,
    );
  const twice = columns.find((name, at) => columns.indexOf(name) !== at);
  if (twice !== undefined) throw new CsvFailure(1, twice, 'The column stands twice.');
  const missing = list.columns.find(({ name, optional }) => !optional && !columns.includes(name));
  if (missing) throw new CsvFailure(1, missing.name, 'The column is missing.');
  return columns;
}

function toRow(
  record: readonly string[],
  line: number,
  columns: readonly string[],
  list: LibraryList,
  commas: boolean,
): RawRow {
  const cells = cellsOf(record, columns);
  if (typeof cells === 'string') return { line, cells: {}, reason: cells };
  if (!commas) return { line, cells };
  const decimals = new Set(
    [...list.columns, ...(list.former?.columns ?? [])]
      .filter(({ type }) => type.kind === 'decimal')
      .map(({ name }) => name),
  );
  return {
    line,
    cells: Object.fromEntries(
      Object.entries(cells).map(([name, cell]) => [name, decimals.has(name) ? withPoint(cell) : cell]),
    ),
  };
}

/** The header line of a list's file. */
export function csvHeader(list: LibraryList): string {
  return writeCsv([list.columns.map(({ name }) => name)]);
}
