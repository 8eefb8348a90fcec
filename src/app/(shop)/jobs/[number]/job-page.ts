import { notFound } from 'next/navigation';
import { cache } from 'react';
import { type JobView, readJobView } from '@/usecases/view/job-view';
import { requireActor } from '../../../session';

export interface JobPageProps {
  readonly params: Promise<{ readonly number: string }>;
}

/** The job of this request, read once for its frame and its station. */
export const loadJob = cache(async (number: string): Promise<JobView> => {
  const actor = await requireActor();
  if (!/^\d{1,9}$/.test(number)) notFound();
  return (await readJobView(actor, Number(number))) ?? notFound();
});

/** What an edit needs of the job. */
export function editable({ job }: JobView) {
  return { number: job.number, version: job.version, lastSeq: job.lastSeq, closed: job.closed !== null };
}
