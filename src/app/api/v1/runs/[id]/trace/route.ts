import { RunPartInput } from '@/inputs/run-inputs';
import { askLong } from '@/usecases/benches/ask-in-pool';
import { keepRunCar } from '@/usecases/benches/run-car';
import { answerJson, ofJob, problem, savedFile, signedIn, watching } from '../../../../handler';
import { runOf } from '../run-of';

interface Context {
  readonly params: Promise<{ id: string }>;
}

/** Takes the next part of what was done to the car; the same part sent again changes nothing. */
export const POST = ofJob(
  'byContent',
  watching<Context>(async (actor, request, context) => {
    const run = await runOf(context);
    return typeof run === 'string'
      ? answerJson(request, RunPartInput, (input) => keepRunCar(actor, run, input), undefined, {
          limit: 128 * 1024,
        })
      : run;
  }),
);

/** What was said on the line as a file: a log of frames, or CSV for an older line. On record. */
export const GET = ofJob(
  'seeSecret',
  signedIn<Context>(async (actor, request, context) => {
    const run = await runOf(context);
    if (typeof run !== 'string') return run;
    const traced = await askLong('runTrace', { actor, input: { runId: run } }, request.signal);
    if (!traced.ok) return problem(404, traced.problems[0]?.message ?? 'No trace of this run is kept.');
    return savedFile(traced.value);
  }),
);
