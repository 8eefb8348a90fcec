import { keyCountAnswer } from '@/formats/api/routes';
import { KeyCountInput } from '@/inputs/key-inputs';
import { countKeysFor } from '@/usecases/benches/routes';
import { allowed, answerJson } from '../../handler';

/** What the car says of its keys, held against the keys there are. */
export const POST = allowed('benches', (actor, request) =>
  answerJson(request, KeyCountInput, (input) => countKeysFor(actor, input), keyCountAnswer),
);
