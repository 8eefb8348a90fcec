import { decodeAnswer } from '@/formats/api/blade';
import { DecodeInput } from '@/inputs/blade-inputs';
import { askTyped } from '@/usecases/benches/ask-in-pool';
import { allowed, answerJson } from '../../../handler';
import { seriesBody } from '../series-body';

/** The bittings that the readings of a key in hand may mean. */
export const POST = allowed('benches', (actor, request) =>
  answerJson(request, DecodeInput, (input) => askTyped('decode', { actor, input }), decodeAnswer, {
    limit: seriesBody,
  }),
);
