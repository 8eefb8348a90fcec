import { daysBetween } from '@/core/kinds/local-time';
import { scaleMinor } from '@/core/kinds/money';
import { arrivalOf, type Parcel, parcelOf } from '@/core/supply/arrival';
import type { StockPiece, SupplierPrice } from '@/core/supply/supplier-prices';
import { line, sum, times } from './lines';
import type { NetLine, QuoteRequest, QuoteSnapshot } from './quote';

/** One article that is wanted, and what will do for it. */
export interface Wanted {
  /** Equals under another badge stand behind the article itself. */
  readonly articles: readonly string[];
  readonly pieces: number;
  /** Which stock of the van serves it. */
  readonly stock: (piece: StockPiece) => boolean;
  /** Which prices serve it. */
  readonly prices: (price: SupplierPrice) => boolean;
  /** 'original', 'aftermarket': for the sentence that says it cannot be had. */
  readonly words: string;
  /** What it is for the customer. */
  readonly plain: string;
  /** Its comebacks are counted by the article and not by who sells it. */
  readonly ownRecord?: boolean;
}

/** Where the articles of an option come from, and what that costs whom. */
export interface Sourced {
  readonly ok: true;
  readonly lines: readonly NetLine[];
  readonly costs: readonly { readonly label: string; readonly minor: number }[];
  /** One from each supplier of whom something is ordered. */
  readonly parcels: readonly Parcel[];
  readonly ordered: boolean;
  readonly sources: readonly string[];
  /** The shortest warranty of what was ordered; null where all lies in the van. */
  readonly warrantyMonths: number | null;
  readonly reserves: readonly {
    readonly article: string;
    readonly condition: 'new' | 'refurbished';
    readonly pieces: number;
  }[];
  readonly notes: readonly string[];
  readonly stale: readonly string[];
  /** The articles that were taken, and those of them that are made for the trade. */
  readonly taken: readonly string[];
  readonly aftermarket: readonly string[];
}

export type SourcedOrNot = Sourced | { readonly ok: false; readonly reason: string };

type Taken = { readonly wanted: Wanted } & (
  | {
      readonly from: 'stock';
      readonly piece: StockPiece;
      readonly pieces: number;
      readonly costMinor: number;
    }
  | { readonly from: 'supplier'; readonly price: SupplierPrice; readonly pieces: number }
);

/**
 * Takes what lies in the van, and orders the rest: of all combinations of sources the one with the lowest sum to the
 * customer, or the quickest where the day counts more. Exact: every combination is looked at.
 */
export function sourceArticles(
  wanted: readonly Wanted[],
  { prefer }: Pick<QuoteRequest, 'prefer'>,
  snapshot: QuoteSnapshot,
): SourcedOrNot {
  const choices: Taken[][] = [];
  for (const one of wanted) {
    const found = picksFor(one, snapshot);
    if (found.length === 0) return { ok: false, reason: lackOf(one, snapshot) };
    choices.push(found);
  }
  let best: Sourced | undefined;
  for (const combination of combinations(choices)) {
    const sourced = price(combination, snapshot);
    if (!best || isBetter(sourced, best, prefer, snapshot)) best = sourced;
  }
  return best ?? { ok: false, reason: 'No article is wanted.' };
}

function picksFor(one: Wanted, { stock, prices }: QuoteSnapshot): Taken[] {
  const lying = stock
    .filter((piece) => one.articles.includes(piece.article) && one.stock(piece) && piece.pieces >= one.pieces)
    .map(
      (piece): Taken => ({
        wanted: one,
        from: 'stock',
        piece,
        pieces: one.pieces,
        costMinor: piece.costMinor ?? cheapestOf(piece.article, prices),
      }),
    );
  if (lying.length > 0) return lying;
  return prices
    .filter(
      (price) =>
        one.articles.includes(price.article) &&
        one.prices(price) &&
        (price.pieces === null || price.pieces >= one.pieces),
    )
    .map((price) => ({ wanted: one, from: 'supplier', price, pieces: one.pieces }));
}

/** What an article in the van is worth where nobody wrote its cost down: the lowest price it is sold for. */
function cheapestOf(article: string, prices: readonly SupplierPrice[]): number {
  const sold = prices.filter((price) => price.article === article).map(({ priceMinor }) => priceMinor);
  return sold.length === 0 ? 0 : Math.min(...sold);
}

function lackOf({ articles, words, prices: serves, pieces }: Wanted, { prices }: QuoteSnapshot): string {
  const some = prices.some((price) => articles.includes(price.article) && serves(price));
  return some ? `Nobody has ${pieces} of ${articles[0]} ${words}.` : `No ${words} price for ${articles[0]}.`;
}

function* combinations(choices: readonly Taken[][]): Generator<Taken[]> {
  const [first, ...rest] = choices;
  if (!first) {
    yield [];
    return;
  }
  for (const pick of first) for (const others of combinations(rest)) yield [pick, ...others];
}

