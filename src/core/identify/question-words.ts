import { type DecisionParts, differingParts, partNames } from './decision-names';
import type { Question } from './next-question';
import type { QuestionKind } from './question-kinds';
import { nothingThere } from './tells';

/** Why a question is worth its effort: 'Settles which chip; ten seconds with a torch'. */
export function questionReason(question: Question, decisions: readonly DecisionParts[]): string {
  const parts = differingParts(decisions).map((part) => partNames[part]);
  const settles = question.answers.every(({ leaves }) => leaves <= 1);
  const what = parts.length === 0 ? 'what is needed' : `which ${joinWords(parts)}`;
  return `${settles ? 'Settles' : 'Narrows'} ${what}; ${effort(question)}.`;
}

function effort({ asking }: Question): string {
  return `${formatEffort(asking.seconds)}: ${asking.how}`;
}

/** @example formatEffort(75) // 'about 75 seconds' */
export function formatEffort(seconds: number): string {
  return seconds >= 120 ? `about ${Math.round(seconds / 60)} minutes` : `about ${seconds} seconds`;
}

function joinWords(words: readonly string[]): string {
  return words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}

/** An answer as a person reads it. */
export function answerLabel(kind: QuestionKind, value: string): string {
  if (kind === 'ignition') return value === 'push' ? 'Push-start' : 'Turn-key';
  if (kind === 'buildMonth') return value.replaceAll('..', ' to ');
  if (kind === 'modelYear') return value.replace('..', ' to ');
  if (value === nothingThere) return nothings[kind] ?? 'None';
  return value.charAt(0).toUpperCase() + value.slice(1);
}

const nothings: Partial<Record<QuestionKind, string>> = {
  chipMark: 'No chip',
  chipFamily: 'No chip',
  frequency: 'No remote',
  buttons: 'No remote',
  board: 'No remote',
};
