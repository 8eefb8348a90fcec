import { type AuthorityStage, isAllowed } from '@/core/authority/purposes';
import type { CountAnswer } from '@/core/programming/plan';
import { purposeOf } from '@/core/programming/purpose';
import { countFits } from '@/core/programming/ring';
import type { RouteKind } from '@/core/programming/route';
import { attemptPurposes } from './events/attempt-purposes';
import type { JobLog } from './events/log';

export const outcomes = {
  done: 'Done',
  partly: 'Done in part',
  notDone: 'Not done',
  refused: 'Refused: no authority',
  wentElsewhere: 'Went to another firm',
} as const;
export type Outcome = keyof typeof outcomes;

export interface ClosingRequest {
  readonly outcome: Outcome;
  readonly route: RouteKind | null;
  readonly authority: AuthorityStage;
  readonly log: JobLog;
  readonly planned: CountAnswer;
  /** Why the count differs, or why the work was not done; may be empty. */
  readonly reason: string;
}

/** Everything that keeps a job from being closed; empty when nothing does. */
export function closingNeeds({ outcome, route, authority, log, planned, reason }: ClosingRequest): string[] {
  const needs: string[] = [];
  const written = reason.trim() !== '';
  if (outcome !== 'done' && outcome !== 'partly') {
    if (!written) needs.push('Write why the work was not done.');
    return needs;
  }
  if (route === null) needs.push('Choose the route that was taken.');
  const worked = log.attempts.filter(({ result }) => result === 'worked');
  if (worked.length === 0) needs.push('Record the attempt that worked.');
  const purposes = [
    ...log.attempts.flatMap((attempt) => attemptPurposes(attempt)),
    ...(route ? [purposeOf(route)] : []),
  ];
  if (purposes.some((purpose) => !isAllowed(purpose, authority))) {
    needs.push(
      'Record who had the right to the car and how it was seen. Only none, a repair and the desk go without.',
    );
  }
  if (route !== null && purposeOf(route) !== 'repair') {
    if (log.countAfter === undefined) needs.push('Read the key count again, or say that the car cannot say.');
    else if (countFits(log.countAfter, planned) === false && !written) {
      needs.push(`The car knows ${log.countAfter}, the plan was ${planned}. Write why they differ.`);
    }
  }
  return needs;
}
