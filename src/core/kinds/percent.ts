/**
 * A probability as people read it: whole percents, and never a certainty it is not.
 * @example formatProbability(0.998) // 'over 99 %'
 */
export function formatProbability(probability: number): string {
  if (probability >= 0.995 && probability < 1) return 'over 99 %';
  if (probability < 0.01) return 'under 1 %';
  return `${Math.round(probability * 100)} %`;
}
