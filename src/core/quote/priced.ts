import { formatDay, type LocalDay, type LocalMoment } from '@/core/kinds/local-time';
import { scaleMinor } from '@/core/kinds/money';
import { formatProbability } from '@/core/kinds/percent';
import { routeWord } from '@/core/programming/route';
import { arrivalOf } from '@/core/supply/arrival';
import { firstVisit } from '@/core/travel/gaps';
import type { Trip } from '@/core/travel/trip';
import { charge } from './charge';
import { anyOf, percentShown, sourceChance } from './comeback';
import type { Draft } from './drafts/draft';
import { draftOf } from './drafts/draft-of';
import type { EarningBasis } from './earnings';
import { hourLines } from './hour';
import { sum } from './lines';
import { type OptionKind, sourcingOptions } from './option-kinds';
import type {
  Comeback,
  KeyState,
  MinutePart,
  NetLine,
  QuoteLine,
  QuoteRequest,
  QuoteSnapshot,
  QuoteWay,
} from './quote';
import { taxLines } from './tax';
import { drivingCost, tripLines } from './trip-lines';
import { remoteMinutes } from './way-time';

/** When the van would come, and what there is to say about it. */
export interface Visit {
  /** Null where it does not come, or has no free time. */
  readonly earliest: LocalMoment | null;
  readonly p80: LocalMoment | null;
  /** From where the van is at that hour. */
  readonly trip: Trip | null;
  /** Whether it keeps the time that is reserved or asked for; undefined where none is. */
  readonly inTime: boolean | undefined;
  readonly notes: readonly string[];
}

/** An option with its lines charged and taxed, before it is compared. */
export interface Priced {
  readonly ok: true;
  readonly draft: Draft;
  readonly visit: Visit;
  /** The shop's lines before discounts, top-ups and rounding. */
  readonly own: readonly NetLine[];
  readonly charged: readonly NetLine[];
  readonly lines: readonly QuoteLine[];
  readonly totalMinor: number;
  readonly comeback: Comeback;
  readonly basis: EarningBasis;
}

/** What an option is asked to do: a new key beside a repair where only the worn key was called about. */
export function askedOf(
  kind: OptionKind,
  request: QuoteRequest,
  { now, beside }: QuoteSnapshot,
): { readonly request: QuoteRequest; readonly state: KeyState } {
  return beside && request.keys === 0 && sourcingOptions[kind].newKey
    ? { request: { ...request, keys: beside.keys ?? 1 }, state: beside }
    : { request, state: now };
}

/** An option for the keys as they are. */
export function priceNow(
  kind: OptionKind,
  request: QuoteRequest,
  snapshot: QuoteSnapshot,
): ReturnType<typeof priceOption> {
  const asked = askedOf(kind, request, snapshot);
  return priceOption(kind, asked.request, asked.state, snapshot);
}

