import { BenchCar } from '@/screens/benchcar/bench-car';
import { listBenchCars, listBenchTraces } from '@/usecases/benches/bench-car';
import { readShopNow } from '@/usecases/shop/shop';
import { requireActor } from '../../../session';
import { readBenchCarAction, removeBenchTraceAction } from '../actions';

export const metadata = { title: 'Bench car' };

export default async function BenchCarPage() {
  const actor = await requireActor();
  const [platforms, traces, { shop }] = await Promise.all([
    listBenchCars(actor),
    listBenchTraces(actor),
    readShopNow(actor),
  ]);
  return (
    <BenchCar
      platforms={platforms.map(({ name }) => name)}
      onPlatform={readBenchCarAction}
      traces={traces}
      zone={shop.zone}
      onRemove={removeBenchTraceAction}
    />
  );
}
