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

/** A document as people read it, folded until somebody wants it. */
export function DocumentText({ text }: { readonly text: string | undefined }) {
  if (text === undefined) return null;
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2">Show the document</summary>
      <pre className="whitespace-pre-wrap break-words text-small">
        {JSON.stringify(JSON.parse(text), null, 2)}
      </pre>
    </details>
  );
}
