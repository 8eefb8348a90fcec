import type { MachineFault } from '@/core/blade/cut/check-cut';
import type { FitOfLock } from '@/core/blade/cut/fit-advice';
import type { PlanKind } from '@/core/blade/progression/plan-rest';
import type { Try } from '@/core/blade/progression/tries';
import type { PinSource } from '@/core/catalogue/platform';
import type { StepTried } from '@/core/pellet/hunt-state';
import type { PelletVerdict } from '@/core/pellet/read-pellet';
import type { CountAnswer } from '@/core/programming/plan';
import type { RouteKind } from '@/core/programming/route';
import type { KeyProof } from '@/core/prove/checks';
import type { Piece } from '@/core/supply/movements';
import { type Arrival, noArrival } from '../arrival';

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

/** A try of a sheet; which candidate it was is said by its place, never by its bitting. */
export interface LoggedTry extends Try {
  readonly tryId: string;
  /** The sealed candidates it is of. */
  readonly sheetId: string;
  /** The blank it took up; null where it was cut on one that was begun, or is not of the shop's stock. */
  readonly piece: Piece | null;
}

export const cutPlaces = ['workshop', 'car', 'ordered'] as const;

/** A blade that was cut to a bitting of the job. */
export interface BladeCut {
  readonly cutId: string;
  /** The bitting, by reference. */
  readonly bittingId: string;
  readonly where: (typeof cutPlaces)[number];
  /** The blank was spoiled, and is none to be tried. */
  readonly spoiled: boolean;
  /** The blade that was cut deeper once more; null for a fresh blank. */
  readonly again: string | null;
  /** The blank it took; null where it is not of the shop's stock. */
  readonly piece: Piece | null;
}

/** How a cut blade compares with what was meant. */
export interface BladeMeasured {
  readonly cutId: string;
  readonly passes: boolean;
  /** Spaces that are out, counted from 1, by how much too deep, in the blade's measure. */
  readonly off: readonly { readonly space: number; readonly by: number }[];
  /** What of the machine is out of calibration; null where nothing shows it. */
  readonly machine: MachineFault['of'] | null;
}

/** How a blade did in a lock. */
export interface LockTried extends FitOfLock {
  readonly cutId: string;
}

/** What a pellet's readings left, by falling probability. */
export interface PelletReading {
  readonly verdict: PelletVerdict;
  readonly steps: readonly { readonly step: number; readonly probability: number }[];
  /** Mean of what was read; null where the meter showed no end. */
  readonly ohms: number | null;
  readonly meter: string;
}

/** What is known of the pellet's step, and how far it was hunted for. */
export interface PelletLog {
  readonly reading: PelletReading | null;
  /** Whether the wire in the column is sound; null while nobody looked. */
  readonly wireSound: boolean | null;
  readonly tries: readonly StepTried[];
}

/** A universal remote that was written at the bench. */
export interface RemoteWritten {
  readonly universal: string;
  /** The remote of the car that its profile is of. */
  readonly remote: string;
  readonly profile: string;
  /** What the writer read back: the same where it is done. */
  readonly readBack: string;
  readonly freshCell: true;
  readonly at: Date;
}

/** The fold of a job's events. */
export interface JobLog {
  readonly countBefore?: CountAnswer;
  readonly countAfter?: CountAnswer;
  readonly attempts: readonly Attempt[];
  readonly doors: readonly DoorOpened[];
  readonly tries: readonly LoggedTry[];
  /** By which plan each sheet is worked, where one was chosen after it was begun. */
  readonly plans: Readonly<Record<string, PlanKind>>;
  readonly cuts: readonly BladeCut[];
  readonly measured: readonly BladeMeasured[];
  readonly fits: readonly LockTried[];
  readonly pellet: PelletLog;
  /** Pieces of stock that were used, one for each blank taken up and not given back. */
  readonly used: readonly Piece[];
  readonly remotes: readonly RemoteWritten[];
  /** What was tried with keys at the car, in the order it was told. */
  readonly proofs: readonly KeyProof[];
  readonly arrival: Arrival;
}

export const emptyLog: JobLog = {
  attempts: [],
  doors: [],
  tries: [],
  plans: {},
  cuts: [],
  measured: [],
  fits: [],
  pellet: { reading: null, wireSound: null, tries: [] },
  remotes: [],
  proofs: [],
  arrival: noArrival,
  used: [],
};

/** The step that is known: the one that started the car, else the one a clear reading said; null while none is. */
export function knownStep({ reading, tries }: PelletLog): number | null {
  const started = tries.find((one) => one.started)?.step;
  if (started !== undefined) return started;
  return reading?.verdict === 'clear' ? (reading.steps[0]?.step ?? null) : null;
}

/** The tries of one sheet. */
export function triesOf(log: Pick<JobLog, 'tries'>, sheetId: string): readonly LoggedTry[] {
  return log.tries.filter((one) => one.sheetId === sheetId);
}
