import { pelletVerdicts } from '@/core/pellet/read-pellet';
import { PelletInput } from '@/inputs/pellet-inputs';
import { asJson, operation, type Paths } from './operation';
import { requestSchema } from './request-schema';
import { type Answer, list, number, object, oneOf, orNull, share, text, whole } from './schema';

const answer = object({
  verdict: oneOf(pelletVerdicts),
  advice: object({ title: text, next: text }),
  steps: list(object({ step: whole, ohms: number, probability: share })),
  none: share,
  dirt: share,
  parallel: share,
  band: orNull(object({ ohms: number, from: number, to: number })),
  open: list(whole),
  read: list(list(orNull(number))),
  slips: list(object({ face: whole, reading: whole, maybeOhms: number })),
});

const atMost = (value: number) => Math.min(1, Math.max(0, value));

/** What `POST /api/v1/pellet` answers. */
export function pelletAnswer({
  verdict,
  advice,
  steps,
  none,
  dirt,
  parallel,
  band,
  open,
  read,
  slips,
}: Answer<typeof answer>): Answer<typeof answer> {
  return {
    verdict,
    advice,
    steps: steps.map((one) => ({ ...one, probability: atMost(one.probability) })),
    none: atMost(none),
    dirt: atMost(dirt),
    parallel: atMost(parallel),
    band,
    open,
    read,
    slips,
  };
}

export const pelletPaths: Paths = {
  '/pellet': {
    post: operation({
      scope: 'benches',
      summary:
        'The step of a resistor pellet by readings as they are typed, with the chance of dirt, of something across it, and of none of the steps',
      request: requestSchema(PelletInput),
      answer,
      refusals: asJson,
    }),
  },
};
