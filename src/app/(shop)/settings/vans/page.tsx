import { Places } from '@/screens/settings/places';
import { Roads } from '@/screens/settings/roads';
import { VanNames } from '@/screens/settings/van-names';
import { Page } from '@/ui/page';
import { readVanNames } from '@/usecases/shop/own-vans';
import { readPlaces } from '@/usecases/shop/places';
import { readRoadsOnFile } from '@/usecases/shop/roads';
import { readShopNow } from '@/usecases/shop/shop';
import { requireDuty } from '../../../session';
import {
  dropRoadsAction,
  giveUpVanAction,
  previewRoadsAction,
  removePlaceAction,
  savePlaceAction,
  saveVanAction,
  storeRoadsAction,
} from '../actions';

export const metadata = { title: 'Vans and places' };

export default async function VansPage() {
  const actor = await requireDuty('manageShop');
  const [vans, places, roads, { shop }] = await Promise.all([
    readVanNames(actor),
    readPlaces(actor),
    readRoadsOnFile(actor),
    readShopNow(actor),
  ]);
  return (
    <Page title="Vans and places" note="Who drives, and where to.">
      <VanNames vans={vans} nodes={roads.nodes} onSave={saveVanAction} onGiveUp={giveUpVanAction} />
      <Places
        places={places}
        unit={shop.distanceUnit}
        onSave={savePlaceAction}
        onRemove={removePlaceAction}
      />
      <Roads
        onFile={roads}
        onPreview={previewRoadsAction}
        onStore={storeRoadsAction}
        onDrop={dropRoadsAction}
      />
    </Page>
  );
}
