/** An amount in the smallest unit of its currency: cents, yen, fils. Two currencies never meet in a sum. */
export interface Money {
  readonly minor: number;
  readonly currency: string;
}

/** Throws where an amount is not a whole number of minor units: a bug, not a person's mistake. */
export function money(minor: number, currency: string): Money {
  if (!Number.isSafeInteger(minor)) throw new Error(`expected whole minor units, got ${minor}`);
  return { minor, currency };
}

/**
 * `value × numerator / denominator` in whole units, half away from zero, exact for all safe integers.
 * @example scaleMinor(250, 65, 1000) // 16 (16.25)
 * @example scaleMinor(-5, 1, 2) // -3
 */
export function scaleMinor(value: number, numerator: number, denominator: number): number {
  const product = BigInt(value) * BigInt(numerator);
  const divisor = BigInt(denominator);
  const size = product < 0n ? -product : product;
  const rounded = (2n * size + divisor) / (2n * divisor);
  return Number(product < 0n ? -rounded : rounded);
}

/**
 * Spreads `total` over `weights` in whole units by largest remainder: the parts always sum to the total,
 * and ties go to the earlier part. All weights zero: everything goes to the first.
 * @example spreadMinor(100, [1, 1, 1]) // [34, 33, 33]
 */
export function spreadMinor(total: number, weights: readonly number[]): number[] {
  const sum = weights.reduce((all, weight) => all + BigInt(weight), 0n);
  if (weights.length === 0) return [];
  if (sum === 0n) return weights.map((_, at) => (at === 0 ? total : 0));
  const sign = total < 0 ? -1 : 1;
  const size = BigInt(Math.abs(total));
  const parts = weights.map((weight, at) => {
    const product = size * BigInt(weight);
    return { at, whole: product / sum, rest: product % sum };
  });
  let left = Number(size - parts.reduce((all, part) => all + part.whole, 0n));
  const result = parts.map((part) => Number(part.whole));
  for (const part of [...parts].sort((a, b) =>
    a.rest === b.rest ? a.at - b.at : a.rest > b.rest ? -1 : 1,
  )) {
    if (left === 0) break;
    result[part.at] = (result[part.at] ?? 0) + 1;
    left -= 1;
  }
  return result.map((part) => part * sign);
}

/** Rounds up to the next multiple of `step` minor units. */
export function roundUpTo(minor: number, step: number): number {
  return Math.ceil(minor / step) * step;
}

/** Places after the point of a currency: 2 for USD, 0 for JPY, 3 for KWD. */
export function minorPlaces(currency: string): number {
  return (
    new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2
  );
}

/**
 * Money as the shop's locale writes it; `short` leaves out a fraction that is zero.
 * @example formatMoney({ minor: 26800, currency: 'USD' }, 'en-US') // '$268.00'
 */
export function formatMoney(amount: Money, locale: string, form: 'full' | 'short' = 'full'): string {
  const places = minorPlaces(amount.currency);
  const whole = form === 'short' && amount.minor % 10 ** places === 0;
  return new Intl.NumberFormat(locale, {
    style: 'currency',
    currency: amount.currency,
    ...(whole ? { minimumFractionDigits: 0, maximumFractionDigits: 0 } : {}),
  }).format(amount.minor / 10 ** places);
}
