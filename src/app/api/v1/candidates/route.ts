import { candidatesAnswer } from '@/formats/api/identify';
import { IdentifyInput } from '@/inputs/identify-input';
import { findCandidates } from '@/usecases/benches/identify';
import { allowed, answerJson } from '../../handler';

/** The ranked candidates of a line, without question and surroundings. */
export const POST = allowed('benches', (actor, request) =>
  answerJson(request, IdentifyInput, (input) => findCandidates(actor, input), candidatesAnswer),
);
