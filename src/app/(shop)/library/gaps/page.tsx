import { Gaps } from '@/screens/library/gaps';
import { readGaps } from '@/usecases/library/check';
import { requireActor } from '../../../session';

export const metadata = { title: 'Overlaps and gaps' };

interface GapsPageProps {
  readonly searchParams: Promise<{ readonly make?: string | string[] }>;
}

export default async function GapsPage({ searchParams }: GapsPageProps) {
  const { make } = await searchParams;
  const view = await readGaps(await requireActor(), typeof make === 'string' ? make : undefined);
  return (
    <Gaps
      make={view.make}
      makes={view.makes}
      overlaps={view.overlaps}
      gaps={view.gaps}
      unknown={view.unknown}
    />
  );
}
