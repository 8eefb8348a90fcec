import { type Hunt, huntOf } from './hunt';

/** A step that was tried in the car. */
export interface StepTried {
  readonly tryId: string;
  readonly step: number;
  readonly started: boolean;
  readonly at: Date;
}

export interface HuntState {
  /** Steps still to be tried, by falling probability; together 1. */
  readonly left: readonly { readonly step: number; readonly probability: number }[];
  /** The step that started the car. */
  readonly found: number | null;
  /** Until when the car is shut; null where no wrong step was tried yet. */
  readonly shutUntil: Date | null;
  /** Tries and waits from here on; null where nothing is left to try. */
  readonly ahead: Hunt | null;
}

/**
 * Where a hunt stands: what was tried is out, what a doubtful reading left goes first, and each wrong step shuts the car.
 * @param steps that the key of this car can have, each as likely as the last reading left it
 */
export function huntState(
  steps: readonly { readonly step: number; readonly probability: number }[],
  tries: readonly StepTried[],
  lockoutSeconds: number,
): HuntState {
  const tried = new Set(tries.map(({ step }) => step));
  const open = steps.filter(({ step }) => !tried.has(step));
  const sum = open.reduce((all, { probability }) => all + probability, 0);
  const left = open
    .map(({ step, probability }) => ({ step, probability: sum > 0 ? probability / sum : 1 / open.length }))
    .sort((a, b) => b.probability - a.probability || a.step - b.step);
  const found = tries.find(({ started }) => started)?.step ?? null;
  return {
    left,
    found,
    shutUntil: shutUntil(tries, lockoutSeconds),
    ahead:
      found !== null || left.length === 0
        ? null
        : huntOf(
            left.map(({ probability }) => Math.max(probability, 1e-9)),
            lockoutSeconds,
          ),
  };
}

/** Until when the last wrong step keeps the car shut; null where there was none. */
export function shutUntil(tries: readonly StepTried[], lockoutSeconds: number): Date | null {
  const last = tries.findLast(({ started }) => !started);
  return last ? new Date(last.at.getTime() + lockoutSeconds * 1000) : null;
}
