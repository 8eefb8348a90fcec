import { RunSecretInput } from '@/inputs/run-inputs';
import { keepRunSecret } from '@/usecases/secrets/run-secrets';
import { answerJson, ofJob, signedIn } from '../../../../handler';
import { runOf } from '../run-of';

/** Seals with its job what a run read or was told: a PIN, an image, a backup. What is kept already is not kept twice. */
export const POST = ofJob(
  'byContent',
  signedIn(async (actor, request, context: { params: Promise<{ id: string }> }) => {
    const run = await runOf(context);
    return typeof run === 'string'
      ? answerJson(request, RunSecretInput, (input) => keepRunSecret(actor, run, input))
      : run;
  }),
);
