/** A price that somebody wrote by hand. */
export interface HandPrice {
  /** Minor units of this currency. */
  readonly currency: string;
  readonly articles: readonly { readonly article: string; readonly pieces: number }[];
  readonly lines: readonly { readonly label: string; readonly goods: boolean; readonly minor: number }[];
  /** Minutes of work at the car. */
  readonly minutes: number;
}

/** On which terms a job is quoted. */
export interface JobTerms {
  /** Null: the book the shop quotes by. */
  readonly book: 'flatRates' | 'timeAndParts' | null;
  readonly prefer: 'price' | 'day';
  /** The customer can wait until the van is near. */
  readonly flexible: boolean;
  /** The day fills the security waits with other work. */
  readonly waitsFilled: boolean;
  /** The option a price was agreed for, and the price as the shop states it; null where none was. */
  readonly agreedOption: string | null;
  readonly agreedMinor: number | null;
  readonly accountId: string | null;
  readonly couponId: string | null;
  /** Null where nothing is priced by hand. */
  readonly hand: HandPrice | null;
  /** Works of the shop's price rules, by name. */
  readonly works: readonly { readonly name: string; readonly count: number }[];
}

export const usualTerms: JobTerms = {
  book: null,
  prefer: 'price',
  flexible: false,
  waitsFilled: false,
  agreedOption: null,
  agreedMinor: null,
  accountId: null,
  couponId: null,
  hand: null,
  works: [],
};
