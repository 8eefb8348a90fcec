import { IdentifyBench } from '@/screens/identify/identify-bench';
import { requireActor } from '../../../session';
import { identifyAction } from '../actions';

export const metadata = { title: 'Identify bench' };

export default async function IdentifyBenchPage() {
  await requireActor();
  return <IdentifyBench onIdentify={identifyAction} />;
}
