import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import { scaleMinor } from '@/core/kinds/money';
import { type AtPrice, earnAt, earnsEnough, floorPrice, priceForTotal } from './earnings';
import { type OptionKind, sourcingOptions } from './option-kinds';
import { askedOf, type Priced, priceNow, priceOption } from './priced';
import type { Quote, QuoteRequest, QuoteSnapshot } from './quote';

/** What to say to 'another firm says so much'. */
export type BargainAnswer =
  | { readonly kind: 'take' }
  | { readonly kind: 'takeFlexible' }
  /** Not at the rival's price; at the floor, which still lies under the shop's own list. */
  | { readonly kind: 'between'; readonly shortMinor: number; readonly at: AtPrice }
  | { readonly kind: 'letGo'; readonly shortMinor: number };

/** Something else that could be offered at or below the rival's price, or for a little more. */
export interface CounterOffer {
  readonly change: 'option' | 'time' | 'secondKey';
  readonly kind: OptionKind;
  readonly keys: number;
  /** What the shop would state, and what the customer would pay in all. */
  readonly priceMinor: number;
  readonly totalMinor: number;
  readonly perHourMinor: number | null;
}

export interface Bargain {
  readonly kind: OptionKind;
  readonly rivalMinor: number;
  /**
   * The option at the largest price whose total is above neither the rival's nor the shop's own list; null where others are
   * paid more already.
   */
  readonly atRival: AtPrice | null;
  readonly listTotalMinor: number;
  readonly floorMinor: number;
  readonly floorTotalMinor: number;
  readonly answer: BargainAnswer;
  readonly counters: readonly CounterOffer[];
}

/**
 * Weighs a rival's total against an option: what it would earn there, the floor, and what else could be offered.
 * Undefined where the shop earns nothing by the option.
 */
export function bargainOver(
  kind: OptionKind,
  rivalMinor: number,
  asked: QuoteRequest,
  snapshot: QuoteSnapshot,
  { options }: Pick<Quote, 'options'>,
): Bargain | undefined {
  const request: QuoteRequest = { ...asked, agreed: null };
  const priced = priceNow(kind, request, snapshot);
  if (!priced.ok || priced.own.length === 0) return undefined;
  const price = priceForTotal(Math.min(rivalMinor, priced.totalMinor), priced.basis, snapshot);
  const floorMinor = floorPrice(priced.basis, snapshot);
  const atFloor = earnAt(floorMinor, priced.basis, snapshot);
  const floorTotalMinor = atFloor.totalMinor;
  const time = request.flexible ? undefined : flexibleOffer(kind, rivalMinor, request, snapshot);
  return {
    kind,
    rivalMinor,
    atRival: price === null ? null : earnAt(price, priced.basis, snapshot),
    listTotalMinor: priced.totalMinor,
    floorMinor,
    floorTotalMinor,
    answer: answerTo(rivalMinor, atFloor, priced.totalMinor, time !== undefined),
    counters: [
      ...options.flatMap((one) =>
        one.available && one.kind !== kind && one.answers
          ? (optionOffer(one.kind, rivalMinor, request, snapshot) ?? [])
          : [],
      ),
      ...(time ?? []),
      ...(secondKeyOffer(kind, priced, rivalMinor, request, snapshot) ?? []),
    ],
  };
}

function answerTo(
  rivalMinor: number,
  atFloor: AtPrice,
  listTotalMinor: number,
  waiting: boolean,
): BargainAnswer {
  const shortMinor = atFloor.totalMinor - rivalMinor;
  if (shortMinor <= 0) return { kind: 'take' };
  if (waiting) return { kind: 'takeFlexible' };
  return atFloor.totalMinor < listTotalMinor
    ? { kind: 'between', shortMinor, at: atFloor }
    : { kind: 'letGo', shortMinor };
}

/** The largest price the shop may agree on for an option: that of its own list. Null where it takes none. */
export function highestAgreed(kind: OptionKind, asked: QuoteRequest, snapshot: QuoteSnapshot): number | null {
  const priced = priceNow(kind, { ...asked, agreed: null }, snapshot);
  return priced.ok && priced.own.length > 0 ? priceForTotal(priced.totalMinor, priced.basis, snapshot) : null;
}

/** Another option of the shop at the rival's price, its own where that is lower. */
function optionOffer(
  kind: OptionKind,
  rivalMinor: number,
  request: QuoteRequest,
  snapshot: QuoteSnapshot,
): CounterOffer[] | undefined {
  const priced = priceNow(kind, request, snapshot);
  return priced.ok && priced.own.length > 0
    ? offerAt('option', kind, rivalMinor, priced, request, snapshot)
    : undefined;
}

/** The same option at a time that suits the van, which costs the shop fewer minutes. */
function flexibleOffer(
  kind: OptionKind,
  rivalMinor: number,
  request: QuoteRequest,
  snapshot: QuoteSnapshot,
): CounterOffer[] | undefined {
  if (snapshot.waitingSavesMinutes <= 0) return undefined;
  const flexible = { ...request, flexible: true };
  const priced = priceNow(kind, flexible, snapshot);
  return priced.ok ? offerAt('time', kind, rivalMinor, priced, flexible, snapshot) : undefined;
}

function offerAt(
  change: CounterOffer['change'],
  kind: OptionKind,
  rivalMinor: number,
  { basis, totalMinor }: Priced,
  { keys }: QuoteRequest,
  snapshot: QuoteSnapshot,
): CounterOffer[] | undefined {
  const price = priceForTotal(Math.min(rivalMinor, totalMinor), basis, snapshot);
  if (price === null) return undefined;
  const at = earnAt(price, basis, snapshot);
  if (!earnsEnough(at.marginMinor, basis.minutes, snapshot.rules)) return undefined;
  return [
    { change, kind, keys, priceMinor: price, totalMinor: at.totalMinor, perHourMinor: at.perHourMinor },
  ];
}

/** Two keys for the rival's price and what the second adds: worth it where the whole visit then earns enough. */
function secondKeyOffer(
  kind: OptionKind,
  one: Priced,
  rivalMinor: number,
  request: QuoteRequest,
  snapshot: QuoteSnapshot,
): CounterOffer[] | undefined {
  const { request: own, state } = askedOf(kind, request, snapshot);
  if (own.keys >= mostKeysWanted || !sourcingOptions[kind].newKey) return undefined;
  const more = { ...own, keys: own.keys + 1 };
  const two = priceOption(kind, more, state, snapshot);
  if (!two.ok) return undefined;
  return offerAt('secondKey', kind, rivalMinor + two.totalMinor - one.totalMinor, two, more, snapshot);
}

/** What is charged where an appointment is given up late, or nobody is there. */
export function laterCharges(snapshot: Pick<QuoteSnapshot, 'rules' | 'taxBasisPoints'>, tripMinor: number) {
  const { rules, taxBasisPoints } = snapshot;
  const withTax = (minor: number) =>
    rules.taxIncluded ? minor : minor + scaleMinor(minor, taxBasisPoints.labour, 10_000);
  return {
    cancellationHours: rules.cancellationHours,
    cancellationMinor: withTax(rules.cancellationMinor),
    noShowMinor: withTax(rules.noShowMinor + tripMinor),
  };
}
