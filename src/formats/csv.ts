import { CsvError, type Options } from 'csv-parse';
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

/** A record of a file: its cells in the order of the header, and the line it ends in. */
export interface CsvRecord {
  readonly line: number;
  readonly record: readonly string[];
}

/** A part of a text that begins and ends between two records, so that it can be split by itself, anywhere. */
export interface CsvPart {
  readonly text: string;
  /** Lines of the text before it. */
  readonly linesBefore: number;
  readonly separator: Separator;
}

/** Signs of a part, about: enough that splitting costs more than sending it. */
const partSigns = 120_000;
/** A record is as long as its lines; one that has no end within so many signs is not waited for. */
const longestRecord = longestLine * 10;

/** What of a text waits to be cut, and how far it was looked at. */
interface Uncut {
  text: string;
  linesBefore: number;
  /** Signs that were looked at, and the lines and the state of quotes there. */
  seen: number;
  lines: number;
  open: boolean;
  /** The last end of a record among them, and the lines up to there. */
  cut: number;
  linesToCut: number;
}

/** Looks on to the end of the text, or to the first end of a record at or beyond `enough` signs. */
function look(uncut: Uncut, enough: number, isLast: boolean): void {
  const { text } = uncut;
  const signs = /"|\r\n|\n|\r/g;
  signs.lastIndex = uncut.seen;
  for (let found = signs.exec(text); found && uncut.cut < enough; found = signs.exec(text)) {
    const [sign] = found;
    // A return at the end may be the first half of a line end.
    if (sign === '\r' && signs.lastIndex === text.length && !isLast) {
      uncut.seen = found.index;
      return;
    }
    uncut.seen = signs.lastIndex;
    if (sign === '"') {
      uncut.open = !uncut.open;
      continue;
    }
    uncut.lines += 1;
    if (uncut.open) continue;
    uncut.cut = uncut.seen;
    uncut.linesToCut = uncut.lines;
  }
  if (uncut.cut < enough) uncut.seen = text.length;
}

/** Takes what was looked at up to the last end of a record, or all of it. */
function take(uncut: Uncut, all: boolean): { readonly text: string; readonly linesBefore: number } {
  const upTo = all ? uncut.text.length : uncut.cut;
  const lines = all ? uncut.lines : uncut.linesToCut;
  const part = { text: uncut.text.slice(0, upTo), linesBefore: uncut.linesBefore };
  uncut.text = uncut.text.slice(upTo);
  uncut.linesBefore += lines;
  uncut.seen -= Math.min(uncut.seen, upTo);
  uncut.lines -= lines;
  uncut.cut = 0;
  uncut.linesToCut = 0;
  return part;
}

/**
 * Cuts a text as it comes into its header and parts between records: at a line end outside of quotes. What has no such end
 * goes on as it is, and is refused when it is split.
 * Throws `CsvFailure` for a text without a header.
 */
export async function* cutCsv(
  text: AsyncIterable<string>,
  partsOf = partSigns,
): AsyncGenerator<{ readonly header: readonly string[]; readonly separator: Separator } | CsvPart> {
  const uncut: Uncut = { text: '', linesBefore: 0, seen: 0, lines: 0, open: false, cut: 0, linesToCut: 0 };
  let separator: Separator | undefined;
  const next = (isLast: boolean) => {
    look(uncut, separator === undefined ? 1 : partsOf, isLast);
    const endless = uncut.seen - uncut.cut > longestRecord;
    if (separator === undefined && endless && !isLast)
      throw new CsvFailure(1, undefined, 'The first line has no end.');
    const ready = separator === undefined ? uncut.cut > 0 : uncut.cut >= partsOf || endless;
    if (uncut.text === '' || !(ready || isLast)) return undefined;
    const part = take(uncut, separator === undefined ? uncut.cut === 0 : isLast || uncut.cut < partsOf);
    if (separator !== undefined) return { ...part, separator };
    const own = separatorOf(part.text);
    const [first] = splitCsv({ ...part, separator: own });
    // Empty lines may stand before the header.
    if (!first) return null;
    separator = own;
    return { header: first.record, separator };
  };
  for await (const more of text) {
    uncut.text += more;
    for (let part = next(false); part !== undefined; part = next(false)) if (part) yield part;
  }
  for (let part = next(true); part !== undefined; part = next(true)) if (part) yield part;
  if (separator === undefined) throw new CsvFailure(1, undefined, noHeader);
}

/**
 * The records of a part. One without a quote is its line cut at the separators, which is all that RFC 4180 says of it; the
 * others are split by the library.
 * Throws `CsvFailure` for a quote left open or in the wrong place, and for a line too long.
 */
export function splitCsv({ text, linesBefore, separator }: CsvPart): CsvRecord[] {
  const records: CsvRecord[] = [];
  const quoted: Quoted[] = [];
  const ends = /\r\n|\n|\r/g;
  let line = linesBefore;
  for (let begin = 0; begin < text.length; ) {
    let end = ends.exec(text);
    line += 1;
    const first = line;
    let record = text.slice(begin, end?.index);
    const hasQuote = record.includes('"');
    while (hasQuote && end && record.length <= longestLine && hasOpenQuote(record)) {
      end = ends.exec(text);
      line += 1;
      record = text.slice(begin, end?.index);
    }
    if (record.length > longestLine) throw new CsvFailure(first, undefined, tooLong);
    if (hasQuote) quoted.push({ text: record, first, at: records.length });
    if (record !== '') records.push({ line, record: hasQuote ? [] : record.split(separator) });
    begin = end ? ends.lastIndex : text.length;
  }
  for (const [nth, record] of splitQuoted(quoted, separator).entries()) {
    const at = quoted[nth]?.at ?? 0;
    records[at] = { line: records[at]?.line ?? 0, record };
  }
  return records;
}

/** A record with quotes: the line it begins in, and its place among the records. */
interface Quoted {
  readonly text: string;
  readonly first: number;
  readonly at: number;
}

const tooLong = 'The row is too long; a quote may be open.';

function hasOpenQuote(text: string): boolean {
  let quotes = 0;
  for (let at = text.indexOf('"'); at >= 0; at = text.indexOf('"', at + 1)) quotes += 1;
  return quotes % 2 === 1;
}

/** Records with quotes by the library, all at once; one by one where that says something is wrong, to find its line. */
function splitQuoted(quoted: readonly Quoted[], delimiter: Separator): string[][] {
  if (quoted.length === 0) return [];
  const { info: _, ...usual } = splitting('', longestLine);
  const split = (text: string) =>
    parse(text, { ...usual, delimiter, record_delimiter: ['\n'] }) as unknown as string[][];
  try {
    const found = split(quoted.map(({ text }) => text).join('\n'));
    if (found.length === quoted.length) return found;
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
  }
  return quoted.map(({ text, first }) => {
    try {
      return split(text)[0] ?? [];
    } catch (error) {
      if (!(error instanceof CsvError)) throw error;
      const { line, reason } = csvProblem(error);
      // A quote left open is found at the end of the text, and looked for where its record begins.
      const at = error.code === 'CSV_QUOTE_NOT_CLOSED' ? 1 : line;
      throw new CsvFailure(first + at - 1, undefined, reason);
    }
  });
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

/**
 * Rows as RFC 4180 lines with commas; the header is a row like the others.
 * @param isForReading it is never read in again: a cell that a table program would take for a formula is made plain words
 */
export function writeCsv(rows: readonly (readonly (string | null)[])[], isForReading = false): string {
  return stringify(rows as (string | null)[][], { record_delimiter: '\r\n', escape_formulas: isForReading });
}
