import { pipeline, Readable } from 'node:stream';
import { CsvError, type Options, parse as parseStream } from 'csv-parse';
import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';

export interface CsvRow {
  /** Line in the file, from 1. */
  readonly line: number;
  /** Cells by column name; empty cells are left out. */
  readonly cells: Readonly<Record<string, string>>;
}

export interface CsvProblem {
  readonly line: number;
  readonly column?: string;
  readonly reason: string;
}

export type Separator = ',' | ';' | '\t';

export interface CsvTable {
  readonly columns: readonly string[];
  /** As the header has it; where it is a semicolon, decimals may have a comma. */
  readonly separator: Separator;
  readonly rows: readonly CsvRow[];
  readonly problems: readonly CsvProblem[];
}

/** The most a text may have, looked at before it is split into cells. */
export interface CsvLimits {
  readonly lines: number;
  /** Signs in a line, and so in a cell. */
  readonly signs: number;
}

/** The most signs of a line that is read where nothing else is said. */
export const longestLine = 20_000;
const usualLimits: CsvLimits = { lines: 200_000, signs: longestLine };

interface Parsed {
  readonly record: string[];
  readonly info: { readonly lines: number };
}

/** How every file is split: RFC 4180, with the separator of its header, ended by LF, CR or both. */
function splitting(header: string, signs: number): Options & { readonly delimiter: Separator } {
  return {
    bom: true,
    delimiter: separatorOf(header),
    info: true,
    record_delimiter: ['\r\n', '\n', '\r'],
    relax_column_count: true,
    skip_empty_lines: true,
    max_record_size: signs,
  };
}

/**
 * Reads a text with a header: comma, semicolon or tab between the cells, as the header has it. A quote left open and a row
 * with more or fewer cells than the header are problems, never guesses.
 */
export function readCsv(text: string, limits: CsvLimits = usualLimits): CsvTable {
  const how = splitting(text, limits.signs);
  const wrong = (...problems: CsvProblem[]): CsvTable => ({
    columns: [],
    separator: how.delimiter,
    rows: [],
    problems,
  });
  const tooMuch = overLimits(text, limits);
  if (tooMuch) return wrong(tooMuch);
  let records: Parsed[];
  try {
    records = parse(text, how) as unknown as Parsed[];
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
    return wrong(csvProblem(error));
  }
  const [header, ...body] = records;
  if (!header) return wrong({ line: 1, reason: noHeader });
  const columns = header.record.map((name) => name.trim());
  const problems: CsvProblem[] = [];
  const rows: CsvRow[] = [];
  for (const { record, info } of body) {
    const cells = cellsOf(record, columns);
    if (typeof cells === 'string') problems.push({ line: info.lines, reason: cells });
    else rows.push({ line: info.lines, cells });
  }
  return { columns, separator: how.delimiter, rows, problems };
}

/** A file that cannot be read on: the line and why. */
export class CsvFailure extends Error {
  constructor(
    readonly line: number,
    readonly column: string | undefined,
    reason: string,
  ) {
    super(reason);
  }
}

/** A record of a file as it comes: its cells in the order of the header, and its line. */
export interface CsvRecord {
  readonly line: number;
  readonly record: readonly string[];
}

/**
 * The records of a text as it comes, the header among them, split as `readCsv` does.
 * Throws `CsvFailure` for a quote left open, a line too long, or a text without a header.
 * @param onSeparator told once, from the header
 */
export async function* readCsvStream(
  text: AsyncIterable<string>,
  onSeparator: (separator: Separator) => void,
): AsyncGenerator<CsvRecord> {
  const { header, rest } = await takeHeader(text);
  const how = splitting(header, longestLine);
  onSeparator(how.delimiter);
  const records = parseStream(how);
  // What goes wrong in the source reaches the reader of the records.
  pipeline(Readable.from(chain(header, rest)), records, () => {});
  let any = false;
  try {
    for await (const { record, info } of records as AsyncIterable<Parsed>) {
      any = true;
      yield { line: info.lines, record };
    }
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
    const { line, reason } = csvProblem(error);
    throw new CsvFailure(line, undefined, reason);
  }
  if (!any) throw new CsvFailure(1, undefined, noHeader);
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
    if (header.length > longestLine * 10 && !/[\r\n]/.test(header))
      throw new CsvFailure(1, undefined, 'The first line has no end.');
  }
  return { header, rest };
}

function separatorOf(text: string): Separator {
  const end = text.search(/[\r\n]/);
  const first = end < 0 ? text : text.slice(0, end);
  const counts = ([',', ';', '\t'] as const).map((sign) => ({ sign, count: first.split(sign).length - 1 }));
  return counts.sort((a, b) => b.count - a.count)[0]?.sign ?? ',';
}

/** The cells of a record by column, empty ones left out; or why they do not fit the header. */
export function cellsOf(
  record: readonly string[],
  columns: readonly string[],
): Readonly<Record<string, string>> | string {
  if (record.length !== columns.length) return `Expected ${columns.length} cells, got ${record.length}.`;
  return Object.fromEntries(
    columns.map((name, at) => [name, record[at] ?? ''] as const).filter(([, cell]) => cell.trim() !== ''),
  );
}

/**
 * A decimal as a spreadsheet with decimal commas writes it; any other cell as it is.
 * @example withPoint('12,5') // '12.5'
 */
export function withPoint(cell: string): string {
  return /^-?\d+,\d+$/.test(cell.trim()) ? cell.trim().replace(',', '.') : cell;
}

const noHeader = 'Expected a header row, got nothing.';

/** What of a text is over the limits; a line ends with LF or CR. */
function overLimits(text: string, { lines, signs }: CsvLimits): CsvProblem | undefined {
  let line = 1;
  let begin = 0;
  for (let at = 0; at <= text.length; at += 1) {
    const code = at < text.length ? text.charCodeAt(at) : 10;
    if (code !== 10 && code !== 13) continue;
    if (at - begin > signs) return { line, reason: `The line is longer than ${signs} signs.` };
    if (code === 13 && text.charCodeAt(at + 1) === 10) at += 1;
    begin = at + 1;
    if (begin < text.length) line += 1;
    if (line > lines) return { line, reason: `A file has up to ${lines} lines.` };
  }
  return undefined;
}

function csvProblem(error: CsvError): CsvProblem {
  const reasons: Record<string, string> = {
    CSV_QUOTE_NOT_CLOSED: 'A quote is opened and not closed; the file may have been cut short.',
    INVALID_OPENING_QUOTE: 'A quote stands inside a cell that does not begin with one.',
    CSV_INVALID_CLOSING_QUOTE: 'Something stands after a closing quote.',
    CSV_MAX_RECORD_SIZE: 'The row is too long; a quote may be open.',
  };
  const line = typeof error.lines === 'number' ? error.lines : 1;
  return { line, reason: reasons[error.code] ?? `The row cannot be read (${error.code}).` };
}

/**
 * The field of an input that a column of a file fills.
 * @example fieldOfColumn('lead_days') // 'leadDays'
 */
export function fieldOfColumn(column: string): string {
  return column.replace(/_(\w)/g, (_, letter: string) => letter.toUpperCase());
}

/** Rows as RFC 4180 lines with commas; the header is a row like the others. */
export function writeCsv(rows: readonly (readonly (string | null)[])[]): string {
  return stringify(rows as (string | null)[][], { record_delimiter: '\r\n' });
}
