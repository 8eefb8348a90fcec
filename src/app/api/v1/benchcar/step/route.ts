import { benchCarAnswer } from '@/formats/api/bench-car';
import { BenchCarStepInput } from '@/inputs/bench-car-inputs';
import { askBenchCar } from '@/usecases/benches/ask-in-pool';
import { allowed, answerJson } from '../../../handler';

/** A made-up car after all that was done to it. */
export const POST = allowed('benches', (actor, request) =>
  answerJson(
    request,
    BenchCarStepInput,
    (input) => askBenchCar({ actor, input }, request.signal),
    benchCarAnswer,
    {
      limit: 1024 * 1024,
    },
  ),
);
