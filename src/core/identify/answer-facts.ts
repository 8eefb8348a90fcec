import { done, failed, type Result } from '@/core/kinds/result';
import type { CarFacts } from './posterior';
import type { QuestionKind } from './question-kinds';
import { tellKinds } from './tells';

/** An answer to a question as it is kept: the value as the question offered it. */
export interface QuestionAnswer {
  readonly kind: QuestionKind;
  readonly value: string;
  /** How far it is to be relied on, where it differs from the usual of its kind. */
  readonly reliability?: number | undefined;
}

/** The facts with an answer among them; an answer to the same question is replaced. */
export function withAnswer(facts: CarFacts, { kind, value, reliability }: QuestionAnswer): Result<CarFacts> {
  if (kind === 'modelYear') {
    const year = /^(\d{4})(?:\.\.(\d{4}))?$/.exec(value);
    if (!year) return failed('Expected a year such as 2019, or 2018..2020.', 'value');
    const [from, to] = [Number(year[1]), Number(year[2] ?? year[1])];
    if (to < from) return failed('The years end before they begin.', 'value');
    return done({ ...facts, readYear: from === to ? from : { from, to } });
  }
  if (kind === 'buildMonth') {
    const build = readInterval(value);
    return build
      ? done({ ...facts, build })
      : failed('Expected a month such as 2019-05, or 2019-05..2020-12.', 'value');
  }
  const others = (facts.observations ?? []).filter((observation) => observation.kind !== kind);
  const observation = { kind, value, reliability: reliability ?? tellKinds[kind].reliability };
  return done({ ...facts, observations: [...others, observation] });
}

function readInterval(value: string): CarFacts['build'] {
  const months = /^(\d{4})-(\d{2})(?:\.\.(\d{4})-(\d{2}))?$/.exec(value);
  if (!months) return undefined;
  const [fromYear, fromMonth] = [Number(months[1]), Number(months[2])];
  const [toYear, toMonth] = [Number(months[3] ?? months[1]), Number(months[4] ?? months[2])];
  const real = [fromMonth, toMonth].every((month) => month >= 1 && month <= 12);
  if (!real || toYear * 12 + toMonth < fromYear * 12 + fromMonth) return undefined;
  return { from: { year: fromYear, month: fromMonth }, to: { year: toYear, month: toMonth } };
}
