import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Cells } from '@/core/catalogue/lists/description';
import { type ListName, listNames, listOf } from '@/core/catalogue/lists/lists';
import { type Rows, starterOf } from '@/core/catalogue/starter';
import type { Actor } from '@/core/kinds/actor';
import { priceFileColumns } from '@/core/supply/price-file';
import { canonicalJson } from '@/formats/canonical-json';
import { readCsv, writeCsv } from '@/formats/csv';
import { libraryFormat, rowToJson } from '@/formats/library-json';
import { csvHeader } from '@/formats/list-csv';
import { roadFileColumns } from '@/formats/road-file';

/** Where the files of the made-up world stand, of which the starter is a part. */
const folder = () => join(process.cwd(), 'world');

/** Cars of the starter: an ordinary one with a remote, and an old one with a pellet. */
const cars: readonly Partial<Record<string, string>>[] = [
  { make: 'Halvorn', model: 'Merrowdale' },
  { make: 'Brevane', model: 'Harrowick' },
];
const carsOfEach = 3;

/** A file of the starter. */
export interface StarterFile {
  readonly name: string;
  readonly text: string;
}

/** A small library of made-up cars, whole in itself: what each list looks like, and enough for a first price. */
export function readStarter(_actor: Actor): Rows {
  const all: Rows = Object.fromEntries(listNames.map((name) => [name, rowsOf(name)]));
  const applications = all.applications ?? [];
  const first = cars.flatMap((wanted) =>
    applications
      .filter((cells) => Object.entries(wanted).every(([column, value]) => cells[column] === value))
      .slice(0, carsOfEach),
  );
  return starterOf(
    all,
    first.map((cells) => ({ list: 'applications', cells })),
  );
}

/** The starter as one document, which is imported as all lists at once. */
export function starterJson(actor: Actor): string {
  const rows = readStarter(actor);
  const lists = Object.fromEntries(
    listNames.flatMap((name) => {
      const own = rows[name];
      return own ? [[name, own.map((cells) => rowToJson(listOf(name), cells))]] : [];
    }),
  );
  return `${canonicalJson({ format: libraryFormat, lists })}\n`;
}

/** The starter as files to fill in: each list with its example, what each column is, and files of prices and roads. */
export function starterFiles(actor: Actor): StarterFile[] {
  const rows = readStarter(actor);
  const articles = new Set(
    [...(rows.blanks ?? []), ...(rows.chips ?? []), ...(rows.remotes ?? [])].map(({ article }) => article),
  );
  return [
    { name: 'read-me.txt', text: readMe },
    { name: 'columns.txt', text: listNames.map(columnsOf).join('\n') },
    ...listNames.map((name) => ({
      name: `lists/${name}.csv`,
      text: csvHeader(listOf(name)) + csvRows(name, rows[name] ?? []),
    })),
    { name: 'library.json', text: starterJson(actor) },
    { name: 'prices.csv', text: pricesOf(articles) },
    {
      name: 'roads.csv',
      text: writeCsv([
        [...roadFileColumns],
        ['road', 'Workshop', 'Mill Bridge', '4.2', '50', '30', '', '', '', ''],
        ['road', 'Mill Bridge', 'Far Shore', '11.5', '70', '0', '', '', '', ''],
        ['ferry', 'Workshop', 'Far Shore', '2', '', '', '12', '06:00', '21:30', '30'],
      ]),
    },
  ];
}

function rowsOf(name: ListName): Cells[] {
  const file = join(folder(), `${name}.csv`);
  if (!existsSync(file)) return [];
  const known = new Set(listOf(name).columns.map((column) => column.name));
  return readCsv(readFileSync(file, 'utf8')).rows.map(({ cells }) =>
    Object.fromEntries(Object.entries(cells).filter(([column]) => known.has(column))),
  );
}

function csvRows(name: ListName, rows: readonly Cells[]): string {
  const { columns } = listOf(name);
  return rows.length === 0
    ? ''
    : writeCsv(rows.map((cells) => columns.map((column) => cells[column.name] ?? null)));
}

/** What each column of a list holds, in words. */
function columnsOf(name: ListName): string {
  const { title, about, columns, key } = listOf(name);
  const lines = columns.map(({ name: column, label, type, optional, hint }) => {
    const may =
      type.kind === 'text'
        ? `text, up to ${type.max}`
        : type.kind === 'whole' || type.kind === 'decimal'
          ? `${type.kind === 'whole' ? 'whole number' : 'number'}, ${type.min} to ${type.max}`
          : type.kind === 'yesNo'
            ? 'yes or no'
            : type.kind === 'choice'
              ? `one of: ${type.values.join(', ')}`
              : type.kind === 'words'
                ? `${type.numbers ? 'numbers' : 'words'} with a space between, up to ${type.max} characters`
                : 'a document as JSON, as it is exported';
    return `  ${column}: ${label} (${may}${optional ? '; may be left out' : ''})${hint ? `. ${hint}` : ''}`;
  });
  return `${title.toUpperCase()}, lists/${name}.csv\n${about} A row is named by ${key.join(', ')}.\n${lines.join('\n')}\n`;
}

function pricesOf(articles: ReadonlySet<string | undefined>): string {
  const rows = readCsv(readFileSync(join(folder(), 'supplier-prices.csv'), 'utf8')).rows;
  const first = new Map<string, Readonly<Record<string, string>>>();
  for (const { cells } of rows)
    if (
      cells.article &&
      articles.has(cells.article) &&
      cells.condition === 'new' &&
      !first.has(cells.article)
    )
      first.set(cells.article, cells);
  return writeCsv([
    [...priceFileColumns],
    ...[...first.values()].map((cells) => priceFileColumns.map((column) => cells[column] ?? '')),
  ]);
}

const readMe = `Files to begin a library with. All cars, articles and prices in them are made up.

lists/        one file for each list: a first line with its columns, and rows as an example. Replace the rows by your own; a
              file may be left out, and so may columns that say so in columns.txt.
library.json  the same rows as one document: Library, Import data, "All lists, JSON".
prices.csv    a supplier's price file: Settings, Suppliers.
roads.csv     the roads of a district: Settings, Vans and places.

A spreadsheet may save them with semicolons and decimal commas. Rows are checked before anything is stored, and each that
is refused is named with its reason. To take the example out again: Library, the row, Remove.
`;
