import { BladeBench } from '@/screens/blade/blade-bench';
import { readBladeBench } from '@/usecases/benches/blade-bench';
import { requireActor } from '../../../session';
import { hangBittingAction, readWithDeviceAction, searchCodesAction } from '../actions';

export const metadata = { title: 'Blade bench' };

interface BladeBenchPageProps {
  readonly searchParams: Promise<{ readonly keyway?: string | string[] }>;
}

export default async function BladeBenchPage({ searchParams }: BladeBenchPageProps) {
  const { keyway } = await searchParams;
  const bench = await readBladeBench(await requireActor(), typeof keyway === 'string' ? keyway : undefined);
  return (
    <BladeBench
      bench={bench}
      onSearch={searchCodesAction}
      onDevice={readWithDeviceAction}
      onHang={hangBittingAction}
    />
  );
}
