import { receiptName } from '@/core/quote/receipt';
import { drawReceipt } from '@/usecases/jobs/payments';
import { ofJob, signedIn } from '../../../handler';
import { answerPdf, pathNumber } from '../../../pdf-answer';

interface Context {
  readonly params: Promise<{ readonly number: string }>;
}

/** A receipt as PDF; for people, since it names the customer. */
export const GET = ofJob(
  'plain',
  signedIn(async (actor, _request, { params }: Context) => {
    const number = pathNumber((await params).number);
    return answerPdf(
      number === undefined ? undefined : await drawReceipt(actor, number),
      receiptName(number ?? 0),
    );
  }),
);
