import type { Application } from '@/core/catalogue/application';
import type { LocalDay, LocalMoment } from '@/core/kinds/local-time';
import type { StockPiece, SupplierPrice } from '@/core/supply/supplier-prices';
import type { AskedTime, FreeGap } from '@/core/travel/gaps';
import type { Trip } from '@/core/travel/trip';
import type { Coupon, PriceRules, TradeAccount } from './price-rules';
import type { Dealer, KeyArticles, SourceOutcome, TaxClass } from './quote';

/** Everything priced that a quote of one day may need. */
export interface PriceLists {
  readonly rules: PriceRules;
  readonly taxBasisPoints: Readonly<Record<TaxClass, number>>;
  readonly prices: readonly SupplierPrice[];
  readonly dealer: Dealer | null;
  readonly outcomes: readonly SourceOutcome[];
  /** What the bureau takes for a PIN; 0 where there is no bureau. */
  readonly bureauFeeMinor: number;
  /** Its key code by VIN: the fee, and how often it has one. */
  readonly codeService: { readonly feeMinor: number; readonly chance: number } | null;
}

/** Everything that prices a job, loaded once for all candidates of its car. */
export interface Pricing {
  readonly lists: PriceLists;
  readonly stock: readonly StockPiece[];
  readonly account: TradeAccount | null;
  /** Null also where the coupon does not hold today. */
  readonly coupon: Coupon | null;
  readonly trip: Trip | null;
  /** By road from where the car stands to the dealer of its make; null where that is not known. */
  readonly towKm: number | null;
  readonly gaps: readonly FreeGap[];
  /** The shop's holidays ahead. */
  readonly holidays: readonly LocalDay[];
  /** The job's appointment in the shop's zone; null where none is made. */
  readonly visit: LocalMoment | null;
  /** When the caller wants the car ready; null where nothing was said. */
  readonly asked: AskedTime | null;
  readonly waitingSavesMinutes: number;
  readonly articlesFor: (application: Application) => KeyArticles;
}
