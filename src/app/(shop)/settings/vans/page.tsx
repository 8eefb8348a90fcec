import { Places } from '@/screens/settings/places';
import { VanNames } from '@/screens/settings/van-names';
import { Page } from '@/ui/page';
import { readVanNames } from '@/usecases/shop/own-vans';
import { readPlaces } from '@/usecases/shop/places';
import { readShopNow } from '@/usecases/shop/shop';
import { requireDuty } from '../../../session';
import { giveUpVanAction, removePlaceAction, savePlaceAction, saveVanAction } from '../actions';

export const metadata = { title: 'Vans and places' };

export default async function VansPage() {
  const actor = await requireDuty('manageShop');
  const [vans, places, { shop }] = await Promise.all([
    readVanNames(actor),
    readPlaces(actor),
    readShopNow(actor),
  ]);
  return (
    <Page title="Vans and places" note="Who drives, and where to.">
      <VanNames vans={vans} onSave={saveVanAction} onGiveUp={giveUpVanAction} />
      <Places
        places={places}
        unit={shop.distanceUnit}
        onSave={savePlaceAction}
        onRemove={removePlaceAction}
      />
    </Page>
  );
}
