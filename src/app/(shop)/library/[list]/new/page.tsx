import { listOf } from '@/core/catalogue/lists/lists';
import { NewRow } from '@/screens/library/new-row';
import { readChoices } from '@/usecases/library/browse';
import { requireActor } from '../../../../session';
import { saveRowAction } from '../../actions';
import { type ListPageProps, listNameOf } from '../../list-page';

export const metadata = { title: 'New row' };

interface NewRowPageProps extends ListPageProps {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

/** A row to be added; what the address says of its columns stands there already. */
export default async function NewRowPage({ params, searchParams }: NewRowPageProps) {
  const actor = await requireActor();
  const list = await listNameOf(params);
  const told = await searchParams;
  const cells = Object.fromEntries(
    listOf(list).columns.flatMap(({ name }) => {
      const value = told[name];
      return typeof value === 'string' ? [[name, value.slice(0, 120)]] : [];
    }),
  );
  return <NewRow list={list} choices={await readChoices(actor, list)} cells={cells} onSave={saveRowAction} />;
}
