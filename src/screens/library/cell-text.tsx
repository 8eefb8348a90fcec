import { cellWords, type ListColumn } from '@/core/catalogue/lists/description';

/** A cell of a list as people read it; a dash where it is empty. */
export function CellText({
  column,
  value,
}: {
  readonly column: ListColumn;
  readonly value: string | undefined;
}) {
  return value === undefined ? <span className="text-mute">–</span> : <>{cellWords(column, value)}</>;
}
