import type { LocalDay } from '@/core/kinds/local-time';
import type { RouteKind } from '@/core/programming/route';

export type TaxClass = 'goods' | 'labour';
export type OptionKind = 'shopOriginal' | 'shopAftermarket' | 'shopRepair' | 'customerBuys' | 'franchiseDesk';
/** Who is paid: the shop, the seller the customer buys from, or the franchise desk with its tow. */
export type Payee = 'shop' | 'seller' | 'desk';
export type SupplierKind = 'original' | 'aftermarket' | 'online';

/** What is asked. */
export interface QuoteRequest {
  readonly route: RouteKind;
  /** Keys wanted, 0 to 5. */
  readonly keys: number;
  /** Keys that go through the procedure beside the wanted ones, as after an erase. */
  readonly keysAgain: number;
  /** No key works, so that the car cannot be driven to a desk. */
  readonly allKeysLost: boolean;
  /** The articles of one key. */
  readonly articles: readonly string[];
}

export interface SupplierPrice {
  readonly supplier: string;
  readonly kind: SupplierKind;
  readonly article: string;
  readonly priceMinor: number;
  readonly leadDays: number;
  readonly warrantyMonths: number;
  /** Orders after this local hour go out on the next working day. */
  readonly cutOff: string;
}

/** All that was loaded for a quote: the same request and snapshot give the same options. */
export interface QuoteSnapshot {
  readonly at: { readonly day: LocalDay; readonly hour: string };
  readonly currency: string;
  readonly quoteValidDays: number;
  readonly book: {
    readonly rateMinor: number;
    readonly keyMarkupPercent: number;
    readonly minimumMinor: number;
    readonly roundingMinor: number;
    readonly towBaseMinor: number;
    readonly towPerKmMinor: number;
    readonly onlineShippingMinor: number;
  };
  readonly menu: Readonly<Record<string, { readonly firstMinor: number; readonly furtherMinor: number }>>;
  readonly taxBasisPoints: Readonly<Record<TaxClass, number>>;
  readonly prices: readonly SupplierPrice[];
  readonly desk: {
    readonly name: string;
    readonly labourMinor: number;
    readonly programmingMinor: number;
    readonly keyMarkupPercent: number;
    readonly workingDays: number;
    readonly towKm: number;
  } | null;
  readonly trip: { readonly place: string; readonly distanceKm: number; readonly minutes: number } | null;
}

export interface QuoteLine {
  readonly label: string;
  readonly payee: Payee;
  readonly taxClass: TaxClass;
  readonly netMinor: number;
  /** The line's share of the class's tax. */
  readonly taxMinor: number;
}

export type QuoteOption =
  | {
      readonly kind: OptionKind;
      readonly available: true;
      readonly lines: readonly QuoteLine[];
      readonly netMinor: number;
      readonly taxMinor: number;
      readonly totalMinor: number;
      /** What one more key in the same session adds; null where no more can be had. */
      readonly furtherKeyMinor: number | null;
      readonly drivesOn: LocalDay;
      readonly days: number;
      readonly notes: readonly string[];
    }
  | { readonly kind: OptionKind; readonly available: false; readonly reason: string };

export const optionNames: Record<OptionKind, string> = {
  shopOriginal: 'Shop, new original',
  shopAftermarket: 'Shop, aftermarket',
  shopRepair: 'Shop, repair',
  customerBuys: 'Customer buys online',
  franchiseDesk: 'Franchise desk',
};
