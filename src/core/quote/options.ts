import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import { daysBetween, formatDay, type LocalMoment } from '@/core/kinds/local-time';
import { scaleMinor } from '@/core/kinds/money';
import { moreKeysNote } from '@/core/programming/keys-at-least';
import { makesKey } from '@/core/programming/route';
import { arrivalOf } from '@/core/supply/arrival';
import type { Trip } from '@/core/travel/trip';
import { findBeaten, fullerThan } from './beaten';
import { type DealerGrounds, type DealerWork, dealerLines } from './drafts/dealer';
import type { Draft } from './drafts/draft';
import { earningsOf } from './earnings';
import { hourRuleAt } from './hour';
import { sum } from './lines';
import { isOwn, isSold, type OptionKind, optionKinds, sourcingOptions } from './option-kinds';
import { askedOf, type Priced, priceNow, priceOption, type Visit } from './priced';
import type { Available, KeyState, Quote, QuoteOption, QuoteRequest, QuoteSnapshot } from './quote';
import { secondKeyOf } from './second-key';
import { taxLines } from './tax';

/**
 * Every sourcing option of a quote with what it costs the customer and earns the shop, or why it does not exist; and
 * what one more key would be. A function of its two arguments.
 */
export function quoteOf(request: QuoteRequest, snapshot: QuoteSnapshot): Quote {
  const compared = withBeaten(
    optionKinds.map((kind) => {
      const priced = priceNow(kind, request, snapshot);
      if (!priced.ok) return { kind, available: false, reason: priced.reason };
      return {
        ...optionOf(kind, request, snapshot, priced),
        furtherKeyMinor: furtherKeyOf(kind, request, snapshot, priced.totalMinor),
        earnings: priced.charged.length === 0 ? null : earningsOf(priced.charged, priced.basis, snapshot),
      };
    }),
  );
  return {
    options: compared,
    secondKey: secondKeyOf(compared, request, snapshot),
    otherTime: otherTimeOf(compared, request, snapshot),
  };
}

/** The option to say first at the first ordinary hour, where the hour that was asked for costs more. */
function otherTimeOf(
  options: readonly QuoteOption[],
  request: QuoteRequest,
  snapshot: QuoteSnapshot,
): Quote['otherTime'] {
  const first = firstOption(options);
  const unusual = (visit: LocalMoment) => hourRuleAt(snapshot.rules.hours, visit, snapshot.holidays);
  if (!request.asked || request.visit !== null || !first?.visit || !unusual(first.visit)) return null;
  const priced = priceNow(first.kind, { ...request, asked: null }, snapshot);
  if (!priced.ok || !priced.visit.earliest || unusual(priced.visit.earliest)) return null;
  return { kind: first.kind, visit: priced.visit.earliest, totalMinor: priced.totalMinor };
}

/** The options as they are priced and compared, without what one more key and another price would be. */
export function plainOptions(request: QuoteRequest, snapshot: QuoteSnapshot): QuoteOption[] {
  return withBeaten(
    optionKinds.map((kind): QuoteOption => {
      const priced = priceNow(kind, request, snapshot);
      return priced.ok
        ? optionOf(kind, request, snapshot, priced)
        : { kind, available: false, reason: priced.reason };
    }),
  );
}

function withBeaten(options: readonly QuoteOption[]): QuoteOption[] {
  const beaten = findBeaten(options);
  return options.map((one) => {
    if (!one.available) return one;
    const fuller = fullerThan(one, options);
    return { ...one, ...(fuller && { fuller }), worseThan: beaten.get(one.kind) ?? null };
  });
}

/** An option as it is priced; what one more key and another price would be is left out. */
function optionOf(
  kind: OptionKind,
  request: QuoteRequest,
  snapshot: QuoteSnapshot,
  priced: Priced,
): Available {
  const { draft, visit, lines, totalMinor, comeback } = priced;
  const { rules, at, holidays } = snapshot;
  const { keys } = askedOf(kind, request, snapshot).request;
  const arrival = arrivalOf(draft.parcels, at, holidays);
  const earliestOn = visit.earliest?.day ?? arrival.earliest.day;
  const p80On = [earliestOn, visit.p80?.day ?? arrival.p80.day].sort().at(-1) ?? earliestOn;
  return {
    kind,
    available: true,
    route: draft.route,
    answers: answersCall(kind, request),
    ...(keys !== request.keys && { keys }),
    ...(request.used && kind === 'shopRefurbished' && { asked: true }),
    lines,
    netMinor: sum(lines.map(({ netMinor }) => netMinor)),
    taxMinor: sum(lines.map(({ taxMinor }) => taxMinor)),
    totalMinor,
    depositMinor: depositOf(priced, snapshot),
    furtherKeyMinor: null,
    visit: visit.earliest,
    trip: visit.trip,
    ...(visit.inTime !== undefined && { inTime: visit.inTime }),
    leadMinor:
      totalMinor + scaleMinor(comeback.customerMinor + rules.rateMinor, comeback.basisPoints, 10_000),
    daysRest: daysRestOn(draft, arrival, visit, at),
    comes: draft.parcels.length === 0 ? null : { on: arrival.earliest.day, ordered: draft.ordered },
    earliestOn,
    p80On,
    earliestDays: daysBetween(at.day, earliestOn),
    p80Days: daysBetween(at.day, p80On),
    comeback,
    sources: draft.sources,
    warrantyMonths: rules.warrantyMonths[kind] ?? 0,
    earnings: null,
    reserves: draft.reserves,
    ...(draft.about !== undefined && { about: draft.about }),
    ...(draft.lost && draft.lost.length > 0 && { lost: draft.lost }),
    notes: [
      ...(keys === request.keys
        ? []
        : ['Beside the repair: note on the ring that a new key is wanted when it is taken.']),
      ...(makesKey(draft.route) ? moreKeysNote(request) : []),
      ...draft.notes,
      ...visit.notes,
    ],
    stale: draft.stale,
    worseThan: null,
  };
}

