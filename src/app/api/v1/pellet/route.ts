import { pelletAnswer } from '@/formats/api/pellet';
import { PelletInput } from '@/inputs/pellet-inputs';
import { measurePellet } from '@/usecases/benches/pellet';
import { allowed, answerJson } from '../../handler';

/** The step of a pellet by what was measured of it. */
export const POST = allowed('benches', (actor, request) =>
  answerJson(request, PelletInput, (input) => measurePellet(actor, input), pelletAnswer),
);
