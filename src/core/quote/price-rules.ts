import type { LocalHour } from '@/core/kinds/local-time';
import { type RouteKind, routeKinds, routeNames } from '@/core/programming/route';
import type { OptionKind } from './option-kinds';

/** The two schools of pricing: flat rates for each work, or the time it takes and the parts it uses. */
export const bookStyles = { flatRates: 'Flat rates', timeAndParts: 'Time and parts' } as const;
export type BookStyle = keyof typeof bookStyles;

export const roundingModes = { up: 'up', nearest: 'to the nearest', down: 'down' } as const;
export type RoundingMode = keyof typeof roundingModes;

/** What the flat rates price: cutting, finding a pellet's step (measured; hard where it is hunted for), opening the car, reading a lock, a new cell, the work of each route. */
export type FlatWork = 'cut' | 'pellet' | 'open' | 'lock' | 'cell' | RouteKind;
export const flatWorks: readonly FlatWork[] = ['cut', 'pellet', 'open', 'lock', 'cell', ...routeKinds];
export const flatWorkNames: Readonly<Record<FlatWork, string>> = {
  cut: 'Cutting',
  pellet: 'Pellet step',
  open: 'Opening the car',
  lock: 'Lock read for its cut',
  cell: 'New cell',
  ...routeNames,
};
export const difficulties = { usual: 'usual', hard: 'hard' } as const;
export type Difficulty = keyof typeof difficulties;

export interface FlatRate {
  readonly work: FlatWork;
  readonly difficulty: Difficulty;
  readonly firstMinor: number;
  /** Each further key of the same session. */
  readonly furtherMinor: number;
}

/** A trip of up to so many kilometres, one way. */
export interface DistanceBand {
  readonly toKm: number;
  readonly minor: number;
}

/** Hours that cost more. `days` are 0 Sunday to 6 Saturday; `to` is not part of it, '24:00' ends the day. */
export interface HourRule {
  readonly label: string;
  readonly days: readonly number[];
  readonly from: LocalHour;
  readonly to: LocalHour;
  readonly percent: number;
}

/** What else the shop does, beside a key or without one. */
export interface OwnWork {
  readonly name: string;
  /** Each; null where it costs the time it takes. */
  readonly minor: number | null;
  /** Half of all are quicker. */
  readonly minutes: number;
}

/** A work of the shop that a job is quoted with, so many times. */
export interface PickedWork {
  readonly name: string;
  readonly count: number;
}

/** How the shop prices, in minor units of its currency. One set holds from a day until the next. */
export interface PriceRules {
  /** The book that is quoted unless another is asked for. */
  readonly style: BookStyle;
  /** What an hour costs the customer. */
  readonly rateMinor: number;
  /** What an hour must earn, before the shop's own labour. */
  readonly marginRateMinor: number;
  readonly keyMarkupPercent: number;
  /** Added to what is passed on: credits, PIN fees, cutting by others, shipping. */
  readonly passPercent: number;
  readonly cutMinutes: number;
  /** Cell, buttons or case of one repaired key. */
  readonly repairPartsMinor: number;
  /** Share of a wait that is charged in the book by time. */
  readonly waitPercent: number;
  readonly minimumMinor: number;
  readonly roundingMinor: number;
  readonly roundingMode: RoundingMode;
  /** Prices are stated with the tax in them. */
  readonly taxIncluded: boolean;
  /** Share of the total paid ahead where something is ordered. */
  readonly depositPercent: number;
  /** Cancelled later than so many hours before the window: the fee. */
  readonly cancellationHours: number;
  readonly cancellationMinor: number;
  /** Nobody there: this and the trip. */
  readonly noShowMinor: number;
  /** What a payment takes of the total, in hundredths of a percent. */
  readonly paymentBasisPoints: number;
  /** Opening a locked car, and reading a lock for its cut: half of all are quicker. */
  readonly openMinutes: number;
  readonly lockMinutes: number;
  /** What a kilometre costs the shop; as the other two of a kilometre with four decimals, so that an amount a mile stays what it is. */
  readonly kmCostMinor: number;
  readonly flexiblePercent: number;
  /** A flexible customer waits up to so many days. */
  readonly flexibleDays: number;
  readonly towBaseMinor: number;
  readonly towPerKmMinor: number;
  readonly onlineShippingMinor: number;
  /** A kilometre beyond the last band, one way. */
  readonly beyondPerKmMinor: number;
  /** Supplier prices older than this are flagged. */
  readonly staleDays: number;
  /** Chance that the last working key is lost within a year, with what it rests on. */
  readonly lossPercent: number;
  readonly lossNote: string;
  readonly flatRates: readonly FlatRate[];
  readonly ownWorks: readonly OwnWork[];
  readonly bands: readonly DistanceBand[];
  readonly hours: readonly HourRule[];
  /** The shop's own warranty; 0 where the customer bears it. */
  readonly warrantyMonths: Readonly<Partial<Record<OptionKind, number>>>;
}

/** A customer with terms of its own. */
export interface TradeAccount {
  readonly name: string;
  readonly goodsPercent: number;
  readonly labourPercent: number;
  /** Days until payment; the deposit is waived. */
  readonly paysInDays: number;
}

/** A coupon takes a percentage or an amount off, from a smallest sum on. */
export interface Coupon {
  readonly code: string;
  readonly percent: number;
  readonly amountMinor: number;
  readonly fromMinor: number;
  /** Whether it counts beside a trade account's terms. */
  readonly withAccount: boolean;
}

/** What the form of a shop without prices begins with. */
export const blankRules: PriceRules = {
  style: 'flatRates',
  rateMinor: 1,
  marginRateMinor: 0,
  keyMarkupPercent: 0,
  passPercent: 0,
  cutMinutes: 8,
  repairPartsMinor: 0,
  waitPercent: 50,
  minimumMinor: 0,
  roundingMinor: 1,
  roundingMode: 'up',
  taxIncluded: false,
  depositPercent: 0,
  cancellationHours: 12,
  cancellationMinor: 0,
  noShowMinor: 0,
  paymentBasisPoints: 0,
  openMinutes: 16,
  lockMinutes: 22,
  kmCostMinor: 0,
  flexiblePercent: 0,
  flexibleDays: 3,
  towBaseMinor: 0,
  towPerKmMinor: 0,
  onlineShippingMinor: 0,
  beyondPerKmMinor: 0,
  staleDays: 90,
  lossPercent: 0,
  lossNote: '',
  flatRates: [],
  ownWorks: [],
  bands: [],
  hours: [],
  warrantyMonths: {},
};
