import { CodeService } from '@/screens/settings/code-service';
import { Dealers } from '@/screens/settings/dealers';
import { Page } from '@/ui/page';
import { readOutsidePrices } from '@/usecases/shop/dealers';
import { readShopNow } from '@/usecases/shop/shop';
import { requireDuty } from '../../../session';
import { removeDealerAction, saveCodeServiceAction, saveDealerAction } from '../actions';

export const metadata = { title: 'Dealers and code service' };

export default async function DealersPage() {
  const actor = await requireDuty('manageShop');
  const [{ dealers, makes, codeService, nodes }, { shop }] = await Promise.all([
    readOutsidePrices(actor),
    readShopNow(actor),
  ]);
  return (
    <Page title="Dealers and code service" note="What others take, in your quotes and orders of attempts.">
      <Dealers
        dealers={dealers}
        makes={makes}
        nodes={nodes}
        unit={shop.distanceUnit}
        currency={shop.currency}
        locale={shop.locale}
        onSave={saveDealerAction}
        onRemove={removeDealerAction}
      />
      <CodeService terms={codeService} currency={shop.currency} onSave={saveCodeServiceAction} />
    </Page>
  );
}
