import type { QuestionGiven } from '@/core/identify/gathered-facts';
import type { QuestionKind } from '@/core/identify/question-kinds';

export type GiveAnswer = (
  kind: QuestionKind,
  answer: QuestionGiven['answer'] | 'ask',
  value: string | null,
  sure: boolean,
) => void;
