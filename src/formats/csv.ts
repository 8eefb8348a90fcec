import { CsvError, parse } from 'csv-parse/sync';
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

export interface CsvTable {
  readonly columns: readonly string[];
  readonly rows: readonly CsvRow[];
  readonly problems: readonly CsvProblem[];
}

/** The most a text may have, looked at before it is split into cells. */
export interface CsvLimits {
  readonly lines: number;
  /** Signs in a line, and so in a cell. */
  readonly signs: number;
}

const usualLimits: CsvLimits = { lines: 200_000, signs: 20_000 };

/**
 * Reads comma-separated text with a header (RFC 4180). A quote left open and a row with more or fewer cells than the
 * header are problems, never guesses.
 */
export function readCsv(text: string, limits: CsvLimits = usualLimits): CsvTable {
  const tooMuch = overLimits(text, limits);
  if (tooMuch) return { columns: [], rows: [], problems: [tooMuch] };
  let records: { record: string[]; info: { lines: number } }[];
  try {
    records = parse(text, {
      bom: true,
      info: true,
      relax_column_count: true,
      skip_empty_lines: true,
      max_record_size: limits.signs,
    }) as unknown as typeof records;
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
    const line = typeof error.lines === 'number' ? error.lines : 1;
    return { columns: [], rows: [], problems: [{ line, reason: csvReason(error) }] };
  }
  const [header, ...body] = records;
  if (!header)
    return { columns: [], rows: [], problems: [{ line: 1, reason: 'Expected a header row, got nothing.' }] };
  const columns = header.record.map((name) => name.trim());
  const problems: CsvProblem[] = [];
  const rows: CsvRow[] = [];
  for (const { record, info } of body) {
    if (record.length !== columns.length) {
      problems.push({ line: info.lines, reason: `Expected ${columns.length} cells, got ${record.length}.` });
      continue;
    }
    const filled = columns
      .map((name, at) => [name, record[at] ?? ''] as const)
      .filter(([, cell]) => cell !== '');
    rows.push({ line: info.lines, cells: Object.fromEntries(filled) });
  }
  return { columns, rows, problems };
}

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

function csvReason(error: CsvError): string {
  if (error.code === 'CSV_QUOTE_NOT_CLOSED') return 'A quote is opened and not closed.';
  if (error.code === 'INVALID_OPENING_QUOTE')
    return 'A quote stands inside a cell that does not begin with one.';
  if (error.code === 'CSV_MAX_RECORD_SIZE') return 'The row is too long; a quote may be open.';
  return `The row cannot be read (${error.code}).`;
}

/**
 * The field of an input that a column of a file fills.
 * @example fieldOfColumn('lead_days') // 'leadDays'
 */
export function fieldOfColumn(column: string): string {
  return column.replace(/_(\w)/g, (_, letter: string) => letter.toUpperCase());
}

/** Rows as comma-separated text with lines ended by LF; the first row is the header. */
export function writeCsv(rows: readonly (readonly string[])[]): string {
  return stringify(rows.map((row) => [...row]));
}
