import { RouteBench } from '@/screens/route/route-bench';
import { readBenchNames } from '@/usecases/benches/routes';
import { requireActor } from '../../../session';
import { findRoutesAction } from '../actions';

export const metadata = { title: 'Route bench' };

export default async function RouteBenchPage() {
  return <RouteBench names={await readBenchNames(await requireActor())} onAsk={findRoutesAction} />;
}
