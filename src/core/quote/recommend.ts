import type { Application, Ignition } from '@/core/catalogue/application';
import type { Platform } from '@/core/catalogue/platform';
import type { Job } from '@/core/job/job';
import type { LocalMoment } from '@/core/kinds/local-time';
import type { DistanceUnit } from '@/core/kinds/units';
import { type Advice, adviseRoute } from '@/core/programming/advice';
import type { Habits } from '@/core/programming/choices';
import { drives, type KeySituation, knownInHand, worksInHand } from '@/core/programming/keys';
import { keysAtLeast } from '@/core/programming/keys-at-least';
import { mendOf } from '@/core/programming/mends';
import { onlyByModule } from '@/core/programming/only-by-module';
import {
  type DealerOffer,
  methodOf,
  type Route,
  type RouteKind,
  type RouteMoney,
  type RouteRecord,
  type RouteRequest,
} from '@/core/programming/route';
import { findRoutes } from '@/core/programming/routes';
import type { VanKit } from '@/core/programming/van-kit';
import { cuttingArticle, cuttingKind } from './cut';
import { besideState, keyStateOf, laterStates } from './key-states';
import type { OptionKind } from './option-kinds';
import { dealerTotalMinor, firstOption, plainOptions, quoteOf } from './options';
import type { PriceLists, Pricing } from './pricing';
import type { KeyArticles, KeyState, Quote, QuoteOption, QuoteRequest, QuoteSnapshot } from './quote';

/** What the shop states that a recommendation reckons with. */
export interface ShopTerms {
  readonly currency: string;
  readonly quoteValidDays: number;
  readonly distanceUnit: DistanceUnit;
  /** What the shop states that working on the only key, and leaving stolen keys live, is worth to avoid. */
  readonly onlyKeyHarmMinor: number;
  readonly stolenLiveHarmMinor: number;
  /** What it is worth not to erase a key that is kept elsewhere. */
  readonly awayKeyHarmMinor: number;
  readonly habits: Habits;
}

/** A van with what it has on board, and the kinds of blade its machine cuts. */
export interface QuotedVan extends Omit<VanKit, 'day'> {
  readonly cuts: readonly string[];
}

/** What a recommendation rests on beside the job and the car, loaded once. */
export interface RecommendationGrounds {
  readonly shop: ShopTerms;
  readonly now: LocalMoment;
  readonly van: QuotedVan | undefined;
  /** Undefined where the day has no price book. */
  readonly pricing: Pricing | undefined;
  /** Attempts so far, by platform. */
  readonly records: Readonly<Record<string, readonly RouteRecord[]>>;
  /** A PIN is among the secrets of the job. */
  readonly hasPin: boolean;
  /** A key code or a bitting is. */
  readonly hasCode: boolean;
  /** There is a VIN, and nothing speaks against its being this car's: a code by it can be bought. */
  readonly vinFits: boolean;
}

export interface PricedQuote extends Quote {
  readonly request: QuoteRequest;
  readonly snapshot: QuoteSnapshot;
}

/** The routes of a job on one car, the advised one, and what the options come to. */
export interface Recommendation {
  readonly situation: KeySituation;
  /** What the routes were found for; undefined where platform or van is not known. */
  readonly request: RouteRequest | undefined;
  readonly routes: readonly Route[];
  readonly advice: Advice | undefined;
  readonly quote: PricedQuote | undefined;
}

export function recommend(
  job: Job,
  application: Application | undefined,
  platform: Platform | undefined,
  grounds: RecommendationGrounds,
): Recommendation {
  const found = routesFor(job, application, platform, grounds);
  const { request } = found;
  const byHand = application ? undefined : handQuote(job, grounds, found);
  if (byHand) return { ...found, quote: byHand };
  const priced = priceable(job, application, grounds, found);
  if (!request || !priced) return { ...found, quote: undefined };
  const one = forOne(job, application, grounds, found) ?? request;
  const snapshot = { ...priced.snapshot, ...laterStates(one) };
  return { ...found, quote: { request: priced.request, snapshot, ...quoteOf(priced.request, snapshot) } };
}

