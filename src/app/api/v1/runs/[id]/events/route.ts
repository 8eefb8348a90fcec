import { RunEventsInput } from '@/inputs/run-inputs';
import { recordRunEvents } from '@/usecases/jobs/run-events';
import { answerJson, ofJob, signedIn } from '../../../../handler';
import { runOf } from '../run-of';

const queueBytes = 64 * 1024;

/** Takes what a device has queued, in its order; the same event sent again gets the same answer. */
export const POST = ofJob(
  'byContent',
  signedIn(async (actor, request, context: { params: Promise<{ id: string }> }) => {
    const run = await runOf(context);
    return typeof run === 'string'
      ? answerJson(request, RunEventsInput, (input) => recordRunEvents(actor, run, input), undefined, {
          limit: queueBytes,
        })
      : run;
  }),
);
