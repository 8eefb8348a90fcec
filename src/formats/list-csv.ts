import { pipeline, Readable } from 'node:stream';
import { CsvError, parse } from 'csv-parse';
import { stringify } from 'csv-stringify/sync';
import type { Cells, LibraryList } from '@/core/catalogue/lists';

/** A file that cannot be read on: the line and why. */
export class ListCsvError extends Error {
  constructor(
    readonly line: number,
    readonly column: string | undefined,
    reason: string,
  ) {
    super(reason);
  }
}

export interface RawRow {
  /** Line in the file, from 1. */
  readonly line: number;
  readonly cells: Cells;
  /** Set where the row has more or fewer cells than the header. */
  readonly reason?: string;
}

const longestRow = 20_000;

/**
 * Rows of a list from CSV text as it comes, in batches: comma, semicolon or tab as the header has it, LF or CRLF, quotes
 * as in RFC 4180. Decimal commas are read where the separator is a semicolon.
 * @param onSeparator told once, from the header
 * Throws `ListCsvError` for a header that does not fit, a quote left open, or a row too long.
 */
export async function* readListCsv(
  text: AsyncIterable<string>,
  list: LibraryList,
  onSeparator: (separator: string) => void,
  batch = 1000,
): AsyncGenerator<readonly RawRow[]> {
  const { header, rest } = await takeHeader(text);
  const separator = separatorOf(header);
  onSeparator(separator);
  const records = parse({
    bom: true,
    delimiter: separator,
    info: true,
    record_delimiter: ['\r\n', '\n', '\r'],
    relax_column_count: true,
    skip_empty_lines: true,
    max_record_size: longestRow,
  });
  // What goes wrong in the source reaches the reader of the records.
  pipeline(Readable.from(chain(header, rest)), records, () => {});
  let columns: readonly string[] | undefined;
  let rows: RawRow[] = [];
  try {
    for await (const { record, info } of records as AsyncIterable<{
      record: string[];
      info: { lines: number };
    }>) {
      if (!columns) {
        columns = checkHeader(record, list);
        continue;
      }
      rows.push(toRow(record, info.lines, columns, list, separator === ';'));
      if (rows.length >= batch) {
        yield rows;
        rows = [];
      }
    }
  } catch (error) {
    throw error instanceof CsvError ? csvFailure(error) : error;
  }
  if (!columns) throw new ListCsvError(1, undefined, 'Expected a header row, got nothing.');
  if (rows.length > 0) yield rows;
}

async function* chain(header: string, rest: AsyncIterator<string>): AsyncGenerator<string> {
  yield header;
  for (let next = await rest.next(); !next.done; next = await rest.next()) yield next.value;
}

/** The text up to the first line end, and the rest. */
async function takeHeader(
  text: AsyncIterable<string>,
): Promise<{ header: string; rest: AsyncIterator<string> }> {
  const rest = text[Symbol.asyncIterator]();
  let header = '';
  while (!/[\r\n]/.test(header)) {
    const next = await rest.next();
    if (next.done) break;
    header += next.value;
    if (header.length > longestRow * 10 && !/[\r\n]/.test(header))
      throw new ListCsvError(1, undefined, 'The first line has no end.');
  }
  return { header, rest };
}

function separatorOf(header: string): string {
  const [first = ''] = header.split(/[\r\n]/);
  const counts = [',', ';', '\t'].map((sign) => ({ sign, count: first.split(sign).length - 1 }));
  return counts.sort((a, b) => b.count - a.count)[0]?.sign ?? ',';
}

function checkHeader(record: readonly string[], list: LibraryList): readonly string[] {
  const columns = record.map((name) => name.trim());
  const known = new Set(list.columns.map(({ name }) => name));
  const strange = columns.find((name) => !known.has(name));
  if (strange !== undefined)
    throw new ListCsvError(
      1,
      strange.slice(0, 40),
      `${list.title} has no such column. It has: ${[...known].join(', ')}.`,
    );
  const twice = columns.find((name, at) => columns.indexOf(name) !== at);
  if (twice !== undefined) throw new ListCsvError(1, twice, 'The column stands twice.');
  const missing = list.columns.find(({ name, optional }) => !optional && !columns.includes(name));
  if (missing) throw new ListCsvError(1, missing.name, 'The column is missing.');
  return columns;
}

function toRow(
  record: readonly string[],
  line: number,
  columns: readonly string[],
  list: LibraryList,
  commas: boolean,
): RawRow {
  if (record.length !== columns.length)
    return { line, cells: {}, reason: `Expected ${columns.length} cells, got ${record.length}.` };
  const cells: Record<string, string> = {};
  for (const [at, name] of columns.entries()) {
    const cell = record[at] ?? '';
    if (cell.trim() !== '') cells[name] = commas ? withPoint(cell, name, list) : cell;
  }
  return { line, cells };
}

/** '12,5' as a spreadsheet with decimal commas writes it. */
function withPoint(cell: string, name: string, list: LibraryList): string {
  const type = list.columns.find((column) => column.name === name)?.type.kind;
  return type === 'decimal' && /^-?\d+,\d+$/.test(cell.trim()) ? cell.trim().replace(',', '.') : cell;
}

function csvFailure(error: CsvError): ListCsvError {
  const line = typeof error.lines === 'number' ? error.lines : 1;
  const reasons: Record<string, string> = {
    CSV_QUOTE_NOT_CLOSED: 'A quote is opened and not closed; the file may have been cut short.',
    INVALID_OPENING_QUOTE: 'A quote stands inside a cell that does not begin with one.',
    CSV_INVALID_CLOSING_QUOTE: 'Something stands after a closing quote.',
    CSV_MAX_RECORD_SIZE: `A row is longer than ${longestRow} characters; a quote may be open.`,
  };
  return new ListCsvError(line, undefined, reasons[error.code] ?? `The row cannot be read (${error.code}).`);
}

/** The header line of a list's file. */
export function csvHeader(list: LibraryList): string {
  return csvLines([list.columns.map(({ name }) => name)]);
}

/** Rows as RFC 4180 lines. */
export function csvLines(rows: readonly (readonly (string | null)[])[]): string {
  return stringify(rows as (string | null)[][], { record_delimiter: '\r\n' });
}
