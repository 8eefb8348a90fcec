import { NewRow } from '@/screens/library/new-row';
import { readChoices } from '@/usecases/library/browse';
import { requireActor } from '../../../../session';
import { saveRowAction } from '../../actions';
import { type ListPageProps, listNameOf } from '../../list-page';

export const metadata = { title: 'New row' };

export default async function NewRowPage({ params }: ListPageProps) {
  const actor = await requireActor();
  const list = await listNameOf(params);
  return <NewRow list={list} choices={await readChoices(actor, list)} onSave={saveRowAction} />;
}