/** What would be made for a car, and what it comes to. */
export interface CarDecision {
  readonly advice: Advice | undefined;
  /** None where there is no route or no price. */
  readonly options: readonly QuoteOption[];
  /** What the option to say first comes to. */
  readonly totalMinor: number | undefined;
}

/** The advised route of a car and what the options come to: what tells candidates apart. */
export function decisionOf(
  job: Job,
  application: Application,
  platform: Platform | undefined,
  grounds: RecommendationGrounds,
): CarDecision {
  const found = routesFor(job, application, platform, grounds);
  const priced = priceable(job, application, grounds, found);
  const options = priced ? plainOptions(priced.request, priced.snapshot) : [];
  return { advice: found.advice, options, totalMinor: firstOption(options)?.totalMinor };
}

type RoutesFor = Omit<Recommendation, 'quote'>;

function routesFor(
  job: Job,
  application: Application | undefined,
  platform: Platform | undefined,
  grounds: RecommendationGrounds,
): RoutesFor {
  const asked = situationOf(job, platform);
  const askedRequest = routeRequest(job, application, platform, asked, grounds);
  const wanted = askedRequest ? keysAtLeast(askedRequest) : asked.wanted;
  const situation = wanted === asked.wanted ? asked : { ...asked, wanted };
  const request =
    wanted === asked.wanted ? askedRequest : routeRequest(job, application, platform, situation, grounds);
  const routes = request ? findRoutes(request) : [];
  return { situation, request, routes, advice: request && adviseRoute(routes, request) };
}

/** What is asked and loaded for a quote, without what comes later; undefined where there is no route or no price. */
function priceable(
  job: Job,
  application: Application | undefined,
  grounds: RecommendationGrounds,
  found: RoutesFor,
): { readonly request: QuoteRequest; readonly snapshot: QuoteSnapshot } | undefined {
  const { situation, request, routes, advice } = found;
  const opens = mustBeOpened(job, situation);
  const kind = job.route ?? advice?.kind ?? (opens ? 'noProgramming' : undefined);
  const { pricing } = grounds;
  if (!application || !request || !pricing || kind === undefined) return undefined;
  const held = {
    allKeysLost: knownInHand(situation).length === 0,
    drives: drives(situation, application.ignition),
    hasPin: grounds.hasPin,
    cutFrom: cutFromOf(situation, grounds),
  };
  return {
    request: { ...quoteRequest(job, pricing, situation.wanted), ...(opens && { opens }) },
    snapshot: {
      ...snapshotOf(application, grounds, pricing),
      now: keyStateOf(request, routes, kind, held),
      ...(isFault(job) &&
        situation.wanted === 0 && {
          beside: besideState(forOne(job, application, grounds, found) ?? request, held),
        }),
      later: null,
      lost: null,
    },
  };
}

function quoteRequest(job: Job, pricing: Pricing, wanted: number): QuoteRequest {
  const { terms } = job;
  const mends = job.keys.flatMap((key) => mendOf(key) ?? []);
  return {
    keys: wanted,
    ...(wanted > job.keysWanted && { keysAsked: job.keysWanted }),
    repairs: mends.length,
    mends,
    forFault: isFault(job),
    ...(job.call.used && { used: true }),
    book: terms.book ?? pricing.lists.rules.style,
    prefer: terms.prefer,
    visit: pricing.visit,
    ...(pricing.asked && { asked: pricing.asked }),
    flexible: terms.flexible,
    waitsFilled: terms.waitsFilled,
    ...(terms.hand && { hand: terms.hand }),
    ...(terms.works.length > 0 && { works: terms.works }),
    agreed:
      terms.agreedOption === null || terms.agreedMinor === null
        ? null
        : { kind: terms.agreedOption as OptionKind, minor: terms.agreedMinor },
  };
}

/** The quote of a car that the library does not know: what is written by hand, with trip, hour and tax. */
function handQuote(
  job: Job,
  grounds: RecommendationGrounds,
  { situation }: RoutesFor,
): PricedQuote | undefined {
  const { pricing } = grounds;
  if (!pricing || !(job.terms.hand || job.terms.works.length > 0)) return undefined;
  const request = quoteRequest(job, pricing, job.keysWanted);
  const allKeysLost = knownInHand(situation).length === 0;
  const snapshot: QuoteSnapshot = {
    ...snapshotOf(undefined, grounds, pricing),
    unknownCar: true,
    now: {
      route: 'noProgramming',
      ways: {},
      order: [],
      allKeysLost,
      drives: true,
      missing: { low: 0, high: 0 },
    },
    later: null,
    lost: null,
  };
  return { request, snapshot, ...quoteOf(request, snapshot) };
}

