/** What trying the steps of a pellet ladder in turn comes to. Wrong steps lock the car out for a while. */
export interface Hunt {
  /** Steps tried, the right one included: on average, four times of five at most, and at worst. */
  readonly meanTries: number;
  readonly p80Tries: number;
  readonly worstTries: number;
  /** Waits behind wrong steps, in seconds, in the same order. */
  readonly meanSeconds: number;
  readonly p80Seconds: number;
  readonly worstSeconds: number;
}

/**
 * Steps in the order of falling probability; each wrong one costs a lockout, the right one none.
 * @param probabilities of the steps; they need not sum to 1
 * @example huntOf([1, 1, 1], 60).meanSeconds // 60
 */
export function huntOf(probabilities: readonly number[], lockoutSeconds: number): Hunt {
  const total = probabilities.reduce((sum, one) => sum + one, 0);
  if (total <= 0) throw new Error('a hunt needs a step that is likely at all');
  const falling = [...probabilities].sort((a, b) => b - a).filter((one) => one > 0);
  let [mean, reached, p80] = [0, 0, falling.length];
  for (const [at, probability] of falling.entries()) {
    mean += (probability / total) * (at + 1);
    reached += probability / total;
    if (reached >= 0.8 - 1e-12 && p80 === falling.length) p80 = at + 1;
  }
  const seconds = (tries: number) => (tries - 1) * lockoutSeconds;
  return {
    meanTries: mean,
    p80Tries: p80,
    worstTries: falling.length,
    meanSeconds: seconds(mean),
    p80Seconds: seconds(p80),
    worstSeconds: seconds(falling.length),
  };
}

/** Steps of which nothing is known yet: each is as likely as the other. */
export function equallyLikely(steps: number): number[] {
  return Array.from({ length: steps }, () => 1 / steps);
}
