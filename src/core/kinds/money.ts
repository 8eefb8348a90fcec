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
 * Rounds exact parts, each a numerator over one denominator, to whole units that sum to `total`, by largest remainder:
 * each lies within one unit of its exact value and has its sign; ties go to the earlier part.
 * @param total the sum of the exact parts, rounded
 * @example spreadMinor(1, [50, 50], 100) // [1, 0]
 */
export function spreadMinor(total: number, numerators: readonly number[], denominator: number): number[] {
  const divisor = BigInt(denominator);
  const parts = numerators.map((numerator, at) => {
    const exact = BigInt(numerator);
    const rest = ((exact % divisor) + divisor) % divisor;
    return { at, whole: (exact - rest) / divisor, rest };
  });
  let left = BigInt(total) - parts.reduce((all, { whole }) => all + whole, 0n);
  const result = parts.map(({ whole }) => Number(whole));
  for (const { at } of [...parts].sort((a, b) =>
    a.rest === b.rest ? a.at - b.at : a.rest > b.rest ? -1 : 1,
  )) {
    if (left === 0n) break;
    result[at] = (result[at] ?? 0) + 1;
    left -= 1n;
  }
  return result;
}

/**
 * An amount in other minor units, half away from zero, by the decimals of the factor as they are written.
 * @param factor minor units of the other currency for one of the present
 * @example convertMinor(5, 1.5) // 8
 */
export function convertMinor(minor: number, factor: number): number {
  const [digits = '', exponent = '0'] = String(factor).split('e');
  const [whole = '', part = ''] = digits.split('.');
  const places = part.length - Number(exponent);
  const scale = (power: number) => 10n ** BigInt(Math.max(0, power));
  const product = BigInt(minor) * BigInt(whole + part) * scale(-places);
  const divisor = scale(places);
  const size = product < 0n ? -product : product;
  const rounded = (2n * size + divisor) / (2n * divisor);
  return Number(product < 0n ? -rounded : rounded);
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

/** An amount in whole units, in minor units of its currency, to the nearest. @example minorOf(2.5, 'USD') // 250 */
export function minorOf(amount: number, currency: string): number {
  return Math.round(amount * 10 ** minorPlaces(currency));
}

/** The same; undefined where the currency has nothing that small. @example exactMinor(0.5, 'JPY') // undefined */
export function exactMinor(amount: number, currency: string): number | undefined {
  const minor = minorOf(amount, currency);
  return Math.abs(minor - amount * 10 ** minorPlaces(currency)) > 1e-3 ? undefined : minor;
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
