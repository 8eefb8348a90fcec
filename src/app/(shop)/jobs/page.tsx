import { JobsList } from '@/screens/jobs/jobs-list';
import { findJobs } from '@/usecases/jobs/list';
import { openFirstSteps } from '@/usecases/shop/first-hour';
import { type ListAddress, readListAddress } from '../../jobs-address';
import { requireActor } from '../../session';

export const metadata = { title: 'Jobs' };

interface JobsPageProps {
  readonly searchParams: Promise<ListAddress>;
}

export default async function JobsPage({ searchParams }: JobsPageProps) {
  const actor = await requireActor();
  const { query, shown, step, before } = readListAddress(await searchParams);
  const [page, openSteps] = await Promise.all([findJobs(actor, query, before, shown), openFirstSteps(actor)]);
  return (
    <JobsList
      key={query}
      page={page}
      query={query}
      shown={shown}
      step={step}
      openSteps={openSteps}
      personId={actor.personId}
    />
  );
}
