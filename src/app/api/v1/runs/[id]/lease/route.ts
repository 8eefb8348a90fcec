import { LeaseInput } from '@/inputs/run-inputs';
import { changeLease } from '@/usecases/jobs/read-run';
import { answerJson, ofJob, watching } from '../../../../handler';
import { runOf } from '../run-of';

/** A device says that it drives on, asks to, hands over, keeps it, or leaves. */
export const POST = ofJob(
  'plain',
  watching(async (actor, request, context: { params: Promise<{ id: string }> }) => {
    const run = await runOf(context);
    return typeof run === 'string'
      ? answerJson(request, LeaseInput, (input) => changeLease(actor, run, input))
      : run;
  }),
);
