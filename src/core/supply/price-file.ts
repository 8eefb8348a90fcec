import type { LocalDay } from '@/core/kinds/local-time';
import type { ArticleCondition, SupplierKind } from './supplier-prices';

/** The columns of a supplier's price file, in the order in which it is written. */
export const priceFileColumns = [
  'article',
  'price',
  'stock',
  'lead_days',
  'condition',
  'warranty_months',
  'minimum_order',
  'shipping',
] as const;

/** A price that an article had or has. */
export interface PastPrice {
  readonly supplier: string;
  readonly condition: string;
  readonly priceMinor: number;
  readonly from: LocalDay;
  /** The day from which it holds no more; null where it holds. */
  readonly to: LocalDay | null;
}

/** One price of a supplier's list. */
export interface ListedPrice {
  readonly article: string;
  readonly condition: ArticleCondition;
  readonly priceMinor: number;
  readonly pieces: number | null;
  readonly leadDays: number;
  readonly warrantyMonths: number;
  readonly minimumOrder: number;
  readonly shippingMinor: number;
}

export interface PriceFileDifference {
  readonly added: readonly ListedPrice[];
  readonly changed: readonly { readonly before: ListedPrice; readonly after: ListedPrice }[];
  readonly same: readonly ListedPrice[];
  /** Prices that hold and are not in the file; they stay. */
  readonly missing: readonly ListedPrice[];
}

/** How many prices a file would change, and the first of them. */
export interface ShownDifference {
  readonly counts: Readonly<Record<keyof PriceFileDifference, number>>;
  readonly changed: PriceFileDifference['changed'];
  readonly added: PriceFileDifference['added'];
}

/** What of a difference is shown: changed prices first, `most` rows in all. */
export function shownDifference(
  { added, changed, same, missing }: PriceFileDifference,
  most: number,
): ShownDifference {
  const first = changed.slice(0, most);
  return {
    counts: { added: added.length, changed: changed.length, same: same.length, missing: missing.length },
    changed: first,
    added: added.slice(0, most - first.length),
  };
}

const keyOf = ({ article, condition }: ListedPrice) => `${article}|${condition}`;

/** What a file would change of the prices that hold: an article in a condition is one price. */
export function comparePrices(
  present: readonly ListedPrice[],
  listed: readonly ListedPrice[],
): PriceFileDifference {
  const before = new Map(present.map((price) => [keyOf(price), price]));
  const named = new Set(listed.map(keyOf));
  const added: ListedPrice[] = [];
  const changed: { before: ListedPrice; after: ListedPrice }[] = [];
  const same: ListedPrice[] = [];
  for (const after of listed) {
    const own = before.get(keyOf(after));
    if (!own) added.push(after);
    else if (isSame(own, after)) same.push(after);
    else changed.push({ before: own, after });
  }
  return { added, changed, same, missing: present.filter((price) => !named.has(keyOf(price))) };
}

function isSame(one: ListedPrice, other: ListedPrice): boolean {
  return (Object.keys(one) as (keyof ListedPrice)[]).every((field) => one[field] === other[field]);
}

/** Lines of a file that name an article in a condition a second time. */
export function repeatedLines(listed: readonly ListedPrice[]): number[] {
  const seen = new Set<string>();
  return listed.flatMap((price, at) => {
    const key = keyOf(price);
    if (seen.has(key)) return [at];
    seen.add(key);
    return [];
  });
}

/** A supplier with how its keys turned out and how old its prices are. */
export interface SupplierRecord {
  readonly id: string;
  readonly name: string;
  readonly kind: SupplierKind;
  readonly cutOff: string;
  /** Parcels are here by this local hour. */
  readonly deliversBy: string;
  readonly lateDays: number;
  readonly comebackBasisPoints: number;
  readonly made: number;
  readonly comebacks: number;
  readonly prices: number;
  /** The last day on which one of its lists was read. */
  readonly seenOn: LocalDay | null;
}
