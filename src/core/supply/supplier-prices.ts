import type { LocalDay, LocalHour } from '@/core/kinds/local-time';

export const supplierKinds = {
  original: 'new originals',
  aftermarket: 'aftermarket',
  used: 'used and reset',
  online: 'sells to customers',
  cutting: 'cuts blades',
} as const;
export type SupplierKind = keyof typeof supplierKinds;
export const articleConditions = { new: 'new', refurbished: 'refurbished', used: 'used, not reset' } as const;
export type ArticleCondition = keyof typeof articleConditions;

/** A price of a supplier as it stands on the day. */
export interface SupplierPrice {
  readonly supplier: string;
  readonly kind: SupplierKind;
  readonly article: string;
  readonly condition: ArticleCondition;
  readonly priceMinor: number;
  /** Pieces they have; null where they do not say. */
  readonly pieces: number | null;
  readonly minimumOrder: number;
  readonly shippingMinor: number;
  readonly leadDays: number;
  /** Working days that one order of five takes longer. */
  readonly lateDays: number;
  readonly warrantyMonths: number;
  /** Orders after this local hour go out on the next working day. */
  readonly cutOff: LocalHour;
  /** What comes is here by this local hour; quotes of earlier times do not say it. */
  readonly deliversBy?: LocalHour;
  readonly since: LocalDay;
}

/** What lies in the van and is not promised to another job. */
export interface StockPiece {
  readonly article: string;
  readonly grade: 'original' | 'aftermarket';
  readonly condition: 'new' | 'refurbished';
  readonly pieces: number;
  /** What one cost; null where nobody wrote it down. */
  readonly costMinor: number | null;
  /** Where it came from; null where nobody wrote it down. */
  readonly source: string | null;
}
