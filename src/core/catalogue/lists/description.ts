/** How values that files hold are said on screens; those that are words themselves are left out. */
export type Said = Readonly<Record<string, string>>;

/** Kinds of documents that the library holds: each has a class that says what stands in it. */
export type DocumentKind = 'behaviour' | 'procedure';

/** How a cell of a list is read and written. */
export type ColumnType =
  | {
      readonly kind: 'text';
      readonly max: number;
      readonly form?: 'makerId' | 'factSources' | 'month' | 'rankSign';
    }
  | { readonly kind: 'whole'; readonly min: number; readonly max: number }
  | { readonly kind: 'decimal'; readonly min: number; readonly max: number }
  | { readonly kind: 'yesNo' }
  | { readonly kind: 'choice'; readonly values: readonly string[]; readonly said?: Said }
  /** Words, or with `numbers` numbers, separated by spaces. */
  | { readonly kind: 'words'; readonly max: number; readonly numbers?: boolean; readonly said?: Said }
  /** A document of one kind, as JSON in one line. */
  | { readonly kind: 'document'; readonly of: DocumentKind };

export interface ListColumn {
  readonly name: string;
  readonly label: string;
  readonly type: ColumnType;
  readonly optional?: boolean;
  readonly hint?: string;
}

/** Columns that name a row of another list: each column with that list's column. */
export interface DescribedReference {
  readonly list: string;
  readonly columns: Readonly<Record<string, string>>;
}

/** One row as text by column; empty cells are left out. */
export type Cells = Readonly<Record<string, string>>;

/** Columns that files of earlier times have, and the rows of other lists that they stand for. */
export interface FormerColumns {
  readonly columns: readonly ListColumn[];
  readonly rowsOf: (cells: Cells) => readonly { readonly list: string; readonly cells: Cells }[];
}

/** All that is said of a list; its name is said where it is registered. */
export interface ListDescription {
  readonly title: string;
  /** One row of it, in words. */
  readonly one: string;
  readonly about: string;
  readonly columns: readonly ListColumn[];
  /** Columns that together name a row. */
  readonly key: readonly string[];
  /** Whether the key is written on the shelf (an article, a code), so that a row keeps it for good. */
  readonly keyStays?: boolean;
  readonly references: readonly DescribedReference[];
  /** What is wrong between the cells of one row. */
  readonly check?: (cells: Cells) => { readonly column: string; readonly reason: string } | undefined;
  readonly former?: FormerColumns;
}

export const text = (max: number) => ({ kind: 'text', max }) as const;
export const whole = (min: number, max: number) => ({ kind: 'whole', min, max }) as const;
export const decimal = (min: number, max: number) => ({ kind: 'decimal', min, max }) as const;
export const choice = (values: readonly string[], said: Said = {}) =>
  ({ kind: 'choice', values, said }) as const;
export const words = (max: number, numbers = false) => ({ kind: 'words', max, numbers }) as const;
export const yesNo = { kind: 'yesNo' } as const;
export const document = (of: DocumentKind) => ({ kind: 'document', of }) as const;

export function column(
  name: string,
  label: string,
  type: ColumnType,
  more: Partial<ListColumn> = {},
): ListColumn {
  return { name, label, type, ...more };
}
export const optional = { optional: true } as const;
export const year = whole(1950, 2100);
export const month = { kind: 'text', max: 7, form: 'month' } as const;

export const make = column('make', 'Make', text(60));
export const model = column('model', 'Model', text(60));
export const article = column('article', 'Article', text(40));
export const note = column('note', 'Note', text(300), optional);
export const oneOf = (list: string, own: string, theirs: string): DescribedReference => ({
  list,
  columns: { [own]: theirs },
});
export const modelReference: DescribedReference = {
  list: 'models',
  columns: { make: 'make', model: 'name' },
};

export function endsBeforeItBegins(cells: Cells): { column: string; reason: string } | undefined {
  const at = (end: 'from' | 'to') =>
    Number(cells[`${end}_year`]) * 12 + Number(cells[`${end}_month`] ?? (end === 'from' ? 1 : 12));
  return at('to') < at('from') ? { column: 'to_year', reason: 'Ends before it begins.' } : undefined;
}

/** A cell as people read it. */
export function cellWords({ type }: ListColumn, value: string): string {
  if (type.kind === 'document') return `${Math.max(1, Math.round(value.length / 1000))} kB`;
  const said = type.kind === 'choice' || type.kind === 'words' ? type.said : undefined;
  if (!said) return value;
  return type.kind === 'choice'
    ? (said[value] ?? value)
    : value
        .split(' ')
        .map((one) => said[one] ?? one)
        .join(', ');
}
