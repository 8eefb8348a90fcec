import { jobAnswer } from '@/formats/api/jobs';
import { readJob } from '@/usecases/jobs/list';
import { allowed, ofJob, problem } from '../../../handler';

/** One job with its call, keys, facts and state. */
export const GET = ofJob(
  'plain',
  allowed('jobs', async (actor, _request, context: { params: Promise<{ number: string }> }) => {
    const { number } = await context.params;
    const job = /^\d{1,9}$/.test(number) ? await readJob(actor, Number(number)) : undefined;
    return job ? Response.json(jobAnswer(job)) : problem(404, 'There is no such job.');
  }),
);