/** What the day it is ready by rests on, and the day four in five are. */
function daysRestOn(
  { parcels }: Draft,
  { earliest, p80 }: ReturnType<typeof arrivalOf>,
  visit: Visit,
  at: LocalMoment,
): string[] {
  const words = ({ day, hour }: LocalMoment) => `${formatDay(day, at.day)} ${hour}`;
  return [
    parcels.length === 0
      ? 'Nothing has to come first.'
      : `${parcels.length === 1 ? 'The parcel comes' : `All ${parcels.length} parcels have come`} ${words(earliest)} at the earliest, four in five by ${words(p80)}${parcels.length > 1 ? ', which is the chance that all are there' : ''}.`,
    ...(visit.earliest ? [`The van’s first time after that is ${words(visit.earliest)}.`] : []),
    ...(visit.p80 ? [`Four in five by ${words(visit.p80)}.`] : []),
  ];
}

/** Whether an option gives what the call is about: a key, a repair, or an open door. */
function answersCall(kind: OptionKind, { forFault, keys }: QuoteRequest): boolean {
  if (kind === 'shopOpens') return keys === 0;
  if (kind === 'shopByHand') return true;
  return sourcingOptions[kind].newKey || forFault || keys === 0;
}

/** What is paid ahead of the shop's part: where something is ordered for this car, and the customer has no account. */
function depositOf({ draft, lines }: Priced, { rules, account }: QuoteSnapshot): number {
  if (!draft.ordered || account) return 0;
  const shop = lines.filter(({ payee }) => payee === 'shop');
  return scaleMinor(
    sum(shop.map(({ netMinor, taxMinor }) => netMinor + taxMinor)),
    rules.depositPercent,
    100,
  );
}

/** One more key at the margin of the same session: the difference of two whole quotes. */
function furtherKeyOf(
  kind: OptionKind,
  request: QuoteRequest,
  snapshot: QuoteSnapshot,
  totalMinor: number,
): number | null {
  const { request: own, state } = askedOf(kind, request, snapshot);
  if (!sourcingOptions[kind].newKey || own.keys >= mostKeysWanted) return null;
  const more = priceOption(kind, { ...own, keys: own.keys + 1, agreed: null }, state, snapshot);
  if (!more.ok) return null;
  const now = request.agreed?.kind === kind ? listTotal(kind, own, state, snapshot) : totalMinor;
  return now === null ? null : more.totalMinor - now;
}

/** The total of an option by the shop's own prices; null where it does not exist. */
export function listTotal(
  kind: OptionKind,
  request: QuoteRequest,
  state: KeyState,
  snapshot: QuoteSnapshot,
): number | null {
  const priced = priceOption(kind, { ...request, agreed: null }, state, snapshot);
  return priced.ok ? priced.totalMinor : null;
}

/** What the dealer takes in all; undefined where there is none or it has no price. */
export function dealerTotalMinor(
  work: DealerWork,
  grounds: DealerGrounds & Pick<QuoteSnapshot, 'taxBasisPoints'>,
): number | undefined {
  const found = dealerLines(work, grounds);
  if (!found.ok) return undefined;
  const lines = taxLines(found.lines, grounds.taxBasisPoints, grounds.rules.taxIncluded);
  return sum(lines.map(({ netMinor, taxMinor }) => netMinor + taxMinor));
}

/** The options that can be had, the cheapest first. */
export function availableOf(options: readonly QuoteOption[]): Available[] {
  return options
    .filter((one): one is Available => one.available)
    .sort((a, b) => a.totalMinor - b.totalMinor || (a.kind < b.kind ? -1 : 1));
}

/**
 * The option to say first: the one the customer asked for where it can be had; else, of the shop's own that answer the call
 * and nothing beats, one that keeps the time that is reserved or asked for, and of these the one that comes to least with
 * its price and the chance of a comeback times what one costs the customer, an hour of his own among it. Where there is
 * none, the cheapest of all such.
 */
export function firstOption(options: readonly QuoteOption[]): Available | undefined {
  const available = availableOf(options);
  const asked = available.find((one) => one.asked);
  if (asked) return asked;
  const stands = available.filter(({ answers, worseThan }) => answers && worseThan === null);
  const own = stands.filter(({ kind }) => isOwn(kind));
  const timely = own.filter(({ inTime }) => inTime !== false);
  const [first] = [...(timely.length > 0 ? timely : own)].sort((a, b) => leads(a) - leads(b));
  return first ?? stands[0] ?? available[0];
}

/** From where the van comes for an option; quotes of earlier times know one trip for all. */
export function tripOf(option: Available | undefined, { trip }: Pick<QuoteSnapshot, 'trip'>): Trip | null {
  return option?.trip ?? trip;
}

/** Whether somebody must show who he is and what right he has to the car: not for a mended key, nor for what others sell. */
export function wantsPapers({ route, kind }: Pick<Available, 'route' | 'kind'>): boolean {
  return route !== 'repair' && isSold(kind);
}

function leads({ leadMinor, totalMinor }: Available): number {
  return leadMinor ?? totalMinor;
}
