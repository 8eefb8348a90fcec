import { procedureAnswer } from '@/formats/api/procedures';
import { ProcedureCheckInput } from '@/inputs/library-inputs';
import { askTyped } from '@/usecases/benches/ask-in-pool';
import { allowed, answerJson } from '../../../handler';

/** What is wrong with a procedure, by step. */
export const POST = allowed('benches', (actor, request) =>
  answerJson(
    request,
    ProcedureCheckInput,
    (input) => askTyped('procedure', { actor, input }),
    procedureAnswer,
    { limit: 256 * 1024 },
  ),
);
