import type { Application } from '@/core/catalogue/application';
import type { Identification, LineRead } from '@/core/identify/identification';
import type { Candidate } from '@/core/identify/posterior';
import { questionKinds } from '@/core/identify/question-kinds';
import type { WhatToBring } from '@/core/identify/what-to-bring';
import { IdentifyInput } from '@/inputs/identify-input';
import { asJson, operation, type Paths } from './operation';
import { requestSchema } from './request-schema';
import {
  type Answer,
  keyOf,
  list,
  number,
  object,
  oneOf,
  orNull,
  share,
  text,
  uuid,
  whole,
  yesNo,
} from './schema';

interface IdentifiedLine {
  readonly identification: Identification;
  readonly bring: WhatToBring | undefined;
  readonly read: LineRead;
}

const kinds = keyOf(questionKinds);

const month = object({ year: whole, month: orNull(whole) });

/** What a line was taken for. */
export const lineRead = object({
  make: orNull(text),
  model: orNull(text),
  year: orNull(whole),
  ignition: orNull(text),
  vin: orNull(text),
  unknown: list(text),
});

const candidate = {
  id: uuid,
  make: text,
  model: text,
  generation: text,
  market: text,
  ignition: oneOf(['turn', 'push']),
  from: month,
  to: month,
  keyway: text,
  blank: text,
  chip: orNull(text),
  remote: orNull(text),
  platform: text,
  pocket: orNull(text),
  probability: share,
} as const;

const candidatesFound = object({
  read: lineRead,
  remarks: list(text),
  candidates: list(object(candidate)),
});

const identified = object({
  read: lineRead,
  remarks: list(text),
  candidates: list(object({ ...candidate, decision: text })),
  decisions: list(object({ decision: text, probability: { ...number, minimum: 0, maximum: 1.000001 } })),
  next: {
    oneOf: [
      object({
        kind: { const: 'stop' },
        why: oneOf(['settled', 'nothingHelps', 'noCandidates', 'contradicted']),
      }),
      object({
        kind: { const: 'ask' },
        fact: kinds,
        ask: text,
        reason: text,
        seconds: number,
        gainBits: number,
        answers: list(
          object({
            value: text,
            chance: number,
            leaves: whole,
            leading: text,
            leadingShare: number,
            fits: yesNo,
          }),
        ),
      }),
    ],
  },
  contradiction: orNull(
    object({
      fit: number,
      explanations: list(object({ label: text, value: text, fit: number, rise: number })),
    }),
  ),
  bring: orNull(
    object({ served: share, exact: yesNo, articles: list(object({ article: text, inVan: yesNo })) }),
  ),
});

/** What `POST /api/v1/identify` answers. */
export function identifyAnswer({ identification, bring, read }: IdentifiedLine): Answer<typeof identified> {
  const { candidates, decisionOf, decisions, names, next, contradiction, gathered } = identification;
  const nameOf = (key: string) => names[key] ?? '';
  return {
    read: lineReadAnswer(read),
    remarks: gathered.remarks,
    candidates: candidates.map(({ application, probability }) => ({
      ...candidateAnswer(application),
      probability,
      decision: nameOf(decisionOf[application.id] ?? ''),
    })),
    decisions: decisions.map(({ key, probability }) => ({ decision: nameOf(key), probability })),
    next:
      next.kind === 'stop'
        ? { kind: next.kind, why: next.why }
        : {
            kind: next.kind,
            fact: next.question.kind,
            ask: next.question.asking.ask,
            reason: next.question.reason,
            seconds: next.question.asking.seconds,
            gainBits: next.question.gainBits,
            answers: next.question.answers.map((answer) => ({
              value: answer.value,
              chance: answer.chance,
              leaves: answer.leaves,
              leading: nameOf(answer.leading),
              leadingShare: answer.leadingShare,
              fits: answer.fits,
            })),
          },
    contradiction: contradiction
      ? {
          fit: contradiction.fit,
          explanations: contradiction.explanations.map(({ fact, fit, rise }) => ({ ...fact, fit, rise })),
        }
      : null,
    bring: bring
      ? {
          served: Math.min(1, bring.served),
          exact: bring.exact,
          articles: bring.list.map(({ article, inVan }) => ({ article, inVan })),
        }
      : null,
  };
}

function candidateAnswer(application: Application) {
  const { id, make, model, generation, market, ignition, span, blank, chip, remote, platform, pocket } =
    application;
  return {
    id,
    make,
    model,
    generation,
    market,
    ignition,
    from: { year: span.from.year, month: span.from.month },
    to: { year: span.to.year, month: span.to.month },
    keyway: application.keyway.name,
    blank,
    chip: chip?.article ?? null,
    remote: remote?.article ?? null,
    platform,
    pocket,
  };
}

interface CandidatesFound {
  readonly read: LineRead;
  readonly remarks: readonly string[];
  readonly candidates: readonly Candidate[];
}

/** What `POST /api/v1/candidates` answers. */
export function candidatesAnswer({
  read,
  remarks,
  candidates,
}: CandidatesFound): Answer<typeof candidatesFound> {
  return {
    read: lineReadAnswer(read),
    remarks,
    candidates: candidates.map(({ application, probability }) => ({
      ...candidateAnswer(application),
      probability,
    })),
  };
}

export function lineReadAnswer({ make, model, year, ignition, vin, unknown }: LineRead) {
  return { make, model, year, ignition, vin, unknown };
}

const request = requestSchema(IdentifyInput);

export const identifyPaths: Paths = {
  '/identify': {
    post: operation({
      scope: 'benches',
      summary: 'Candidates, next question and what to bring for a car without a job',
      request,
      answer: identified,
      refusals: asJson,
    }),
  },
  '/candidates': {
    post: operation({
      scope: 'benches',
      summary: 'The ranked candidates alone, for programs that ask often',
      request,
      answer: candidatesFound,
      refusals: asJson,
    }),
  },
};
