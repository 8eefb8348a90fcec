import { StartRunInput } from '@/inputs/run-inputs';
import { startRunOf } from '@/usecases/jobs/start-run';
import { answerJson, ofJob, problem, signedIn } from '../../../../handler';

/** Begins a run of the procedure that leads through the chosen route; the same id sent again is the same run. */
export const POST = ofJob(
  'plain',
  signedIn(async (actor, request, context: { params: Promise<{ number: string }> }) => {
    const { number } = await context.params;
    if (!/^\d{1,9}$/.test(number)) return problem(404, 'There is no such job.');
    return answerJson(
      request,
      StartRunInput,
      (input) => startRunOf(actor, Number(number), input),
      undefined,
      {
        status: 201,
      },
    );
  }),
);
