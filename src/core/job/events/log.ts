import type { PinSource } from '@/core/catalogue/platform';
import type { CountAnswer } from '@/core/programming/plan';
import type { RouteKind } from '@/core/programming/route';

export const attemptResults = ['worked', 'failed', 'stopped'] as const;
export type AttemptResult = (typeof attemptResults)[number];

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

/** The fold of a job's events. */
export interface JobLog {
  readonly countBefore?: CountAnswer;
  readonly countAfter?: CountAnswer;
  readonly attempts: readonly Attempt[];
  readonly doors: readonly DoorOpened[];
}

export const emptyLog: JobLog = { attempts: [], doors: [] };
