import type { ListColumn } from '@/core/catalogue/lists/description';
import { differences } from '@/core/procedure/document/differences';
import type { Procedure } from '@/core/procedure/document/procedure';
import { DifferenceList } from './procedure/difference-list';

interface ChangedCellProps {
  readonly column: ListColumn;
  readonly was: string | undefined;
  readonly is: string | undefined;
}

/** A cell before and after a change; of a document what differs in it, so that nothing is taken over unread. */
export function ChangedCell({ column: { label, type }, was, is }: ChangedCellProps) {
  if (type.kind === 'document' && was !== undefined && is !== undefined)
    return (
      <>
        {label}:{' '}
        {type.of === 'procedure' ? (
          <DifferenceList found={differences(JSON.parse(was) as Procedure, JSON.parse(is) as Procedure)} />
        ) : (
          <DocumentFields was={was} is={is} />
        )}
      </>
    );
  return (
    <>
      {label}: <span className="font-mono">{was ?? 'empty'}</span> →{' '}
      <span className="font-mono">{is ?? 'empty'}</span>
    </>
  );
}

/** The fields of another document that changed, by name. */
function DocumentFields({ was, is }: { readonly was: string; readonly is: string }) {
  const [before, after] = [was, is].map((text) => JSON.parse(text) as Readonly<Record<string, unknown>>);
  const names = Object.keys({ ...before, ...after }).filter(
    (name) => JSON.stringify(before?.[name]) !== JSON.stringify(after?.[name]),
  );
  return <span className="font-mono">≠ {names.join(', ')}</span>;
}
