import { readFrozenQuote } from '@/usecases/quote/papers';
import { allowed, ofJob, problem } from '../../../handler';
import { pathNumber } from '../../../pdf-answer';

interface Context {
  readonly params: Promise<{ readonly number: string }>;
}

/** A quote as it was frozen: request, snapshot, options and paper. */
export const GET = ofJob(
  'plain',
  allowed('jobs', async (actor, _request, { params }: Context) => {
    const number = pathNumber((await params).number);
    const quote = number === undefined ? undefined : await readFrozenQuote(actor, number);
    return quote
      ? Response.json(quote, { headers: { 'cache-control': 'no-store' } })
      : problem(404, 'There is no quote of this number.');
  }),
);