function price(picks: readonly Taken[], snapshot: QuoteSnapshot): Sourced {
  const { rules, at } = snapshot;
  const bought = picks.flatMap((pick) => (pick.from === 'supplier' ? [pick] : []));
  const shipping = new Map(bought.map(({ price }) => [price.supplier, price.shippingMinor]));
  for (const { price } of bought)
    shipping.set(price.supplier, Math.max(price.shippingMinor, shipping.get(price.supplier) ?? 0));
  const paid = [...shipping].filter(([, minor]) => minor > 0);
  return {
    ok: true,
    lines: [
      ...picks.map((pick) => ({
        ...line(
          `${articleOf(pick)}${times(pick.pieces)}`,
          'article',
          'goods',
          pick.pieces * scaleMinor(costOf(pick), 100 + rules.keyMarkupPercent, 100),
        ),
        plain: `${pick.wanted.plain}${times(pick.pieces)}`,
      })),
      ...paid.map(([supplier, minor]) => ({
        ...line(
          `Shipping from ${supplier}`,
          'article',
          'goods',
          scaleMinor(minor, 100 + rules.passPercent, 100),
        ),
        plain: 'Shipping',
      })),
    ],
    costs: [
      ...picks.map((pick) => ({ label: articleOf(pick), minor: pick.pieces * costOf(pick) })),
      ...paid.map(([supplier, minor]) => ({ label: `Shipping from ${supplier}`, minor })),
    ],
    parcels: parcelsOf(
      bought.map(({ price }) => price),
      snapshot,
    ),
    ordered: bought.length > 0,
    sources: [...new Set(picks.map(sourceOf))],
    warrantyMonths: bought.length === 0 ? null : Math.min(...bought.map(({ price }) => price.warrantyMonths)),
    reserves: picks.flatMap((pick) =>
      pick.from === 'stock'
        ? [{ article: pick.piece.article, condition: pick.piece.condition, pieces: pick.pieces }]
        : [],
    ),
    notes: picks.flatMap(notesOf),
    stale: bought
      .filter(({ price }) => daysBetween(price.since, at.day) > rules.staleDays)
      .map(({ price }) => price.article),
    taken: picks.map(articleOf),
    aftermarket: picks.filter(isAftermarket).map(articleOf),
  };
}

function notesOf(pick: Taken): string[] {
  if (pick.from === 'stock') return [`${articleOf(pick)} lies in the van.`];
  const { supplier, article, minimumOrder } = pick.price;
  return [
    `${article} from ${supplier}.`,
    ...(minimumOrder > pick.pieces
      ? [`${article} comes in ${minimumOrder}; the rest goes to the shelf.`]
      : []),
  ];
}

/** What one supplier sends comes together, as late as the latest of it. */
function parcelsOf(prices: readonly SupplierPrice[], { at, holidays }: QuoteSnapshot): Parcel[] {
  const suppliers = [...new Set(prices.map(({ supplier }) => supplier))];
  return suppliers.map((supplier) => {
    const parcels = prices
      .filter((one) => one.supplier === supplier)
      .map((one) => parcelOf(one, at, holidays));
    return parcels.sort((a, b) =>
      a.day < b.day || (a.day === b.day && a.lateDays < b.lateDays) ? 1 : -1,
    )[0] as Parcel;
  });
}

function isBetter(
  one: Sourced,
  than: Sourced,
  prefer: 'price' | 'day',
  { at, holidays }: QuoteSnapshot,
): boolean {
  const keys = (sourced: Sourced): (number | string)[] => {
    const total = sum(sourced.lines.map(({ statedMinor }) => statedMinor));
    const p80 = arrivalOf(sourced.parcels, at, holidays).p80.day;
    return prefer === 'price' ? [total, p80, sourced.sources.join()] : [p80, total, sourced.sources.join()];
  };
  const [mine, theirs] = [keys(one), keys(than)];
  for (let at = 0; at < mine.length; at += 1) {
    const [a, b] = [mine[at] ?? 0, theirs[at] ?? 0];
    if (a !== b) return a < b;
  }
  return false;
}

function articleOf(pick: Taken): string {
  return pick.from === 'stock' ? pick.piece.article : pick.price.article;
}

function isAftermarket(pick: Taken): boolean {
  return pick.from === 'stock' ? pick.piece.grade === 'aftermarket' : pick.price.kind === 'aftermarket';
}

function costOf(pick: Taken): number {
  return pick.from === 'stock' ? pick.costMinor : pick.price.priceMinor;
}

function sourceOf(pick: Taken): string {
  if (pick.wanted.ownRecord) return articleOf(pick);
  return pick.from === 'stock'
    ? (pick.piece.source ?? `the van’s ${pick.piece.grade} stock`)
    : pick.price.supplier;
}
