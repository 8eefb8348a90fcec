/** One rung of a pellet's ladder. */
export interface LadderStep {
  readonly step: number;
  readonly ohms: number;
  /** Cars of these years; null where it does not end, or always was. */
  readonly fromYear: number | null;
  readonly toYear: number | null;
  /** The profile of the blades that have it; null for all. */
  readonly profile: string | null;
  /** The step that took its place on cars of some years; null where none did. */
  readonly replaced: { readonly by: number; readonly fromYear: number; readonly toYear: number } | null;
}

/** The resistances a platform's pellet can have. */
export interface Ladder {
  readonly platform: string;
  /** How far a pellet may be off its step, in percent. */
  readonly tolerancePercent: number;
  /** How long the car stays shut after a wrong step. */
  readonly lockoutSeconds: number;
  /** Rising in ohms. */
  readonly steps: readonly LadderStep[];
}

/** What is known of the car and the key; null where it is not. */
export interface LadderFilter {
  readonly year: number | null;
  /** The profile of the blade. */
  readonly profile: string | null;
}

/** The steps that a key of this year and blade can have. */
export function stepsFor({ steps }: Ladder, { year, profile }: LadderFilter): LadderStep[] {
  return steps.filter(
    (step) =>
      (year === null || ((step.fromYear ?? year) <= year && year <= (step.toYear ?? year))) &&
      (profile === null || step.profile === null || step.profile === profile),
  );
}

/** The step that may have been put in the place of another on a car of this year; null where none was. */
export function replacedFor({ replaced }: LadderStep, year: number | null): number | null {
  if (!replaced) return null;
  return year === null || (replaced.fromYear <= year && year <= replaced.toYear) ? replaced.by : null;
}

/** Pairs of neighbouring steps whose pellets can read alike. */
export function overlaps({ steps, tolerancePercent }: Ladder): readonly (readonly [number, number])[] {
  const share = tolerancePercent / 100;
  return steps.flatMap((step, at) => {
    const next = steps[at + 1];
    return next && step.ohms * (1 + share) > next.ohms * (1 - share) ? [[step.step, next.step] as const] : [];
  });
}

/** So often a car of the years in question had its step replaced: stated. */
const replacedShare = 0.5;

/**
 * How likely each step starts the car, where a reading of an old key says which step that was: on cars of some years another
 * step may have taken its place since.
 */
export function withReplacements(
  steps: readonly LadderStep[],
  likely: readonly { readonly step: number; readonly probability: number }[],
  year: number | null,
): { readonly step: number; readonly probability: number }[] {
  const chances = new Map(likely.map(({ step, probability }) => [step, probability]));
  for (const { step, probability } of likely) {
    const known = steps.find((one) => one.step === step);
    const by = known ? replacedFor(known, year) : null;
    if (by === null || !steps.some((one) => one.step === by)) continue;
    chances.set(step, (chances.get(step) ?? 0) - replacedShare * probability);
    chances.set(by, (chances.get(by) ?? 0) + replacedShare * probability);
  }
  return steps.map(({ step }) => ({ step, probability: chances.get(step) ?? 0 }));
}
