import { mayDo } from '@/core/authority/roles';
import { Stock } from '@/screens/van/stock';
import { Vans } from '@/screens/van/vans';
import { readStock } from '@/usecases/shop/stock';
import { requireActor } from '../../session';
import { moveStockAction } from './actions';

export const metadata = { title: 'Van' };

export default async function VanPage() {
  const actor = await requireActor();
  const { stock, movements, zone, vans } = await readStock(actor);
  return (
    <Vans withTools={mayDo(actor.role, 'editTools')}>
      <Stock vans={vans} stock={stock} movements={movements} zone={zone} onMove={moveStockAction} />
    </Vans>
  );
}