/** Lines, account, coupon, flexible time, minimum, rounding, tax: one option for keys in a state. */
export function priceOption(
  kind: OptionKind,
  request: QuoteRequest,
  state: KeyState,
  snapshot: QuoteSnapshot,
): Priced | { readonly ok: false; readonly reason: string } {
  const draft = draftOf(kind, request, state, snapshot);
  if (!draft.ok) return draft;
  const { rules, taxBasisPoints, waitingSavesMinutes, account, coupon } = snapshot;
  const visit = visitOf(draft, request, snapshot);
  const { trip } = visit;
  const work = [...draft.lines, ...(draft.visit ? tripLines(trip, request.book, rules) : [])];
  const own = [...work, ...hourLines(work, rules.hours, visit.earliest, snapshot.holidays)];
  const saved = request.flexible && draft.visit ? waitingSavesMinutes : null;
  const charged =
    own.length === 0
      ? []
      : charge(own, {
          rules,
          account,
          coupon,
          waitingSavesMinor: saved === null ? null : scaleMinor(rules.marginRateMinor, saved, 60),
          agreedMinor: request.agreed?.kind === kind ? request.agreed.minor : null,
        });
  const lines = taxLines([...charged, ...draft.others], taxBasisPoints, rules.taxIncluded);
  const totalMinor = sum(lines.map(({ netMinor, taxMinor }) => netMinor + taxMinor));
  const comeback = comebackOf(draft, request, state, totalMinor, visit, snapshot);
  const driving = draft.visit ? [{ label: 'Driving', minor: drivingCost(trip, rules) }] : [];
  const failing = failingOf(draft, request, state);
  const minuteParts = [
    ...visitParts(draft, request, visit),
    { label: 'at the workshop', minutes: draft.shopMinutes },
    { label: 'further attempts and sources, on average', minutes: failing.minutes },
    { label: 'comebacks, on average', minutes: comeback.expectedMinutes },
    { label: 'saved by a flexible time', minutes: -(saved ?? 0) },
  ].filter(({ minutes }) => minutes !== 0);
  return {
    ok: true,
    draft,
    visit,
    own,
    charged,
    lines,
    totalMinor,
    comeback,
    basis: {
      lines: own,
      others: draft.others,
      costs: [...draft.costs, ...driving, ...failing.costs],
      expectedShopMinor: comeback.expectedShopMinor,
      minutes: Math.max(
        0,
        minuteParts.reduce((total, { minutes }) => total + minutes, 0),
      ),
      minuteParts,
    },
  };
}

/** Travel there and back with the work; waits only where the day does not fill them. */
function visitMinutes(draft: Draft, request: QuoteRequest, visit: Visit): number {
  return visitParts(draft, request, visit).reduce((total, { minutes }) => total + minutes, 0);
}

function visitParts({ visit }: Draft, { waitsFilled }: QuoteRequest, { trip }: Visit): MinutePart[] {
  if (!visit) return [];
  return [
    { label: 'the way there and back', minutes: trip ? trip.minutes + trip.backMinutes : 0 },
    { label: 'work', minutes: visit.workMinutes },
    { label: 'waits', minutes: waitsFilled ? 0 : visit.waitMinutes },
  ];
}

/**
 * When the van comes for an option: at the appointment where all is there by then, at the hour that was asked for where
 * the van is free, else the first free time after all can be there.
 */
function visitOf(
  draft: Draft,
  { visit: reserved, asked = null }: QuoteRequest,
  { at, gaps, trip, holidays }: QuoteSnapshot,
): Visit {
  const { earliest, p80 } = arrivalOf(draft.parcels, at, holidays);
  const { visit } = draft;
  if (!visit) return { earliest: null, p80: null, trip: null, inTime: undefined, notes: [] };
  const way = { there: trip?.minutes ?? 0, back: trip?.backMinutes ?? 0 };
  const quick = { ready: earliest, way, workMinutes: visit.workMinutes + visit.waitMinutes };
  const slow = { ready: p80, way, workMinutes: visit.p80Minutes };
  const inTime = reserved !== null && !isAfter(earliest, reserved);
  const surely = reserved !== null && !isAfter(p80, reserved);
  const wished = reserved === null && asked ? firstVisit(gaps, { ...quick, asked }) : null;
  const first = inTime ? { at: reserved, gap: null } : (wished ?? firstVisit(gaps, quick));
  const last = surely
    ? { at: reserved }
    : ((wished && firstVisit(gaps, { ...slow, asked })) ?? firstVisit(gaps, slow));
  const notes = [
    ...(reserved !== null && !inTime
      ? [`Not here by the appointment: ${wordsOf(earliest, at.day)} at the earliest.`]
      : []),
    ...(inTime && !surely
      ? [`One order of five comes after the appointment; four in five by ${formatDay(p80.day, at.day)}.`]
      : []),
    ...(reserved === null && asked && !wished
      ? [
          `Not ready by ${wordsOf({ day: asked.day, hour: asked.by }, at.day)}${first ? `: ${wordsOf(first.at, at.day)} at the earliest` : ''}.`,
        ]
      : []),
    ...(gaps.length > 0 && (first === null || last === null)
      ? ['The van has no free time of this length in the days looked at.']
      : []),
  ];
  return {
    earliest: first?.at ?? null,
    p80: last?.at ?? null,
    trip: first?.gap?.trip ?? trip,
    inTime: reserved === null && asked === null ? undefined : inTime || wished !== null,
    notes,
  };
}

