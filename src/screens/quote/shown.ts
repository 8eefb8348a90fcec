import { formatMoney } from '@/core/kinds/money';

/** Writes amounts of one currency as the shop's locale does. */
export type Show = (minor: number) => string;

export function showIn(currency: string, locale: string): Show {
  return (minor) => formatMoney({ minor, currency }, locale);
}

export const bearers = { shop: 'the shop', customer: 'the customer', dealer: 'the dealer' };

/** Whole percents; what rounds to nothing is still something. */
export function percentWords(percent: number): string {
  return percent === 0 ? 'under 1 %' : `${percent} %`;
}
