import { formatMoney } from '@/core/kinds/money';
import type { OptionKind } from '@/core/quote/price-rules';
import type { Quote, QuoteRequest, QuoteSnapshot } from '@/core/quote/quote';

/** A priced quote as the station gets it. */
export interface PricedQuoteShown extends Quote {
  readonly request: QuoteRequest;
  readonly snapshot: QuoteSnapshot;
}

/** Writes amounts of one currency as the shop's locale does. */
export type Show = (minor: number) => string;

export function showIn(currency: string, locale: string): Show {
  return (minor) => formatMoney({ minor, currency }, locale);
}

/** Short names for charts and tables. */
export const shortNames: Record<OptionKind, string> = {
  shopOriginal: 'New original',
  shopReset: 'Reset original',
  shopAftermarket: 'Aftermarket',
  shopUniversal: 'Universal',
  shopClone: 'Copy',
  shopRepair: 'Repair',
  customerBuys: 'Customer buys',
  customerPrograms: 'Customer programs',
  franchiseDesk: 'Franchise desk',
};

export const bearers = { shop: 'the shop', customer: 'the customer', desk: 'the desk' };

/** Whole percents; what rounds to nothing is still something. */
export function percentWords(percent: number): string {
  return percent === 0 ? 'under 1 %' : `${percent} %`;
}
