import { CuttingListInput } from '@/inputs/blade-inputs';
import { cuttingList } from '@/usecases/benches/cutting';
import { ofJob, problem, readInput, refusal, signedIn } from '../../../../handler';
import { pathNumber } from '../../../../pdf-answer';

/** A bitting of a job for a machine or a card; behind the gate of where it is cut, and on record. */
export const POST = ofJob(
  'cutInWorkshop',
  signedIn(async (actor, request, context: { params: Promise<{ number: string }> }) => {
    const number = pathNumber((await context.params).number);
    if (number === undefined) return problem(404, 'There is no such job.');
    const input = await readInput(request, CuttingListInput);
    if (!input.ok) return input.response;
    const made = await cuttingList(actor, number, input.value);
    if (!made.ok) return refusal(made.problems);
    const { name, type, body } = made.value;
    return new Response(body as BodyInit, {
      headers: {
        'content-type': type,
        'content-disposition': `attachment; filename="${name}"`,
        'cache-control': 'no-store',
      },
    });
  }),
);
