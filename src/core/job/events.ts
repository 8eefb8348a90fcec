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
    const step = applyEvent(log, event);
    if (!step.ok) throw new Error(`an accepted event does not fit: ${step.reason}`);
    return step.log;
  }, emptyLog);
}

function refuse(reason: string): Step {
  return { ok: false, reason };
}
