import { EventInput } from '@/inputs/event-input';
import { recordEvent } from '@/usecases/jobs/record-event';
import { ofJob, problem, readInput, refusal, signedIn } from '../../../../handler';

/** Appends one event of a job; the same event sent again gets the same answer. */
export const POST = ofJob(
  'byContent',
  signedIn(async (actor, request, context: { params: Promise<{ number: string }> }) => {
    const { number } = await context.params;
    if (!/^\d{1,9}$/.test(number)) return problem(404, 'There is no such job.');
    const input = await readInput(request, EventInput);
    if (!input.ok) return input.response;
    const recorded = await recordEvent(actor, Number(number), input.value);
    if (!recorded.ok) return refusal(recorded.problems);
    return Response.json(recorded.value, { status: recorded.value.repeated ? 200 : 201 });
  }),
);
