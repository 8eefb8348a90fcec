import type { Job } from '@/core/job/job';
import { type ChoiceAdvice, choiceAnswers } from '@/core/programming/choices';

/** Cut first or program first, as Route has it. */
export interface FirstStep {
  readonly title: string;
  readonly why: string;
  /** The blank is held back until it was learned. */
  readonly held: boolean;
}

/** What was chosen at Route, else what is advised there; a blank that is programmed first is held until it was learned. */
export function firstStep(
  job: Pick<Job, 'choices' | 'log'>,
  choices: readonly ChoiceAdvice[],
): FirstStep | null {
  const advice = choices.find(({ question }) => question === 'first');
  if (!advice) return null;
  const chosen = job.choices.find(({ question }) => question === 'first');
  const answer = chosen?.choice ?? advice.advised;
  const learned = job.log.attempts.some(({ learnedKeyIds }) => learnedKeyIds.length > 0);
  return {
    title: answer === 'program' ? choiceAnswers.first.program : choiceAnswers.first.cut,
    why: chosen ? `Chosen at Route. ${advice.consequences[answer] ?? ''}` : advice.why,
    held: answer === 'program' && !learned,
  };
}
