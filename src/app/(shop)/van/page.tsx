import { Vans } from '@/screens/van/vans';
import { readVans } from '@/usecases/shop';
import { requireActor } from '../../session';

export const metadata = { title: 'Van' };

export default async function VanPage() {
  const { vans, platformNames, today } = await readVans(await requireActor());
  return <Vans vans={vans} platformNames={platformNames} today={today} />;
}
