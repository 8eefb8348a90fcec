import { isListName } from '@/core/catalogue/lists/lists';
import { ImportForm } from '@/screens/library/import-form';
import { readImports } from '@/usecases/library/store-import';
import { readShopNow } from '@/usecases/shop/shop';
import { requireActor } from '../../../session';
import { readHeaderAction } from '../actions';

export const metadata = { title: 'Import data' };

interface ImportPageProps {
  readonly searchParams: Promise<{ readonly list?: string | string[] }>;
}

export default async function ImportPage({ searchParams }: ImportPageProps) {
  const actor = await requireActor();
  const { list } = await searchParams;
  const { shop } = await readShopNow(actor);
  return (
    <ImportForm
      list={typeof list === 'string' && isListName(list) ? list : undefined}
      imports={await readImports(actor)}
      zone={shop.zone}
      onHeader={readHeaderAction}
    />
  );
}
