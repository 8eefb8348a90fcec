import { localMoment } from '@/core/kinds/local-time';
import { JobsList } from '@/screens/jobs/jobs-list';
import { findJobs } from '@/usecases/jobs/list';
import { openFirstSteps } from '@/usecases/shop/first-hour';
import { requireActor } from '../../session';

export const metadata = { title: 'Jobs' };

interface JobsPageProps {
  readonly searchParams: Promise<{ readonly q?: string | string[]; readonly before?: string | string[] }>;
}

export default async function JobsPage({ searchParams }: JobsPageProps) {
  const actor = await requireActor();
  const { q, before } = await searchParams;
  const query = typeof q === 'string' ? q : '';
  const from = typeof before === 'string' && /^\d{1,9}$/.test(before) ? Number(before) : undefined;
  const [{ jobs, next, zone, at }, openSteps] = await Promise.all([
    findJobs(actor, query, from),
    openFirstSteps(actor),
  ]);
  return (
    <JobsList
      key={query}
      jobs={jobs}
      next={next}
      query={query}
      openSteps={openSteps}
      personId={actor.personId}
      zone={zone}
      today={localMoment(at, zone).day}
    />
  );
}
