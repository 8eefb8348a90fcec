import { isUuid } from '@/core/kinds/is-uuid';
import { PutCarInput } from '@/inputs/run-inputs';
import { putRunCar, readRunCar } from '@/usecases/benches/run-car';
import { answerJson, json, ofJob, problem, refusal, watching } from '../../../../handler';
import { runOf } from '../run-of';

interface Context {
  readonly params: Promise<{ id: string }>;
}

/** The car at the other end of the line, for the device that drives; null while none was put there. */
export const GET = ofJob(
  'seeSecret',
  watching<Context>(async (actor, request, context) => {
    const run = await runOf(context);
    if (typeof run !== 'string') return run;
    const device = new URL(request.url).searchParams.get('device') ?? '';
    if (!isUuid(device)) return problem(400, 'Which device asks?');
    const read = await readRunCar(actor, run, device);
    if (!read.ok) return refusal(read.problems);
    return json(read.value);
  }),
);

/** Puts a made-up car there. */
export const POST = ofJob(
  'seeSecret',
  watching<Context>(async (actor, request, context) => {
    const run = await runOf(context);
    return typeof run === 'string'
      ? answerJson(request, PutCarInput, (input) => putRunCar(actor, run, input))
      : run;
  }),
);
