import type { VinAnswer } from '@/core/vin/vin-answer';
import { VinInput } from '@/inputs/vin-input';
import { asJson, operation, type Paths } from './operation';
import { requestSchema } from './request-schema';
import { type Answer, list, object, oneOf, orNull, share, text, whole, yesNo } from './schema';

const answer = object({
  vin: text,
  whole: yesNo,
  problems: list(object({ place: whole, message: text })),
  lengthProblem: orNull(text),
  check: oneOf(['passes', 'fails', 'notWhole', 'notUsed']),
  checkMatters: yesNo,
  expectedCheckDigit: orNull(text),
  region: orNull(text),
  maker: orNull(object({ code: text, make: text, market: text })),
  market: orNull(text),
  years: list(whole),
  yearReason: orNull(text),
  repairs: list(
    object({
      vin: text,
      kind: oneOf(['change', 'exchange', 'letter', 'missing', 'doubled']),
      places: list(whole),
      share,
    }),
  ),
  spoken: list(object({ characters: text, words: list(text) })),
  comparison: orNull(
    object({
      likeness: oneOf(['same', 'oneSlip', 'anotherCar', 'cannotSay']),
      differing: list(whole),
      compared: whole,
      byChance: orNull(share),
    }),
  ),
  jobs: list(object({ number: whole, vin: text, likeness: oneOf(['same', 'oneSlip']) })),
});

/** What `POST /api/v1/vin` answers; nothing is left out, what is not known is null. */
export function vinAnswer(vin: VinAnswer): Answer<typeof answer> {
  return {
    vin: vin.vin,
    whole: vin.whole,
    problems: vin.problems,
    lengthProblem: vin.lengthProblem ?? null,
    check: vin.check,
    checkMatters: vin.checkMatters,
    expectedCheckDigit: vin.expectedCheckDigit ?? null,
    region: vin.region ?? null,
    maker: vin.maker ?? null,
    market: vin.market ?? null,
    years: vin.years,
    yearReason: vin.yearReason ?? null,
    repairs: vin.repairs,
    spoken: vin.spoken,
    comparison: vin.comparison && { ...vin.comparison, byChance: vin.comparison.byChance ?? null },
    jobs: vin.jobs,
  };
}

export const vinPaths: Paths = {
  '/vin': {
    post: operation({
      scope: 'benches',
      summary: 'What a whole or partial VIN tells',
      request: requestSchema(VinInput),
      answer,
      refusals: asJson,
    }),
  },
};
