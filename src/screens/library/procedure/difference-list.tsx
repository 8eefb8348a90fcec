import type { Difference } from '@/core/procedure/document/differences';
import { Badge } from '@/ui/notice';

const marks = {
  added: ['+ added', 'glaze'],
  removed: ['− removed', 'oxide'],
  moved: ['↔ moved', 'smalt'],
  changed: ['≠ changed', 'ochre'],
} as const;

/** What differs between two contents of a procedure, step by step. */
export function DifferenceList({ found }: { readonly found: readonly Difference[] }) {
  if (found.length === 0) return <p className="text-mute">They are alike.</p>;
  return (
    <ol className="flex flex-col gap-2">
      {found.map(({ of, kind, fields }) => (
        <li key={`${kind} ${of}`}>
          <Badge tone={marks[kind][1]}>{marks[kind][0]}</Badge> <span className="font-mono">{of}</span>
          {fields.map(({ field, was, is }) => (
            <span key={field} className="block pl-4 text-small break-words">
              {field}: <span className="font-mono">{was ?? 'nothing'}</span> →{' '}
              <span className="font-mono">{is ?? 'nothing'}</span>
            </span>
          ))}
        </li>
      ))}
    </ol>
  );
}
