import type { LibraryList } from './lists/lists';

/** For columns of a list the columns of a file that fill them; those that are left out stay empty. */
export type ColumnMapping = Readonly<Record<string, string>>;

type Columns = Pick<LibraryList, 'columns'>;

/** Whether a file has the columns of the list by their own names, so that nothing has to be said of them. */
export function fitsAsItIs(
  { columns, former }: Pick<LibraryList, 'columns' | 'former'>,
  headers: readonly string[],
): boolean {
  const own = new Set(headers.map((header) => header.trim()));
  const known = new Set([...columns, ...(former?.columns ?? [])].map(({ name }) => name));
  return (
    [...own].every((header) => known.has(header)) &&
    columns.every(({ name, optional }) => optional || own.has(name))
  );
}

/**
 * Which column of a file is likely meant for which of a list: by its name or what it is called on screens, then by a name
 * that holds the other, where only one does. Each column of the file is taken once.
 */
export function guessMapping({ columns }: Columns, headers: readonly string[]): ColumnMapping {
  const free = new Set(headers.filter((header) => header.trim() !== ''));
  const guessed: Record<string, string> = {};
  const take = (fits: (column: LibraryList['columns'][number], header: string) => boolean) => {
    for (const column of columns) {
      if (guessed[column.name] !== undefined) continue;
      const found = [...free].filter((header) => fits(column, header));
      const [only] = found;
      if (only === undefined || found.length > 1) continue;
      guessed[column.name] = only;
      free.delete(only);
    }
  };
  take(({ name }, header) => plain(header) === plain(name));
  take(({ label }, header) => plain(header) === plain(label));
  take(({ name, label }, header) => holds(header, name) || holds(header, label));
  return guessed;
}

/** The columns that must be filled and are not, by what they are called. */
export function missingColumns({ columns }: Columns, mapping: ColumnMapping): string[] {
  return columns
    .filter(({ name, optional }) => !optional && mapping[name] === undefined)
    .map(({ label }) => label);
}

/** A mapping without what a file does not have. */
export function mappingFor(mapping: ColumnMapping, headers: readonly string[]): ColumnMapping {
  return Object.fromEntries(Object.entries(mapping).filter(([, theirs]) => headers.includes(theirs)));
}

function plain(text: string): string {
  return text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
}

/** Whether one name stands in the other; short ones stand in many. */
function holds(header: string, name: string): boolean {
  const [long, short] = [plain(header), plain(name)].sort((a, b) => b.length - a.length);
  return (short?.length ?? 0) >= 4 && (long?.includes(short ?? '') ?? false);
}
