import { minorPlaces } from '@/core/kinds/money';

/** The step in which totals count as one price until the shop sets its own: 25 of the currency. */
export function usualPriceClassMinor(currency: string): number {
  return 25 * 10 ** minorPlaces(currency);
}

/**
 * A total in steps: two totals of one class need no telling apart.
 * @example priceClassMinor(31_500, 2500) // 32_500
 */
export function priceClassMinor(totalMinor: number, stepMinor: number): number {
  return Math.round(totalMinor / stepMinor) * stepMinor;
}
