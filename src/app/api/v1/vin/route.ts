import { vinAnswer } from '@/formats/api/vin';
import { VinInput } from '@/inputs/vin-input';
import { examine } from '@/usecases/benches/vin';
import { allowed, answerJson } from '../../handler';

/** What a whole or partial VIN tells. */
export const POST = allowed('benches', (actor, request) =>
  answerJson(request, VinInput, (input) => examine(actor, input), vinAnswer),
);
