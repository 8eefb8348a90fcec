import { notFound } from 'next/navigation';
import { mayDo } from '@/core/authority/roles';
import { CodeRows } from '@/screens/library/code-rows';
import { KeywayMetal } from '@/screens/library/keyway-metal';
import { ProcedureReader } from '@/screens/library/procedure/procedure-reader';
import { RowPage } from '@/screens/library/row-page';
import { readChoices, readKeyway, readRow } from '@/usecases/library/browse';
import { readStandings } from '@/usecases/library/check';
import { readProcedure } from '@/usecases/library/procedures';
import { requireActor } from '../../../../session';
import { removeRowAction, saveRowAction, undoChangeAction } from '../../actions';
import { type ListPageProps, listNameOf } from '../../list-page';

export const metadata = { title: 'Library row' };

interface LibraryRowProps extends ListPageProps {
  readonly searchParams: Promise<{ readonly id?: string | string[] }>;
}

export default async function LibraryRowPage({ params, searchParams }: LibraryRowProps) {
  const actor = await requireActor();
  const list = await listNameOf(params);
  const { id } = await searchParams;
  const view = typeof id === 'string' ? await readRow(actor, list, id.slice(0, 300)) : undefined;
  if (!view || typeof id !== 'string') notFound();
  const keyway = list === 'keyways' && view.row ? await readKeyway(actor, view.name) : undefined;
  const procedure = list === 'procedures' && view.row ? await readProcedure(actor, view.name) : undefined;
  return (
    <RowPage
      list={list}
      row={view.row}
      id={id}
      name={view.name}
      changes={view.changes}
      facts={list === 'applications' && view.row ? await readStandings(actor, view.row.id) : []}
      choices={await readChoices(actor, list)}
      zone={view.zone}
      top={procedure && <ProcedureReader view={procedure} mayEdit={mayDo(actor.role, 'editLibrary')} />}
      about={keyway && <KeywayMetal name={view.name} keyway={keyway} />}
      below={
        list === 'code-series' && view.row && mayDo(actor.role, 'codeRows') ? (
          <CodeRows series={view.name} />
        ) : undefined
      }
      onSave={saveRowAction}
      onRemove={removeRowAction}
      onUndo={undoChangeAction}
    />
  );
}
