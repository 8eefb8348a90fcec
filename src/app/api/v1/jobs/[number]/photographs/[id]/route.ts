import { isUuid } from '@/core/kinds/is-uuid';
import { seePhotograph } from '@/usecases/jobs/photographs';
import { ofJob, problem, signedIn } from '../../../../../handler';
import { pathNumber } from '../../../../../pdf-answer';

interface Context {
  readonly params: Promise<{ readonly number: string; readonly id: string }>;
}

/** A photograph of a job. Looking at it is on record. */
export const GET = ofJob(
  'seePhotograph',
  signedIn(async (actor, _request, { params }: Context) => {
    const { number: asked, id } = await params;
    const number = pathNumber(asked);
    if (number === undefined || !isUuid(id)) return problem(404, 'There is no such photograph.');
    const seen = await seePhotograph(actor, number, id);
    if (!seen.ok) return problem(404, seen.problems[0]?.message ?? 'There is no such photograph.');
    return new Response(seen.value.bytes as Buffer<ArrayBuffer>, {
      headers: {
        'content-type': seen.value.type,
        'content-disposition': 'inline; filename="photograph"',
        'cache-control': 'no-store',
      },
    });
  }),
);
