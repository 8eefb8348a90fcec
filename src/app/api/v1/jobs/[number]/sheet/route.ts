import { drawJobSheet } from '@/usecases/quote/papers';
import { ofJob, signedIn } from '../../../../handler';
import { answerPdf, pathNumber } from '../../../../pdf-answer';

interface Context {
  readonly params: Promise<{ readonly number: string }>;
}

/** The job sheet on one page; for people, since it names the customer. */
export const GET = ofJob(
  'plain',
  signedIn(async (actor, _request, { params }: Context) => {
    const number = pathNumber((await params).number);
    const sheet = number === undefined ? undefined : await drawJobSheet(actor, number);
    return answerPdf(sheet?.bytes, sheet?.name ?? '');
  }),
);
