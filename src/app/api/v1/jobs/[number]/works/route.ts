import { AddWorkInput } from '@/inputs/quote-inputs';
import { addWork } from '@/usecases/quote/terms';
import { allowed, answerOnce, ofJob, problem } from '../../../../handler';

/** Adds a work of the shop's prices to a job, once for its key. */
export const POST = ofJob(
  'plain',
  allowed('works', async (actor, request, context: { params: Promise<{ number: string }> }) => {
    const { number } = await context.params;
    if (!/^\d{1,9}$/.test(number)) return problem(404, 'There is no such job.');
    return answerOnce(request, actor, AddWorkInput, (input, asked) =>
      addWork(actor, asked, { number: Number(number), ...input }),
    );
  }),
);
