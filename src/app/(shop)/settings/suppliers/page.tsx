import { mayDo } from '@/core/authority/roles';
import { SuppliersPage } from '@/screens/suppliers/suppliers-page';
import { readPriceHistory, readSuppliers } from '@/usecases/quote/suppliers';
import { requireActor } from '../../../session';
import { saveSupplierAction, storePriceFileAction } from '../actions';

export const metadata = { title: 'Suppliers' };

export default async function SuppliersSettingsPage({
  searchParams,
}: {
  searchParams: Promise<{ readonly article?: string | string[] }>;
}) {
  const actor = await requireActor();
  const { article: asked } = await searchParams;
  const article = typeof asked === 'string' ? asked.trim().slice(0, 40) : '';
  const view = await readSuppliers(actor);
  return (
    <SuppliersPage
      key={article}
      {...view}
      article={article}
      history={article === '' ? [] : await readPriceHistory(actor, article)}
      mayBring={mayDo(actor.role, 'bringPrices')}
      onSave={saveSupplierAction}
      onStore={storePriceFileAction}
    />
  );
}
