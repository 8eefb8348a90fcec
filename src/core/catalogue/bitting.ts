/** The depths of a blade, space by space from its stop; 1 is not cut. */
export type Bitting = readonly number[];

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
