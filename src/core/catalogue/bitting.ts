/** The depths of a blade, space by space from its stop; 1 is not cut. */
export type Bitting = readonly number[];

/** How the numbers of a bitting are bound: its spaces, its depths, and what may stand beside each other. */
export interface BittingRule {
  readonly spaces: number;
  readonly depths: number;
  /** The largest step between neighbours; null where nobody states one. */
  readonly macs: number | null;
  /** The spaces that begin a row of cuts, counted from 0: what stands before them is no neighbour. */
  readonly begins: readonly number[];
}

/** Whether neighbouring depths of a bitting keep the MACS; depths count from 1. */
export function keepsMacs(bitting: Bitting, { macs, begins }: Pick<BittingRule, 'macs' | 'begins'>): boolean {
  return (
    macs === null ||
    bitting.every((depth, at) => begins.includes(at) || Math.abs(depth - (bitting[at - 1] ?? depth)) <= macs)
  );
}

/**
 * A bitting as it is written: a digit for each space, or numbers with a hyphen between where a depth has two digits.
 * @example formatBitting([1, 3, 2]) // '132'
 * @example formatBitting([1, 12, 2]) // '1-12-2'
 */
export function formatBitting(bitting: Bitting): string {
  return bitting.join(bitting.some((depth) => depth > 9) ? '-' : '');
}

/**
 * A bitting as people write it: digits without anything between are a depth each; with hyphens, commas, points, strokes or
 * spaces between, what stands between them is. Undefined where it is none.
 */
export function parseBitting(text: string): Bitting | undefined {
  const plain = text.trim();
  if (/^[1-9]+$/.test(plain)) return [...plain].map(Number);
  if (!/^[1-9]\d?(?:(?: ?[-,./] ?| )[1-9]\d?)+$/.test(plain)) return undefined;
  return plain.split(/ ?[-,./] ?| /).map(Number);
}
