import type { ListColumn } from '@/core/catalogue/lists/description';
import type { LibraryList } from '@/core/catalogue/lists/lists';

export interface ShownColumn {
  readonly name: string;
  readonly label: string;
  readonly mono: boolean;
  readonly column: ListColumn;
}

const mostShown = 9;
/** Long texts and sources are read on the row's own page. */
const leftOut = new Set(['source', 'certainty', 'fact_sources', 'weight', 'note', 'how']);
const codes = /article|blank|chip|remote|code|universal|equivalent|other$|board|sign/;

/** The columns of a list that fit on a page: its key, then what tells most. */
export function shownColumns(list: LibraryList): ShownColumn[] {
  const key = list.columns.filter(({ name }) => list.key.includes(name));
  const rest = list.columns.filter(({ name }) => !list.key.includes(name) && !leftOut.has(name));
  const wide = key.length > 6;
  const columns = wide ? [...key.filter(({ name }) => !optionalKey.has(name)), ...rest] : [...key, ...rest];
  return columns.slice(0, wide ? mostShown + 2 : mostShown).map(shown);
}

/** Parts of a key that are mostly empty. */
const optionalKey = new Set(['from_month', 'equipment', 'made_mark']);

function shown(column: ListColumn): ShownColumn {
  return { name: column.name, label: column.label, mono: isCode(column), column };
}

/** Whether a column holds numbers or codes that are compared sign by sign. */
export function isCode({ name, type }: ListColumn): boolean {
  if (type.kind === 'choice') return name.endsWith('family');
  return type.kind === 'whole' || type.kind === 'decimal' || codes.test(name);
}
