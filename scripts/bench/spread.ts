/** Percentiles of a list of milliseconds. */
export interface Spread {
  readonly p50: number;
  readonly p95: number;
  readonly worst: number;
}

export function spread(list: readonly number[]): Spread {
  const sorted = [...list].sort((a, b) => a - b);
  const at = (part: number) =>
    Number((sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? 0).toFixed(1));
  return { p50: at(0.5), p95: at(0.95), worst: at(1) };
}
