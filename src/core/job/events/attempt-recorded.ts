import { attemptPurposes } from './attempt-purposes';
import { type EventKind, refuse } from './event-kind';
import type { Attempt } from './log';

const longestAttemptHours = 48;

export const attemptRecorded: EventKind<Attempt> = {
  apply(log, attempt) {
    if (log.attempts.some(({ attemptId }) => attemptId === attempt.attemptId))
      return refuse('This attempt is recorded already.');
    const hours = (attempt.to.getTime() - attempt.from.getTime()) / 3_600_000;
    if (Number.isNaN(hours) || hours < 0) return refuse('An attempt ends after it begins.');
    if (hours > longestAttemptHours) return refuse(`An attempt lasts up to ${longestAttemptHours} hours.`);
    if (attempt.result !== 'worked' && attempt.reason.trim() === '')
      return refuse('Say why it did not work.');
    if (attempt.result !== 'worked' && attempt.learnedKeyIds.length > 0)
      return refuse('Only an attempt that worked learns keys.');
    return { ok: true, log: { ...log, attempts: [...log.attempts, attempt] } };
  },
  purposes: (attempt, { othersOf, worksInHand }) =>
    attemptPurposes(attempt, { others: othersOf(attempt.route), worksInHand }),
  happenedAt: ({ to }) => to,
  contentProblem: dealerProblem,
  refusal({ route, reason, learnedKeyIds, secretIds }, ground) {
    const { stage, noteForPlainCopy } = ground.standing;
    if (
      route === 'noProgramming' &&
      ground.worksInHand &&
      stage !== 'onSite' &&
      noteForPlainCopy &&
      reason.trim() === ''
    )
      return 'Write the note as the reason: who asked, and which working key was shown.';
    if (learnedKeyIds.some((id) => !ground.keyIds.has(id)))
      return 'A key learned in this attempt is not on the ring.';
    return secretIds?.some((id) => !ground.secretIds.has(id))
      ? 'A secret named in this attempt is not on this job.'
      : undefined;
  },
  audited: true,
  moments: ['from', 'to'],
  wants: ['secrets', 'platform'],
};

/** Keys that a dealer made stand with his paper, and bring no PIN and no secret of ours. */
function dealerProblem({
  route,
  learnedKeyIds,
  pinFrom,
  secretIds,
  dealerPaper,
}: Attempt): string | undefined {
  if (route !== 'dealer') return dealerPaper ? 'Only the dealer’s work has a paper of his.' : undefined;
  if (pinFrom || (secretIds && secretIds.length > 0))
    return 'A dealer brings his own PIN and codes; none of this job is named.';
  return learnedKeyIds.length > 0 && !dealerPaper?.trim()
    ? 'Keys that a dealer made need the number of his invoice or work order.'
    : undefined;
}
