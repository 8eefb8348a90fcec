import type { ChipFamily, Link } from './application';

/** The ways in which a platform itself takes a key. */
export type MethodKind = 'onBoard' | 'add' | 'aklErase' | 'aklAdd';

export interface PlatformMethod {
  readonly kind: MethodKind;
  /** Keys the car already knows that must be in hand. */
  readonly knownKeysNeeded: number;
  readonly needsPin: boolean;
  /** Whether the key must turn in the lock, so that the blade is cut first. */
  readonly needsTurning: boolean;
  /** The security waits, in the order they come; exact, and apart from work. */
  readonly waitsSeconds: readonly number[];
  /** Work once for each session: half of all jobs are quicker than this. */
  readonly sessionP50Minutes: number;
  /** Work for each key learned: half are quicker than this. */
  readonly keyP50Minutes: number;
  /** Spread of the work as the standard deviation of its logarithm. */
  readonly spread: number;
  /** What the person does, in one line. */
  readonly how: string;
}

export interface Platform {
  readonly id: string;
  readonly name: string;
  readonly chipFamily: ChipFamily;
  readonly link: Link;
  readonly slotsMaximum: number;
  readonly slotsMinimum: number;
  /** Whether the car tells how many keys it knows. */
  readonly count: 'readable' | 'afterPin' | 'cannotSay';
  /** Whether the remote is learned with the transponder or on its own. */
  readonly remoteLearned: 'with' | 'apart' | 'none';
  readonly methods: readonly PlatformMethod[];
}
