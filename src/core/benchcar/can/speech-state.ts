import type { Refusal } from './refusals';
import type { Session } from './speech';

export interface SpeechState {
  readonly session: Session;
  /** When it falls back to the default session; null while it is in it. */
  readonly sessionEndsUs: number | null;
  /** The level of access that is open. */
  readonly open: number | null;
  /** A seed that was given and not answered yet. */
  readonly seed: { readonly level: number; readonly bytes: readonly number[] } | null;
  /** Seeds that were given, so that no two are alike. */
  readonly seedsGiven: number;
  readonly levels: Readonly<Record<number, { readonly wrong: number; readonly shutUntilUs: number }>>;
  /** Routines that were begun in this session. */
  readonly begun: readonly number[];
  readonly pending: Pending | null;
  /** Silent until then, after a reset. */
  readonly bootsUntilUs: number | null;
}

/** A message whose answer takes longer. */
export interface Pending {
  readonly message: readonly number[];
  readonly toAll: boolean;
  readonly doneUs: number;
  /** When it says again that it takes longer; null where it says nothing meanwhile. */
  readonly saysUs: number | null;
}

/** What the car does for its module: looks and acts by names of the description. */
export interface ModuleWork<Effect> {
  readonly read: (holds: string) => readonly number[] | Refusal;
  readonly write: (holds: string, bytes: readonly number[]) => Worked<Effect>;
  /** @param finishing whether what was put off is over now: it is done then, or refused */
  readonly routine: (
    does: string,
    step: RoutineStep,
    option: readonly number[],
    finishing: boolean,
  ) => Worked<Effect>;
  readonly faults: () => readonly { readonly code: number; readonly status: number }[];
  readonly clearFaults: () => Effect;
  /** A seed, or why there is none; asking may set something going. */
  readonly seed: (level: number, count: number, bytes: number) => Seeded<Effect>;
  readonly keyOf: (level: number, seed: readonly number[]) => readonly number[];
}

export type RoutineStep = 'start' | 'stop' | 'results';
export type Worked<Effect> =
  | { readonly kind: 'refused'; readonly why: Refusal }
  | { readonly kind: 'done'; readonly bytes: readonly number[]; readonly effect?: Effect }
  /** It is done later, and says so meanwhile or says nothing at all; what is set going now is its effect. */
  | {
      readonly kind: 'later';
      readonly afterUs: number;
      readonly says: boolean;
      readonly effect?: Effect;
    };
export type Seeded<Effect> =
  | { readonly kind: 'refused'; readonly why: Refusal; readonly effect?: Effect }
  | { readonly kind: 'done'; readonly bytes: readonly number[] };

/** S3: how long a session stands where nobody speaks. */
export const sessionUs = 5_000_000;

/** The session falls back, and with it all that was open in it. */
export function backToDefault(state: SpeechState): SpeechState {
  return { ...state, session: 'default', sessionEndsUs: null, open: null, seed: null, begun: [] };
}