/** What the routes are found for with one new key wanted, where none is: what the dealer takes follows from it. */
function forOne(
  job: Job,
  application: Application | undefined,
  grounds: RecommendationGrounds,
  { request, situation }: RoutesFor,
): RouteRequest | undefined {
  if (situation.wanted > 0) return request;
  return routeRequest(job, application, request?.platform, { ...situation, wanted: 1 }, grounds);
}

/** Whether the car is locked and no key that is at hand outside of it opens it. */
function mustBeOpened({ call }: Job, situation: KeySituation): boolean {
  return call.why === 'keysInside' || (call.access === 'locked' && !worksInHand(situation));
}

/** Where the cut of a new key comes from: a key in hand, whatever the car thinks of it, else a code, else the car itself. */
function cutFromOf(
  { keys }: KeySituation,
  { hasCode, vinFits }: RecommendationGrounds,
): NonNullable<KeyState['cutFrom']> {
  if (keys.some(({ presence, madeHere, blade }) => presence === 'here' && !madeHere && blade !== 'uncut'))
    return 'key';
  if (hasCode) return 'code';
  return vinFits ? 'vin' : 'lock';
}

/** Whether a fault of a key made them call, and not the wish for one more. */
function isFault({ call: { why } }: Job): boolean {
  return why !== null && why !== 'lost' && why !== 'stolen' && why !== 'spare' && why !== 'keysInside';
}

export function situationOf(
  job: Pick<Job, 'keys' | 'identities' | 'log' | 'keysWanted'>,
  platform: Platform | undefined,
): KeySituation {
  const cannotSay = platform?.count === 'cannotSay';
  return {
    keys: job.keys,
    identities: job.identities,
    memory: {
      knownCount: job.log.countBefore ?? (cannotSay ? 'cannotSay' : 'notRead'),
      maximum: platform?.slotsMaximum ?? 0,
      minimum: platform?.slotsMinimum ?? 0,
      ...(platform?.slotsMaximum === 0 && { none: true }),
    },
    wanted: job.keysWanted,
  };
}

function routeRequest(
  job: Job,
  application: Application | undefined,
  platform: Platform | undefined,
  situation: KeySituation,
  { van, now, shop, pricing, records }: RecommendationGrounds,
): RouteRequest | undefined {
  if (!platform || !van) return undefined;
  return {
    platform,
    situation,
    van: { ...van, day: now.day },
    market: job.call.market ?? application?.market ?? null,
    stolen: job.keys.some(({ presence }) => presence === 'stolen') || job.call.why === 'stolen',
    chosen: chosenOf(job, shop),
    withRemote: application === undefined || application.remote !== null,
    failed: failedRoutes(job),
    network: job.network,
    built: builtOf(job, application),
    record: records[platform.id] ?? [],
    money: moneyOf(pricing?.lists, shop),
    dealer:
      application && pricing
        ? dealerOf(platform, situation, application.ignition, articlesOf(application), {
            ...pricing.lists,
            towKm: pricing.towKm,
          })
        : null,
  };
}

/** Ways of the platform that were tried in this job and failed; one that was stopped may still be taken again. */
function failedRoutes({ log }: Job): RouteKind[] {
  const failed = log.attempts.filter(({ result, route }) => result === 'failed' && methodOf(route));
  return [...new Set(failed.map(({ route }) => route))];
}

/** What the shop reckons with when it weighs routes. */
export function moneyOf(
  lists: Pick<PriceLists, 'rules' | 'bureauFeeMinor' | 'prices'> | undefined,
  { onlyKeyHarmMinor, stolenLiveHarmMinor, awayKeyHarmMinor }: ShopTerms,
): RouteMoney {
  return {
    rateMinor: lists?.rules.rateMinor ?? 0,
    bureauFeeMinor: lists?.bureauFeeMinor ?? 0,
    onlyKeyHarmMinor,
    stolenLiveHarmMinor,
    awayKeyHarmMinor,
    articleMinor: lowestNew(lists?.prices ?? []),
  };
}

