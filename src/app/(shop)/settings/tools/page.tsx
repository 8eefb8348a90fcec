import { Meters } from '@/screens/settings/meters';
import { Tools } from '@/screens/settings/tools';
import { readMeters } from '@/usecases/shop/meters';
import { readShopNow } from '@/usecases/shop/shop';
import { readTools } from '@/usecases/shop/tools';
import { requireDuty } from '../../../session';
import {
  noteEquipmentAction,
  removeMeterAction,
  removeRightAction,
  removeToolAction,
  saveCoverAction,
  saveMeterAction,
  saveRightAction,
  saveToolAction,
} from '../actions';

export const metadata = { title: 'Tools and licences' };

export default async function ToolsPage() {
  const actor = await requireDuty('editTools');
  const [{ vans, platforms, markets }, { shop, now }, meters] = await Promise.all([
    readTools(actor),
    readShopNow(actor),
    readMeters(actor),
  ]);
  return (
    <Tools
      vans={vans}
      platforms={platforms}
      markets={markets}
      today={now.day}
      currency={shop.currency}
      locale={shop.locale}
      onTool={saveToolAction}
      onRemoveTool={removeToolAction}
      onCover={saveCoverAction}
      onRight={saveRightAction}
      onRemoveRight={removeRightAction}
      onEquipment={noteEquipmentAction}
      meters={<Meters meters={meters} onSave={saveMeterAction} onRemove={removeMeterAction} />}
    />
  );
}
