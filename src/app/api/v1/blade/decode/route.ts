import { decodeAnswer } from '@/formats/api/blade';
import { DecodeInput } from '@/inputs/blade-inputs';
import { askInPool } from '@/usecases/benches/ask-in-pool';
import { allowed, answerJson } from '../../../handler';

/** The bittings that the readings of a key in hand may mean. */
export const POST = allowed('benches', (actor, request) =>
  answerJson(request, DecodeInput, (input) => askInPool('decode', { actor, input }), decodeAnswer),
);
