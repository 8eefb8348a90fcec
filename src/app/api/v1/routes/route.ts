import { routesAnswer } from '@/formats/api/routes';
import { RoutesInput } from '@/inputs/key-inputs';
import { findRoutesFor } from '@/usecases/benches/routes';
import { allowed, answerJson } from '../../handler';

/** Routes and the order of attempts for keys on a platform. */
export const POST = allowed('benches', (actor, request) =>
  answerJson(request, RoutesInput, (input) => findRoutesFor(actor, input), routesAnswer),
);
