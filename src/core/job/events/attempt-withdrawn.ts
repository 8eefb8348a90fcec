import { type EventKind, refuse } from './event-kind';

/** An attempt that was recorded by mistake. */
export interface AttemptWithdrawn {
  readonly attemptId: string;
  readonly reason: string;
}

export const attemptWithdrawn: EventKind<AttemptWithdrawn> = {
  apply(log, { attemptId, reason }) {
    if (!log.attempts.some((one) => one.attemptId === attemptId))
      return refuse('There is no such attempt to withdraw.');
    if (reason.trim() === '') return refuse('Say why it is withdrawn.');
    return {
      ok: true,
      log: { ...log, attempts: log.attempts.filter((one) => one.attemptId !== attemptId) },
    };
  },
  purposes: () => [],
  /** Without a second person a trainee takes back only what he recorded himself. */
  refusal: ({ attemptId }, { standing, ownAttemptIds }) =>
    standing.role !== 'trainee' || standing.secondPerson || ownAttemptIds.has(attemptId)
      ? undefined
      : 'A trainee withdraws what another recorded with a second person, who signs in for this job first.',
  audited: true,
  moments: [],
  wants: ['ownAttempts'],
};
