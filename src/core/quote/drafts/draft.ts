import { isClone, type RouteKind } from '@/core/programming/route';
import type { Parcel } from '@/core/supply/arrival';
import type { Comeback, KeyState, NetLine, QuoteWay } from '../quote';
import type { Sourced, Wanted } from '../source-articles';

type Cost = { readonly label: string; readonly minor: number };

/** An option before the trip, the hour, discounts and tax. */
export interface Draft {
  readonly ok: true;
  readonly route: RouteKind;
  /** The shop's own lines. */
  readonly lines: readonly NetLine[];
  /** What is paid to a seller or the dealer. */
  readonly others: readonly NetLine[];
  readonly costs: readonly Cost[];
  /** What must come before the work; nothing where all that is needed is there. */
  readonly parcels: readonly Parcel[];
  readonly ordered: boolean;
  /** Work and waits of a visit; null where the shop's van does not come. */
  readonly visit: {
    readonly workMinutes: number;
    readonly waitMinutes: number;
    readonly p80Minutes: number;
  } | null;
  /** Minutes of the shop at the workshop. */
  readonly shopMinutes: number;
  readonly sources: readonly string[];
  /** What can go wrong beside the articles, in hundredths of a percent, and why. */
  readonly risk: { readonly basisPoints: number; readonly rests: string };
  readonly bornBy: Comeback['bornBy'];
  /** What the articles cost the shop again when a key is made again. */
  readonly againMinor: number;
  /** What the customer pays again where the customer bears it; null for the whole total. */
  readonly againCustomerMinor: number | null;
  readonly reserves: Sourced['reserves'];
  /** Functions of the car's own remote that the customer does without. */
  readonly lost?: readonly string[];
  /** What it is in the customer's words, where the option's own do not hold. */
  readonly about?: string;
  readonly notes: readonly string[];
  readonly stale: readonly string[];
}

export type DraftOrNot = Draft | { readonly ok: false; readonly reason: string };

export function no(reason: string): DraftOrNot {
  return { ok: false, reason };
}

/** What a shop's new key, a copy, a repair and a dealer's key are said to go wrong apart from the article. */
export const statedRisk = { learned: 150, copied: 200, repair: 600, dealer: 100 };

/** What the articles of a key are for the customer. */
export const plainArticles = {
  blank: 'Key blank',
  remote: 'Remote key',
  chip: 'Chip for the key',
  universal: 'Universal remote',
} as const;

/** The way by which a new key is learned: the chosen one, else the first open one that learns. */
export function learningWay({
  route,
  ways,
  order,
}: KeyState): { readonly kind: RouteKind; readonly way: QuoteWay } | { readonly reason: string } {
  const learns = (kind: RouteKind) => !isClone(kind) && kind !== 'repair' && kind !== 'dealer';
  const chosen = ways[route];
  if (learns(route) && chosen && chosen.refused === null) return { kind: route, way: chosen };
  for (const kind of order) {
    const way = ways[kind];
    if (learns(kind) && kind !== 'remote' && way && way.refused === null) return { kind, way };
  }
  return { reason: chosen?.refused ?? 'No route is open that learns a new key.' };
}

/** A module or cartridge that the way uses up: whoever sells it. */
export function usedUp({ usedUp }: QuoteWay, keys: number): Wanted[] {
  if (!usedUp) return [];
  return [
    {
      articles: [usedUp.article],
      pieces: usedUp.eachKey ? keys : 1,
      stock: ({ condition }) => condition === 'new',
      prices: ({ kind }) => kind === 'original' || kind === 'aftermarket',
      words: 'new',
      plain: 'A part for the car',
    },
  ];
}

/** Any new article of the trade: aftermarket or original. */
export function anyNew(article: string, pieces: number, plain: string): Wanted {
  return {
    articles: [article],
    pieces,
    plain,
    stock: ({ condition }) => condition === 'new',
    prices: ({ kind, condition }) => (kind === 'original' || kind === 'aftermarket') && condition === 'new',
    words: 'new',
  };
}

/** What is to be said of a way beside its lines: an unknown pellet, a use of a right. */
export function wayNotes({ credit, pellet, pin }: QuoteWay): string[] {
  return [
    ...(pellet ? [pellet.words] : []),
    ...(pin?.further ? [pin.further.words] : []),
    ...(credit && credit.left !== null ? [`Uses 1 of ${credit.left} left of ${credit.name}.`] : []),
  ];
}
