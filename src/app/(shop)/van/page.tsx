import { Stock } from '@/screens/van/stock';
import { Vans } from '@/screens/van/vans';
import { readVans } from '@/usecases/shop';
import { readStock } from '@/usecases/stock';
import { requireActor } from '../../session';
import { moveStockAction } from './actions';

export const metadata = { title: 'Van' };

export default async function VanPage() {
  const actor = await requireActor();
  const { vans, platformNames, today } = await readVans(actor);
  const { stock, movements, zone } = await readStock(actor);
  return (
    <Vans vans={vans} platformNames={platformNames} today={today}>
      <Stock
        vans={vans.map(({ id, name }) => ({ id, name }))}
        stock={stock}
        movements={movements}
        zone={zone}
        onMove={moveStockAction}
      />
    </Vans>
  );
}
