import type { ColumnMapping } from '@/core/catalogue/column-mapping';
import type { LibraryList } from '@/core/catalogue/lists/lists';
import type { RowOfCells } from './check-rows';
import { CsvFailure, type CsvPart, cutCsv, type Separator, splitCsv, withPoint, writeCsv } from './csv';

/** A part of a list's file with the columns of the list that it fills. */
export interface ListPart extends CsvPart {
  readonly columns: readonly string[];
  /** Where each of them stands in a row of the file, and how many cells a row has; without it all stand in their order. */
  readonly from?: { readonly places: readonly number[]; readonly cells: number };
}

/**
 * Parts of a list from CSV text as it comes.
 * @param onSeparator told once, from the header
 * @param mapping what was said of a file with columns of its own: all others of it are left out
 * Throws `CsvFailure` for a header that does not fit.
 */
export async function* listParts(
  text: AsyncIterable<string>,
  list: LibraryList,
  onSeparator: (separator: Separator) => void,
  partsOf?: number,
  mapping?: ColumnMapping,
): AsyncGenerator<ListPart> {
  let filled: Pick<ListPart, 'columns' | 'from'> = { columns: [] };
  for await (const part of cutCsv(text, partsOf)) {
    if ('header' in part) {
      filled = mapping
        ? mappedHeader(part.header, list, mapping)
        : { columns: checkHeader(part.header, list) };
      onSeparator(part.separator);
    } else yield { ...part, ...filled };
  }
}

/**
 * The rows of a part, their cells in the order of its columns; empty ones undefined. Decimal commas are read where the
 * separator is a semicolon. A row with more or fewer cells than the header has a reason.
 * Throws `CsvFailure` for a quote left open, or a row too long.
 */
export function readPart(part: ListPart, list: LibraryList): RowOfCells[] {
  const { columns, separator, from } = part;
  const expected = from?.cells ?? columns.length;
  const decimals = new Set(
    [...list.columns, ...(list.former?.columns ?? [])]
      .filter(({ type }) => type.kind === 'decimal')
      .map(({ name }) => name),
  );
  const commas = columns.map((name) => separator === ';' && decimals.has(name));
  return splitCsv(part).map(({ record, line }) => {
    if (record.length !== expected)
      return { line, cells: [], reason: `Expected ${expected} cells, got ${record.length}.` };
    const own = from ? from.places.map((place) => record[place] ?? '') : record;
    const cells = own.map((cell, at) => {
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

/** The columns of a list that a header of one's own fills. */
function mappedHeader(
  record: readonly string[],
  list: LibraryList,
  mapping: ColumnMapping,
): Pick<ListPart, 'columns' | 'from'> {
  const headers = record.map((name) => name.trim());
  const named = list.columns.flatMap(({ name }) => {
    const theirs = mapping[name];
    return theirs === undefined ? [] : [{ name, place: headers.indexOf(theirs) }];
  });
  const gone = named.find(({ place }) => place < 0);
  if (gone) throw new CsvFailure(1, gone.name, 'The file has no such column as was said.');
  const columns = checkHeader(
    named.map(({ name }) => name),
    list,
  );
  return { columns, from: { places: named.map(({ place }) => place), cells: record.length } };
}

/** The header line of a list's file. */
export function csvHeader(list: LibraryList): string {
  return writeCsv([list.columns.map(({ name }) => name)]);
}
