import { type AuthorityStage, isAllowed } from '@/core/authority/purposes';
import type { Purpose } from '@/core/kinds/purpose';
import { type CountGround, countDoubt, countVerdict } from '@/core/programming/count-verdict';
import { purposeOf } from '@/core/programming/purpose';
import { methodOf, type RouteKind } from '@/core/programming/route';
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

/** How a job ends as far as its log says: what was tried last and came out, with nothing that failed at Prove, is done. */
export function likelyOutcome(
  { attempts, doors }: Pick<JobLog, 'attempts' | 'doors'>,
  failing: number,
): Outcome {
  if (attempts.length === 0) return doors.length > 0 ? 'done' : 'notDone';
  if (!attempts.some(({ result }) => result === 'worked')) return 'notDone';
  return failing > 0 ? 'partly' : 'done';
}

export interface ClosingRequest {
  readonly outcome: Outcome;
  readonly route: RouteKind | null;
  /** A run at the car was begun and not ended. */
  readonly openRun: boolean;
  /** The keys are in the locked car: it is opened, and no key is made. */
  readonly opening: boolean;
  /** Agreed and noted before the door was opened, or somebody was in danger. */
  readonly doorNoted: boolean;
  readonly authority: AuthorityStage;
  readonly log: Pick<JobLog, 'attempts' | 'countBefore' | 'countAfter' | 'doors'>;
  /** Whether a key in hand worked when the job began. */
  readonly worksInHand: boolean;
  /** The shop takes a note for a plain copy of a working key without electronics. */
  readonly noteForPlainCopy: boolean;
  readonly count: CountGround;
  /** Checks of keys that failed when they were tried last, in words. */
  readonly failing: readonly string[];
  /** The only key was opened, and that it is closed and works again is not ticked. */
  readonly openedKey: boolean;
  /** Whether who closes it may give reasons: the proprietor, a locksmith, or a trainee with the second person at hand. */
  readonly mayGiveReason: boolean;
  /** Why the count differs, or why the work was not done; may be empty. */
  readonly reason: string;
}

/** Everything that keeps a job from being closed; empty when nothing does. */
export function closingNeeds(request: ClosingRequest): string[] {
  const { outcome, route, log, reason } = request;
  const needs = request.openRun ? ['End the run that is open at Program.'] : [];
  if (outcome !== 'done' && outcome !== 'partly')
    return reason.trim() === '' ? [...needs, 'Write why the work was not done.'] : needs;
  if (request.opening) return openingNeeds(request);
  if (route === null) needs.push('Choose the route that was taken.');
  if (!log.attempts.some(({ result }) => result === 'worked')) needs.push('Record the attempt that worked.');
  if (request.openedKey)
    needs.push('Tick at On site that the key that was opened is closed again, and does all it did before.');
  if (purposesOf(request).some((purpose) => !isOpen(purpose, request)))
    needs.push(
      'Record who had the right to the car and how it was seen. Only the repair of a key that works and the dealer go without.',
    );
  if (route !== null && methodOf(route) && countVerdict(log.countAfter, request.count) === 'notRead')
    needs.push(
      request.count.tells
        ? 'Read the key count again.'
        : 'Ask the car for its key count, or say that the car cannot say.',
    );
  return [...needs, ...withReason(request, doubtsOf(request))];
}

/** What wants a reason: a count that was not read before, that no plan stands against or that does not fit, and keys that failed. */
function doubtsOf({ outcome, route, log, count, failing }: ClosingRequest): string[] {
  const doubts = outcome === 'done' ? failing.map(failingSays) : [];
  if (route === null || !methodOf(route)) return doubts;
  const doubt = countDoubt(log.countAfter, count);
  if (doubt !== undefined) return [doubt, ...doubts];
  const isRead = countVerdict(log.countAfter, count) !== 'notRead';
  return isRead && count.tells && log.countBefore === undefined
    ? ['The count was not read before the work. Write why.', ...doubts]
    : doubts;
}

/** A reason settles doubts where it is given by somebody who may. */
function withReason({ reason, mayGiveReason }: ClosingRequest, doubts: readonly string[]): readonly string[] {
  if (doubts.length === 0 || reason.trim() === '') return doubts;
  return mayGiveReason
    ? []
    : [
        `The proprietor or a locksmith gives this reason, or signs in as the second person: ${doubts.join(' ')}`,
      ];
}

function failingSays(check: string): string {
  return `It failed at Prove: ${check}. Put it right, choose Done in part, or write why.`;
}

/** A door that was opened is on record, with who had the right to it; or it was an emergency, which has its own record. */
function openingNeeds({ log, authority, doorNoted }: ClosingRequest): string[] {
  return [
    ...(log.doors.length > 0 ? [] : ['Record at On site that the door was opened.']),
    ...(doorNoted || isAllowed('openForPapers', authority)
      ? []
      : [
          'Record who had the right to the car and how it was seen, or note at On site what was agreed first.',
        ]),
  ];
}

function purposesOf({ route, log, worksInHand }: ClosingRequest): Purpose[] {
  return [
    ...log.attempts.flatMap((attempt) => attemptPurposes(attempt, { worksInHand })),
    ...(route ? [purposeOf(route, { worksInHand })] : []),
  ];
}

function isOpen(purpose: Purpose, { authority, noteForPlainCopy }: ClosingRequest): boolean {
  return (purpose === 'plainCopy' && noteForPlainCopy) || isAllowed(purpose, authority);
}
