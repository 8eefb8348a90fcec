import { localMoment } from '@/core/kinds/local-time';
import { JobsList } from '@/screens/jobs/jobs-list';
import { findJobs } from '@/usecases/jobs/list';
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
  const { jobs, next, zone, at } = await findJobs(actor, query, from);
  return (
    <JobsList
      key={query}
      jobs={jobs}
      next={next}
      query={query}
      zone={zone}
      today={localMoment(at, zone).day}
    />
  );
}
