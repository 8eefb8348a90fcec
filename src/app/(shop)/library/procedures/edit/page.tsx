import { notFound } from 'next/navigation';
import { mayDo } from '@/core/authority/roles';
import { ProcedureEditor } from '@/screens/library/procedure/procedure-editor';
import { readRow } from '@/usecases/library/browse';
import { readProcedureParts } from '@/usecases/library/procedures';
import { requireActor } from '../../../../session';
import { saveRowAction } from '../../actions';

export const metadata = { title: 'Change a procedure' };

interface EditProps {
  readonly searchParams: Promise<{ readonly id?: string | string[] }>;
}

export default async function EditProcedurePage({ searchParams }: EditProps) {
  const actor = await requireActor();
  const { id } = await searchParams;
  const view = typeof id === 'string' ? await readRow(actor, 'procedures', id.slice(0, 300)) : undefined;
  if (!view?.row || !mayDo(actor.role, 'editLibrary')) notFound();
  return (
    <ProcedureEditor
      key={view.row.cells.version}
      row={view.row}
      parts={await readProcedureParts(actor)}
      onSave={saveRowAction}
    />
  );
}
