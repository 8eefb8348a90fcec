/** The entropy of weights in bits, whatever they sum to; 0 where all are 0. */
export function entropyBits(weights: readonly number[]): number {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  if (total === 0) return 0;
  let bits = 0;
  for (const weight of weights) if (weight > 0) bits -= (weight / total) * Math.log2(weight / total);
  return bits;
}
