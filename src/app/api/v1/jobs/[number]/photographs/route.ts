import { parseInput } from '@/inputs/parse';
import { PhotographInput } from '@/inputs/photograph-input';
import { largestPhotograph, takePhotograph } from '@/usecases/jobs/photographs';
import { json, ofJob, problem, readBody, refusal, signedIn } from '../../../../handler';
import { pathNumber } from '../../../../pdf-answer';

interface Context {
  readonly params: Promise<{ readonly number: string }>;
}

/** Keeps a photograph with a job, sent as the image itself; the same id sent again changes nothing. */
export const POST = ofJob(
  'plain',
  signedIn(async (actor, request, { params }: Context) => {
    const number = pathNumber((await params).number);
    if (number === undefined) return problem(404, 'There is no such job.');
    if (!request.headers.get('content-type')?.startsWith('image/')) return problem(415, 'Expected an image.');
    const { searchParams } = new URL(request.url);
    const input = parseInput(PhotographInput, {
      id: searchParams.get('id'),
      runId: searchParams.get('run'),
      of: searchParams.get('of') ?? '',
    });
    if (!input.ok) return problem(400, 'The request cannot be read.', { errors: input.problems });
    const body = await readBody(request, largestPhotograph);
    if (!body.ok) return body.response;
    const taken = await takePhotograph(actor, number, input.value, body.value);
    return taken.ok ? json(taken.value, 201) : refusal(taken.problems);
  }),
);