function isAfter(one: LocalMoment, other: LocalMoment): boolean {
  return one.day > other.day || (one.day === other.day && one.hour > other.hour);
}

/** 'Thu 4 Mar 08:10' */
function wordsOf({ day, hour }: LocalMoment, today: LocalDay): string {
  return `${formatDay(day, today)} ${hour}`;
}

/**
 * What is likely to fail at the car before it works: the attempts that follow in the order, and the remote learned again;
 * the shop's own time and cash, on average.
 */
function failingOf(
  { route, visit }: Draft,
  { keys }: QuoteRequest,
  { ways }: KeyState,
): {
  readonly minutes: number;
  readonly costs: readonly { readonly label: string; readonly minor: number }[];
} {
  const way = visit ? ways[route] : undefined;
  if (!way) return { minutes: 0, costs: [] };
  const fails = way.firstTry ? 1 - way.firstTry.works : 0;
  const again = way.remote ? (1 - way.remote.chance) * remoteMinutes(way.remote, keys) : 0;
  const cash = Math.round(fails * (way.firstTry?.cashMinor ?? 0));
  const pin = way.pin?.further ?? { minutes: 0, minor: 0 };
  return {
    minutes: Math.round(fails * (way.firstTry?.minutes ?? 0) + again + pin.minutes),
    costs: [
      { label: 'Further attempts where the first fails, on average', minor: cash },
      { label: 'Further sources of the PIN, on average', minor: pin.minor },
    ].filter(({ minor }) => minor > 0),
  };
}

/** Whether the first attempt works, as the order of attempts says it, and what is tried next. */
function firstTryRests({ firstTry }: Partial<Pick<QuoteWay, 'firstTry'>>): string[] {
  if (!firstTry) return [];
  const next = firstTry.next === null ? '' : `, then ${routeWord(firstTry.next)}`;
  return [`at the car the first try works in ${formatProbability(firstTry.works)}${next}`];
}

function comebackOf(
  draft: Draft,
  request: QuoteRequest,
  state: KeyState,
  totalMinor: number,
  visit: Visit,
  snapshot: QuoteSnapshot,
): Comeback {
  const { bornBy, risk, sources, againMinor, againCustomerMinor } = draft;
  const articles = sources.map((source) => sourceChance(source, snapshot.outcomes));
  const basisPoints = anyOf([...articles.map((one) => one.basisPoints), risk.basisPoints]);
  const byShop = bornBy === 'shop';
  const credit = state.ways[draft.route]?.credit?.useMinor ?? 0;
  const driving = draft.visit ? drivingCost(visit.trip, snapshot.rules) : 0;
  const shopMinor = byShop ? againMinor + credit + driving : 0;
  const minutes = byShop ? visitMinutes(draft, request, visit) + draft.shopMinutes : 0;
  const customerMinor = bornBy === 'customer' ? (againCustomerMinor ?? totalMinor) : 0;
  const expected = (value: number) => scaleMinor(value, basisPoints, 10_000);
  return {
    basisPoints,
    percent: percentShown(basisPoints),
    rests: [
      ...articles.map(({ rests }) => rests),
      risk.rests,
      ...(draft.visit ? firstTryRests(state.ways[draft.route] ?? {}) : []),
    ],
    bornBy,
    customerMinor,
    shopMinor,
    minutes,
    expectedCustomerMinor: expected(customerMinor),
    expectedShopMinor: expected(shopMinor),
    expectedMinutes: expected(minutes),
  };
}
