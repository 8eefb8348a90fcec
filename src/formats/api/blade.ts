import type { Decode } from '@/core/blade/decode';
import { DecodeInput } from '@/inputs/blade-inputs';
import { asJson, operation, type Paths } from './operation';
import { requestSchema } from './request-schema';
import { type Answer, list, number, object, orNull, share, whole, yesNo } from './schema';

const answer = object({
  tells: yesNo,
  ranked: list(object({ bitting: list(whole), probability: share, series: orNull(whole) })),
  wearMm: object({ bow: number, tip: number }),
  residualsMm: list(list(orNull(number))),
  readAgain: orNull(whole),
});

/** What `POST /api/v1/blade/decode` answers: bittings with depths counted from 1, by falling probability. */
export function decodeAnswer({
  tells,
  ranked,
  wearMm,
  residualsMm,
  readAgain,
}: Decode & { readonly tells: boolean }): Answer<typeof answer> {
  return {
    tells,
    ranked: ranked.map(({ bitting, probability, index }) => ({
      bitting,
      probability: Math.min(1, probability),
      series: index,
    })),
    wearMm,
    residualsMm,
    readAgain,
  };
}

export const bladePaths: Paths = {
  '/blade/decode': {
    post: operation({
      scope: 'benches',
      summary:
        'The bittings that the readings of a key in hand may mean, with wear, residuals and the space to read again',
      request: requestSchema(DecodeInput),
      answer,
      refusals: asJson,
    }),
  },
};
