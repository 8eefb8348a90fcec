import { jobRowAnswer } from '@/formats/api/jobs';
import { OpenJobInput } from '@/inputs/call-input';
import { findJobs } from '@/usecases/jobs/list';
import { openJob } from '@/usecases/jobs/open-job';
import { allowed, answerJson, signedIn } from '../../handler';

/** Jobs by number, name, make, model or VIN, newest first; `next` begins the following page. */
export const GET = allowed('jobs', async (actor, request) => {
  const search = new URL(request.url).searchParams;
  const before = search.get('before');
  const from = before !== null && /^\d{1,9}$/.test(before) ? Number(before) : undefined;
  const { jobs, next } = await findJobs(actor, search.get('q') ?? '', from);
  return Response.json({ jobs: jobs.map(jobRowAnswer), next: next ?? null });
});

/** Opens a job from a call. */
export const POST = signedIn((actor, request) =>
  answerJson(request, OpenJobInput, (input) => openJob(actor, input), undefined, { status: 201 }),
);
