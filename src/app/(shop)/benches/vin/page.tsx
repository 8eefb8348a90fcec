import { VinBench } from '@/screens/vin/vin-bench';
import { readMarkets } from '@/usecases/benches/vin';
import { requireActor } from '../../../session';
import { examineVinAction } from '../actions';

export const metadata = { title: 'VIN bench' };

export default async function VinBenchPage() {
  return <VinBench markets={await readMarkets(await requireActor())} onExamine={examineVinAction} />;
}
