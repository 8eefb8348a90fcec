import { drawHandover } from '@/usecases/jobs/handover';
import { ofJob, signedIn } from '../../../../handler';
import { answerPdf, pathNumber } from '../../../../pdf-answer';

interface Context {
  readonly params: Promise<{ readonly number: string }>;
}

/** What the customer is told with his keys; for people, since it names the customer. */
export const GET = ofJob(
  'plain',
  signedIn(async (actor, _request, { params }: Context) => {
    const number = pathNumber((await params).number);
    const note = number === undefined ? undefined : await drawHandover(actor, number);
    return answerPdf(note?.bytes, note?.name ?? '');
  }),
);
