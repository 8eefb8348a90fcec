import type { PinSource } from '@/core/catalogue/platform';
import type { CountAnswer } from '@/core/programming/plan';
import type { RouteKind } from '@/core/programming/route';

export type AttemptResult = 'worked' | 'failed' | 'stopped';

export interface Attempt {
  readonly attemptId: string;
  readonly route: RouteKind;
  readonly from: Date;
  readonly to: Date;
  readonly result: AttemptResult;
  readonly reason: string;
  /** Keys that the car learned in it, by id. */
  readonly learnedKeyIds: readonly string[];
  /** Where its PIN came from, and which system type answered; left out where there was none. */
  readonly pinFrom?: PinSource | null;
  readonly systemType?: string | null;
  /** Secrets that were used, by reference. */
  readonly secretIds?: readonly string[];
  /** The invoice or work order of a dealer who made the keys. */
  readonly dealerPaper?: string | null;
}

/** A door or lock that was opened, and on what ground. */
export interface DoorOpened {
  readonly how: 'papersInside' | 'danger' | 'lock';
  readonly at: Date;
  /** What was seen: alarm, deadlocks, a dead battery, frameless glass. */
  readonly conditions: string;
}

/** What happened at the car. The kind names it, the content is its own. */
export type JobEvent =
  | { readonly kind: 'countRead'; readonly moment: 'before' | 'after'; readonly answer: CountAnswer }
  | ({ readonly kind: 'doorOpened' } & DoorOpened)
  | ({ readonly kind: 'attemptRecorded' } & Attempt)
  | { readonly kind: 'attemptWithdrawn'; readonly attemptId: string; readonly reason: string };

/** The fold of a job's events. */
export interface JobLog {
  readonly countBefore?: CountAnswer;
  readonly countAfter?: CountAnswer;
  readonly attempts: readonly Attempt[];
  readonly doors: readonly DoorOpened[];
}

export const emptyLog: JobLog = { attempts: [], doors: [] };

export type Step =
  | { readonly ok: true; readonly log: JobLog }
  | { readonly ok: false; readonly reason: string };

const longestAttemptHours = 48;

/** One event on the log it meets: the next log, or why it is refused. Changes nothing it is given. */
export function applyEvent(log: JobLog, event: JobEvent): Step {
  const dealer = event.kind === 'attemptRecorded' ? dealerProblem(event) : undefined;
  return dealer === undefined ? step(log, event) : refuse(dealer);
}

/** What an event makes of the log. Rules that came after events were accepted stand in `applyEvent`, not here. */
function step(log: JobLog, event: JobEvent): Step {
  switch (event.kind) {
    case 'countRead': {
      const { answer } = event;
      if (answer !== 'cannotSay' && (!Number.isInteger(answer) || answer < 0 || answer > 64)) {
        return refuse('A count is 0 to 64 keys, or the car cannot say.');
      }
      const field = event.moment === 'before' ? 'countBefore' : 'countAfter';
      return { ok: true, log: { ...log, [field]: answer } };
    }
    case 'doorOpened': {
      const { kind: _, ...door } = event;
      if (Number.isNaN(door.at.getTime())) return refuse('When was it opened?');
      return { ok: true, log: { ...log, doors: [...log.doors, door] } };
    }
    case 'attemptRecorded': {
      const { kind: _, ...attempt } = event;
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
    }
    case 'attemptWithdrawn': {
      if (!log.attempts.some(({ attemptId }) => attemptId === event.attemptId))
        return refuse('There is no such attempt to withdraw.');
      if (event.reason.trim() === '') return refuse('Say why it is withdrawn.');
      return {
        ok: true,
        log: { ...log, attempts: log.attempts.filter(({ attemptId }) => attemptId !== event.attemptId) },
      };
    }
    default:
      return event satisfies never;
  }
}

/** The log of accepted events, in their order. Throws on one that does not fit: accepted events always do. */
export function foldEvents(events: readonly JobEvent[]): JobLog {
  return events.reduce<JobLog>((log, event) => {
    const next = step(log, event);
    if (!next.ok) throw new Error(`an accepted event does not fit: ${next.reason}`);
    return next.log;
  }, emptyLog);
}

/** Keys that a dealer made stand with his paper, and bring no PIN and no secret of ours. */
function dealerProblem({
  route,
  learnedKeyIds,
  pinFrom,
  secretIds,
  dealerPaper,
}: Attempt): string | undefined {
  if (route !== 'desk') return dealerPaper ? 'Only the dealer’s work has a paper of his.' : undefined;
  if (pinFrom || (secretIds && secretIds.length > 0))
    return 'A dealer brings his own PIN and codes; none of this job is named.';
  return learnedKeyIds.length > 0 && !dealerPaper?.trim()
    ? 'Keys that a dealer made need the number of his invoice or work order.'
    : undefined;
}

/** A device's clock may run ahead by this much, and what happened is written down within so many days. */
const aheadMinutes = 10;
const longestDaysAgo = 30;

/** What is wrong with the time of something that is recorded now; undefined where nothing is. */
export function timeProblem(at: Date, now: Date): string | undefined {
  const minutesAgo = (now.getTime() - at.getTime()) / 60_000;
  if (Number.isNaN(minutesAgo)) return 'When was it?';
  if (minutesAgo < -aheadMinutes) return 'This is in the future by the clock of the shop.';
  return minutesAgo > longestDaysAgo * 1440
    ? `This is more than ${longestDaysAgo} days ago; write it as a remark.`
    : undefined;
}

function refuse(reason: string): Step {
  return { ok: false, reason };
}
