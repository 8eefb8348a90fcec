import { KeyCountBench } from '@/screens/route/key-count-bench';
import { requireActor } from '../../../session';
import { countKeysAction } from '../actions';

export const metadata = { title: 'Key count bench' };

export default async function KeyCountBenchPage() {
  await requireActor();
  return <KeyCountBench onCount={countKeysAction} />;
}
