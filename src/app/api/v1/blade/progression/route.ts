import { progressionAnswer } from '@/formats/api/blade';
import { ProgressionInput } from '@/inputs/blade-inputs';
import { askLong } from '@/usecases/benches/ask-in-pool';
import { answerJson, signedIn } from '../../../handler';
import { seriesBody } from '../series-body';

/** In which order to try the candidates of a partial reading, and on which blanks. */
export const POST = signedIn((actor, request) =>
  answerJson(
    request,
    ProgressionInput,
    (input) => askLong('progression', { actor, input }, request.signal),
    progressionAnswer,
    { limit: seriesBody },
  ),
);
