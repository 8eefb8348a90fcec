import type { Problem } from '@/core/kinds/result';

/** What became of a form that the browser sends by itself: null before it was sent. */
export type FormAnswer = {
  readonly done: boolean;
  readonly problems: readonly Problem[];
  /** What was typed, where it was not taken. */
  readonly typed: Readonly<Record<string, string>>;
} | null;

/** An action that a form of the browser leads to. */
export type FormSend = (before: FormAnswer, form: unknown) => Promise<FormAnswer>;

export function problemIn(answer: FormAnswer, field: string): string | undefined {
  return answer?.problems.find((problem) => problem.field === field)?.message;
}
