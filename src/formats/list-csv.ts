import type { LibraryList } from '@/core/catalogue/lists/lists';
import type { RowOfCells } from './check-rows';
import { CsvFailure, type CsvPart, cutCsv, type Separator, splitCsv, withPoint, writeCsv } from './csv';

/** A part of a list's file with the columns of its header. */
export interface ListPart extends CsvPart {
  readonly columns: readonly string[];
}

/**
 * Parts of a list from CSV text as it comes.
 * @param onSeparator told once, from the header
 * Throws `CsvFailure` for a header that does not fit.
 */
export async function* listParts(
  text: AsyncIterable<string>,
  list: LibraryList,
  onSeparator: (separator: Separator) => void,
  partsOf?: number,
): AsyncGenerator<ListPart> {
  let columns: readonly string[] = [];
  for await (const part of cutCsv(text, partsOf)) {
    if ('header' in part) {
      columns = checkHeader(part.header, list);
      onSeparator(part.separator);
    } else yield { ...part, columns };
  }
}

/**
 * The rows of a part, their cells in the order of its columns; empty ones undefined. Decimal commas are read where the
 * separator is a semicolon. A row with more or fewer cells than the header has a reason.
 * Throws `CsvFailure` for a quote left open, or a row too long.
 */
export function readPart(part: ListPart, list: LibraryList): RowOfCells[] {
  const { columns, separator } = part;
  const decimals = new Set(
    [...list.columns, ...(list.former?.columns ?? [])]
      .filter(({ type }) => type.kind === 'decimal')
      .map(({ name }) => name),
  );
  const commas = columns.map((name) => separator === ';' && decimals.has(name));
  return splitCsv(part).map(({ record, line }) => {
    if (record.length !== columns.length)
      return { line, cells: [], reason: `Expected ${columns.length} cells, got ${record.length}.` };
    const cells = record.map((cell, at) => {
      if (isBlank(cell)) return undefined;
      return commas[at] ? withPoint(cell) : cell;
    });
    return { line, cells };
  });
}

function isBlank(cell: string): boolean {
  const first = cell.charCodeAt(0);
  // Most cells begin with a plain sign.
  return !(first > 32 && first < 127) && cell.trim() === '';
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

/** The header line of a list's file. */
export function csvHeader(list: LibraryList): string {
  return writeCsv([list.columns.map(({ name }) => name)]);
}