/** The lowest price of each article that is sold new. */
function lowestNew(prices: PriceLists['prices']): Record<string, number> {
  const found: Record<string, number> = {};
  for (const { article, priceMinor, condition } of prices)
    if (condition === 'new') found[article] = Math.min(priceMinor, found[article] ?? priceMinor);
  return found;
}

/** What was chosen on the job; where it was not, the shop's habit. */
function chosenOf({ choices }: Job, { habits }: ShopTerms): RouteRequest['chosen'] {
  const habit = Object.entries(habits).filter(([, answer]) => answer !== 'advised');
  return Object.fromEntries([...habit, ...choices.map(({ question, choice }) => [question, choice])]);
}

/**
 * The dealer as the end of the line; null where there is none or it has no price. Where no key works the car is towed.
 * @param articles of the key; none where the car is not known, so that only the work is counted
 */
export function dealerOf(
  platform: Platform,
  situation: KeySituation,
  ignition: Ignition | null,
  articles: readonly string[],
  grounds: Omit<PriceLists, 'bureauFeeMinor' | 'codeService'> & { readonly towKm: number | null },
): DealerOffer | null {
  const { dealer } = grounds;
  const tow = !drives(situation, ignition);
  const work = {
    keys: situation.wanted,
    articles,
    programs: platform.chipFamily !== 'none' && platform.chipFamily !== 'PEL',
    module: onlyByModule(platform, situation),
  };
  const total = (towed: boolean) => dealerTotalMinor({ ...work, tow: towed }, grounds);
  const totalMinor = total(tow);
  return dealer && totalMinor !== undefined
    ? {
        name: dealer.name,
        totalMinor,
        workingDays: dealer.workingDays,
        tow,
        towMinor: (total(true) ?? totalMinor) - totalMinor,
      }
    : null;
}

/** When the car was built: the month as found or answered, else the years of its candidate. */
function builtOf(job: Job, application: Application | undefined): RouteRequest['built'] {
  const month =
    job.facts.find(({ kind }) => kind === 'buildMonth')?.value ??
    job.given.find(({ kind, answer }) => kind === 'buildMonth' && answer === 'seen')?.value;
  if (month && /^\d{4}-\d{2}$/.test(month)) return { from: month, to: month };
  if (!application) return null;
  const { from, to } = application.span;
  const two = (value: number) => String(value).padStart(2, '0');
  return { from: `${from.year}-${two(from.month ?? 1)}`, to: `${to.year}-${two(to.month ?? 12)}` };
}

const noArticles: KeyArticles = { blank: '', remote: null, chip: null, equivalents: [], universals: [] };

function snapshotOf(
  application: Application | undefined,
  { shop, now, van }: RecommendationGrounds,
  pricing: Pricing,
): Omit<QuoteSnapshot, 'now' | 'later' | 'lost'> {
  const { lists, account, coupon, trip, towKm, gaps, holidays, stock, waitingSavesMinutes } = pricing;
  const articles = application ? pricing.articlesFor(application) : noArticles;
  const profile = application?.keyway.profile ?? '';
  const kind = cuttingKind(profile);
  return {
    at: now,
    currency: shop.currency,
    distanceUnit: shop.distanceUnit,
    quoteValidDays: shop.quoteValidDays,
    rules: lists.rules,
    taxBasisPoints: lists.taxBasisPoints,
    van: van?.name ?? '',
    articles,
    prices: lists.prices,
    stock,
    cutting: { own: van?.cuts.includes(kind) ?? false, article: cuttingArticle(profile), profile },
    dealer: lists.dealer,
    codeService: lists.codeService,
    trip,
    towKm,
    gaps,
    holidays,
    outcomes: lists.outcomes,
    account,
    coupon,
    waitingSavesMinutes,
  };
}

/** The articles of one key: a remote carries its chip. */
export function articlesOf({ blank, chip, remote }: Application): string[] {
  return [...(remote ? [remote.article] : chip ? [chip.article] : []), blank];
}
