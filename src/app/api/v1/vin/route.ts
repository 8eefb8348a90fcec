import { vinAnswer } from '@/formats/api/vin';
import { VinInput } from '@/inputs/vin-input';
import { examine } from '@/usecases/vin';
import { answerJson, signedIn } from '../../handler';

/** What a whole or partial VIN tells. */
export const POST = signedIn((actor, request) =>
  answerJson(request, VinInput, (input) => examine(actor, input), vinAnswer),
);
