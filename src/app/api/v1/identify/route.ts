import { identifyAnswer } from '@/formats/api/identify';
import { IdentifyInput } from '@/inputs/identify-input';
import { askTyped } from '@/usecases/benches/ask-in-pool';
import { allowed, answerJson } from '../../handler';

/** Candidates, the next question and what to bring, for a car that hangs on no job. */
export const POST = allowed('benches', (actor, request) =>
  answerJson(request, IdentifyInput, (input) => askTyped('identify', { actor, input }), identifyAnswer),
);
