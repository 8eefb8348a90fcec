import { drawQuote } from '@/usecases/quote/papers';
import { ofJob, signedIn } from '../../../../handler';
import { answerPdf, pathNumber } from '../../../../pdf-answer';

interface Context {
  readonly params: Promise<{ readonly number: string }>;
}

/** A quote on one page; for people, since it names the customer. */
export const GET = ofJob(
  'plain',
  signedIn(async (actor, _request, { params }: Context) => {
    const number = pathNumber((await params).number);
    return answerPdf(number === undefined ? undefined : await drawQuote(actor, number), `Q-${number}`);
  }),
);
