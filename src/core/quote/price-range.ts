/** Totals in minor units, from the lowest to the highest; equal where it is one price. */
export interface PriceRange {
  readonly fromMinor: number;
  readonly toMinor: number;
}

export interface WeighedTotal {
  /** Not negative; the sum of all need not be 1. */
  readonly probability: number;
  readonly totalMinor: number;
}

/** The part of the probability that a first price covers. */
export const coveredByRange = 0.95;

/**
 * The narrowest range that holds a part of the probability; of equally narrow ones the likelier, then the lower. Exact:
 * each total is tried as the lowest. Null where there is no total.
 */
export function priceRange(
  totals: readonly WeighedTotal[],
  covered: number = coveredByRange,
): PriceRange | null {
  const sorted = [...totals].sort((a, b) => a.totalMinor - b.totalMinor);
  const wanted = covered * sorted.reduce((sum, { probability }) => sum + probability, 0) - 1e-12;
  let best: (PriceRange & { readonly held: number }) | null = null;
  let [to, held] = [0, 0];
  for (const [from, first] of sorted.entries()) {
    while (to < sorted.length && held < wanted) held += sorted[to++]?.probability ?? 0;
    if (held < wanted) break;
    const last = sorted[Math.max(from, to - 1)] ?? first;
    const width = last.totalMinor - first.totalMinor;
    const than = best && best.toMinor - best.fromMinor;
    if (best === null || than === null || width < than || (width === than && held > best.held + 1e-12))
      best = { fromMinor: first.totalMinor, toMinor: last.totalMinor, held };
    held -= first.probability;
  }
  return best && { fromMinor: best.fromMinor, toMinor: best.toMinor };
}

export function widthOf({ fromMinor, toMinor }: PriceRange): number {
  return toMinor - fromMinor;
}

/** @example formatPriceRange({ fromMinor: 21_000, toMinor: 26_500 }, show) // '$210.00 to $265.00' */
export function formatPriceRange(
  { fromMinor, toMinor }: PriceRange,
  show: (minor: number) => string,
): string {
  return fromMinor === toMinor ? show(fromMinor) : `${show(fromMinor)} to ${show(toMinor)}`;
}
