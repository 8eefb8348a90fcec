import type { Decode } from '@/core/blade/decode';
import type { Measure } from '@/core/blade/spec';
import { DecodeInput, GaugeInput, ProgressionInput, SearchInput } from '@/inputs/blade-inputs';
import { asJson, operation, type Paths } from './operation';
import { requestSchema } from './request-schema';
import { type Answer, list, number, object, oneOf, orNull, share, text, whole, yesNo } from './schema';

const answer = object({
  tells: yesNo,
  measure: oneOf(['mm', 'degrees']),
  ranked: list(object({ bitting: list(whole), probability: share, series: orNull(whole) })),
  wear: object({ bow: number, tip: number }),
  shift: object({ probability: share, mm: number, towardsTip: share }),
  residuals: list(list(orNull(number))),
  readAgain: orNull(object({ space: whole, depths: list(whole) })),
});

/** What `POST /api/v1/blade/decode` answers: bittings with depths counted from 1, by falling probability. */
export function decodeAnswer({
  tells,
  measure,
  ranked,
  wear,
  shift,
  residuals,
  readAgain,
}: Decode & { readonly tells: boolean; readonly measure: Measure }): Answer<typeof answer> {
  return {
    tells,
    measure,
    ranked: ranked.map(({ bitting, probability, index }) => ({
      bitting,
      probability: Math.min(1, probability),
      series: index,
    })),
    wear,
    shift: { ...shift, probability: Math.min(1, shift.probability) },
    residuals,
    readAgain,
  };
}

const searchAnswered = object({
  fits: whole,
  of: whole,
  series: list(object({ name: text, fits: whole, of: whole })),
  different: whole,
  next: orNull(object({ space: whole, leaves: number })),
  codes: orNull(list(object({ series: text, code: text, bitting: list(whole) }))),
  closed: orNull(text),
});

/** What `POST /api/v1/blade/search` answers. */
export function searchAnswer({
  fits,
  of,
  series,
  different,
  next,
  codes,
  closed,
}: Answer<typeof searchAnswered>): Answer<typeof searchAnswered> {
  return { fits, of, series, different, next, codes, closed };
}

const spread = object({ worst: number, expected: number });
const plan = {
  blanks: spread,
  tries: spread,
  cost: spread,
  steps: list(object({ bitting: list(whole), blank: whole })),
};
const progression = object({
  candidates: whole,
  enough: orNull(yesNo),
  read: orNull(object({ space: whole, blanks: number })),
  fewestBlanks: object(plan),
  antichain: list(list(whole)),
  fewestTries: object(plan),
  leastCost: object({ ...plan, bound: number }),
});

/** What `POST /api/v1/blade/progression` answers. */
export function progressionAnswer({
  candidates,
  enough,
  read,
  fewestBlanks,
  antichain,
  fewestTries,
  leastCost,
}: Answer<typeof progression>): Answer<typeof progression> {
  return { candidates, enough, read, fewestBlanks, antichain, fewestTries, leastCost };
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
  '/blade/search': {
    post: operation({
      scope: 'benches',
      summary:
        'How many codes fit what is known of a bitting, by series; which, for people on a job with the right to its car',
      request: requestSchema(SearchInput),
      answer: searchAnswered,
      refusals: asJson,
    }),
  },
  '/blade/gauge': {
    post: operation({
      scope: 'benches',
      summary: 'A keyway at true scale on a sheet with a bar of 50 mm, as PDF or SVG',
      request: requestSchema(GaugeInput),
      answerType: 'application/pdf',
      refusals: asJson,
    }),
  },
  '/blade/progression': {
    post: operation({
      summary:
        'In which order to try the candidates of a partial reading: fewest blanks, fewest tries, least cost; on a job with person, papers and plate shown',
      request: requestSchema(ProgressionInput),
      answer: progression,
      refusals: asJson,
    }),
  },
};
