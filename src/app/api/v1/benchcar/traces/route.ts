import { BenchCarRunInput } from '@/inputs/bench-car-inputs';
import { askLong } from '@/usecases/benches/ask-in-pool';
import { answerJson, signedIn } from '../../../handler';

/** Keeps all that was said on the line of a car on the bench. */
export const POST = signedIn((actor, request) =>
  answerJson(
    request,
    BenchCarRunInput,
    (input) => askLong('benchTrace', { actor, input }, request.signal),
    ({ id }) => ({ id }),
    { status: 201, limit: 1024 * 1024 },
  ),
);
