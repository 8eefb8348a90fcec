import { SecretInput } from '@/inputs/job-inputs';
import { parseInput } from '@/inputs/parse';
import { lookAtSecret } from '@/usecases/secrets/secrets';
import { ofJob, problem, refusal, signedIn } from '../../../../../handler';

/** Shows one secret of a job to a person who may see it; every look is written to the audit. */
export const POST = ofJob(
  'seeSecret',
  signedIn(async (actor, _request, context: { params: Promise<{ number: string; id: string }> }) => {
    const { number, id } = await context.params;
    const input = parseInput(SecretInput, { number: /^\d{1,9}$/.test(number) ? Number(number) : null, id });
    if (!input.ok) return problem(404, 'There is no such secret on this job.');
    const seen = await lookAtSecret(actor, input.value);
    if (!seen.ok) return refusal(seen.problems);
    return Response.json(seen.value, { headers: { 'cache-control': 'no-store' } });
  }),
);
