import type { CarOutput, CarState } from '@/core/benchcar/car/car-state';
import { places } from '@/core/benchcar/document/behaviour';
import { rankSignForm } from '@/core/catalogue/platform';
import { BenchCarRunInput, BenchCarStepInput } from '@/inputs/bench-car-inputs';
import { asJson, operation, type Paths } from './operation';
import { requestSchema } from './request-schema';
import {
  type Answer,
  keyOf,
  list,
  map,
  number,
  object,
  oneOf,
  orNull,
  text,
  uuid,
  whole,
  yesNo,
} from './schema';

const sign = { type: 'string', pattern: rankSignForm.source } as const;
const answer = object({
  platform: text,
  version: whole,
  papers: object({ vin: text, pin: orNull(text) }),
  nowUs: whole,
  lamp: sign,
  volts: number,
  parts: map(text),
  keys: list(
    object({
      tag: whole,
      place: keyOf(places),
      chip: orNull(text),
      rank: oneOf(['master', 'valet', 'none']),
      cell: oneOf(['good', 'weak', 'flat']),
      cut: yesNo,
      known: yesNo,
    }),
  ),
  memory: object({ keys: whole, remotes: whole }),
  module: object({ vin: text, part: text }),
  ways: list(object({ way: text, step: whole, learned: list(whole) })),
  outputs: list(
    object(
      {
        kind: oneOf(['frame', 'bytes', 'sign']),
        atUs: whole,
        id: whole,
        data: list(whole),
        sign: text,
      },
      ['id', 'data', 'sign'],
    ),
  ),
});

/** What `POST /api/v1/benchcar/step` answers. A key that nobody has seen is not told. */
export function benchCarAnswer({
  state,
  outputs,
  papers,
  ...rest
}: Pick<Answer<typeof answer>, 'platform' | 'version' | 'papers' | 'nowUs' | 'lamp' | 'volts'> & {
  readonly state: CarState;
  readonly outputs: readonly CarOutput[];
}): Answer<typeof answer> {
  const { identities, remotes } = state.memory;
  return {
    ...rest,
    papers,
    parts: state.parts,
    keys: state.keys
      .filter(({ unseen }) => !unseen)
      .map(({ identity, unseen: _, tag, place, chip, rank, cell, cut }) => ({
        tag,
        place,
        chip,
        rank,
        cell,
        cut,
        known: identities.includes(identity),
      })),
    memory: { keys: identities.length, remotes: remotes.length },
    module: { vin: state.module.vin, part: state.module.part },
    ways: state.courses.map(({ way, at, learned }) => ({ way, step: at, learned: [...learned] })),
    outputs: outputs.map((output) => {
      const { atUs, kind } = output;
      if (output.kind === 'frame') return { kind, atUs, id: output.frame.id, data: [...output.frame.data] };
      return output.kind === 'bytes'
        ? { kind, atUs, data: [...output.bytes] }
        : { kind, atUs, sign: output.sign };
    }),
  };
}

export const benchCarPaths: Paths = {
  '/benchcar/step': {
    post: operation({
      summary: 'A made-up car of a platform after all that was done to it: what it said, and how it stands',
      request: requestSchema(BenchCarStepInput),
      answer,
      refusals: [...asJson, '503'],
      scope: 'benches',
    }),
  },
  '/benchcar/traces': {
    post: operation({
      summary: 'Keeps all that was said on the line of such a car, sealed',
      request: requestSchema(BenchCarRunInput),
      answer: object({ id: uuid }),
      status: '201',
      refusals: [...asJson, '503'],
    }),
  },
  '/benchcar/traces/{id}': {
    get: operation({
      summary: 'A kept trace as a file: a log of frames, or CSV for an older line; on record',
      parameters: [{ name: 'id', in: 'path', required: true, schema: uuid }],
      answerType: 'text/plain',
      answer: { type: 'string' },
      refusals: ['404'],
    }),
  },
};
