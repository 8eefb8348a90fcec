import { PelletBench } from '@/screens/blade/pellet/pellet-bench';
import { readPelletBench } from '@/usecases/benches/pellet';
import { requireActor } from '../../../session';
import { readMeterAction } from '../actions';

export const metadata = { title: 'Pellet bench' };

export default async function PelletBenchPage() {
  const { ladders, meters } = await readPelletBench(await requireActor());
  return <PelletBench ladders={ladders} meters={meters} onMeter={readMeterAction} />;
}
