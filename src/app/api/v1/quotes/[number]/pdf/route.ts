import { quotePdf } from '@/formats/pdf/quote-pdf';
import { readQuotePaper } from '@/usecases/quote/papers';
import { signedIn } from '../../../../handler';
import { answerPdf, pathNumber } from '../../../../pdf-answer';

interface Context {
  readonly params: Promise<{ readonly number: string }>;
}

/** A quote on one page; for people, since it names the customer. */
export const GET = signedIn(async (actor, _request, { params }: Context) => {
  const number = pathNumber((await params).number);
  const found = number === undefined ? undefined : await readQuotePaper(actor, number);
  return answerPdf(found && (await quotePdf(found.head, found.paper)), `Q-${number}`);
});
