import { Benches } from '@/screens/benches/benches';
import { requireActor } from '../../session';

export const metadata = { title: 'Benches' };

export default async function BenchesPage() {
  await requireActor();
  return <Benches />;
}
