import { drawKeyLabels } from '@/usecases/quote/papers';
import { ofJob, signedIn } from '../../../../handler';
import { answerPdf, pathNumber } from '../../../../pdf-answer';

interface Context {
  readonly params: Promise<{ readonly number: string }>;
}

/** Labels for the keys of a job, for people. A change, since the first print makes their ids. */
export const POST = ofJob(
  'plain',
  signedIn(async (actor, request, { params }: Context) => {
    const number = pathNumber((await params).number);
    const origin = process.env.PUBLIC_ORIGIN ?? `http://${request.headers.get('host')}`;
    const labels = number === undefined ? undefined : await drawKeyLabels(actor, number, origin);
    return answerPdf(labels, `K-${number} tags`);
  }),
);
