import { searchAnswer } from '@/formats/api/blade';
import { SearchInput } from '@/inputs/blade-inputs';
import { askTyped } from '@/usecases/benches/ask-in-pool';
import { allowed, answerJson } from '../../../handler';
import { seriesBody } from '../series-body';

/** How many codes fit what is known of a bitting, and behind the gate which. */
export const POST = allowed('benches', (actor, request) =>
  answerJson(request, SearchInput, (input) => askTyped('search', { actor, input }), searchAnswer, {
    limit: seriesBody,
  }),
);
