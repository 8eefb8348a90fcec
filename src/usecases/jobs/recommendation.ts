import type { Application } from '@/core/catalogue/application';
import type { Platform } from '@/core/catalogue/platform';
import type { Job } from '@/core/job/job';
import type { LocalMoment } from '@/core/kinds/local-time';
import { type Advice, adviseRoute } from '@/core/programming/advice';
import { type KeySituation, knownInHand } from '@/core/programming/keys';
import { keysToLearn } from '@/core/programming/keys-to-learn';
import {
  type DeskOffer,
  othersEffect,
  type Route,
  type RouteMoney,
  type RouteRecord,
  type RouteRequest,
} from '@/core/programming/route';
import { findRoutes } from '@/core/programming/routes';
import { deskTotalMinor, quoteOptions } from '@/core/quote/options';
import type { QuoteOption, QuoteRequest, QuoteSnapshot } from '@/core/quote/quote';
import { tripTo } from '@/core/quote/trip';
import type { PriceLists } from '@/data/prices';
import type { ShopRow } from '@/data/shop';
import type { VanRow } from '@/data/vans';

/** What a recommendation rests on beside the job and the car, loaded once. */
export interface RecommendationGrounds {
  readonly shop: ShopRow;
  readonly now: LocalMoment;
  readonly van: VanRow | undefined;
  /** Undefined where the day has no price book. */
  readonly prices: PriceLists | undefined;
  /** Attempts so far, by platform. */
  readonly records: Readonly<Record<string, readonly RouteRecord[]>>;
}

/** The routes of a job on one car, the advised one, and what the options come to. */
export interface Recommendation {
  readonly situation: KeySituation;
  /** What the routes were found for; undefined where platform or van is not known. */
  readonly request: RouteRequest | undefined;
  readonly routes: readonly Route[];
  readonly advice: Advice | undefined;
  readonly quote:
    | {
        readonly request: QuoteRequest;
        readonly snapshot: QuoteSnapshot;
        readonly options: readonly QuoteOption[];
      }
    | undefined;
}

export function recommend(
  job: Job,
  application: Application | undefined,
  platform: Platform | undefined,
  grounds: RecommendationGrounds,
): Recommendation {
  const situation = situationOf(job, platform);
  const snapshot = application && snapshotOf(job, application, grounds);
  const articles = application ? articlesOf(application) : [];
  const request = routeRequest(job, application, platform, situation, grounds, snapshot, articles);
  const routes = request ? findRoutes(request) : [];
  const advice = request && adviseRoute(routes, request);
  const kind = job.route ?? advice?.kind;
  if (!snapshot || kind === undefined) return { situation, request, routes, advice, quote: undefined };
  const asked: QuoteRequest = {
    route: kind,
    keys: job.keysWanted,
    keysAgain: keysToLearn(situation, othersEffect(kind, platform)) - situation.wanted,
    allKeysLost: knownInHand(situation).length === 0,
    articles,
  };
  const quote = { request: asked, snapshot, options: quoteOptions(asked, snapshot) };
  return { situation, request, routes, advice, quote };
}

export function situationOf(job: Job, platform: Platform | undefined): KeySituation {
  const cannotSay = platform?.count === 'cannotSay';
  return {
    keys: job.keys,
    identities: job.identities,
    memory: {
      knownCount: job.log.countBefore ?? (cannotSay ? 'cannotSay' : 'notRead'),
      maximum: platform?.slotsMaximum ?? 0,
      minimum: platform?.slotsMinimum ?? 0,
    },
    wanted: job.keysWanted,
  };
}

function routeRequest(
  job: Job,
  application: Application | undefined,
  platform: Platform | undefined,
  situation: KeySituation,
  { van, now, shop, prices, records }: RecommendationGrounds,
  snapshot: QuoteSnapshot | undefined,
  articles: readonly string[],
): RouteRequest | undefined {
  if (!platform || !van) return undefined;
  const money: RouteMoney = {
    rateMinor: prices?.book.rateMinor ?? 0,
    bureauFeeMinor: prices?.bureauFeeMinor ?? 0,
    onlyKeyHarmMinor: shop.onlyKeyHarmMinor,
    stolenLiveHarmMinor: shop.stolenLiveHarmMinor,
    articleMinor: cheapestOf(prices?.prices ?? []),
  };
  const allKeysLost = knownInHand(situation).length === 0;
  const asked: QuoteRequest = { route: 'desk', keys: job.keysWanted, keysAgain: 0, allKeysLost, articles };
  return {
    platform,
    situation,
    van: { ...van, day: now.day },
    market: job.call.market ?? application?.market ?? null,
    stolen: job.call.why === 'stolen',
    chosen: chosenOf(job, shop),
    network: job.network,
    built: builtOf(job, application),
    record: records[platform.id] ?? [],
    money,
    desk: snapshot ? deskOffer(asked, snapshot) : null,
  };
}

/** What was chosen on the job; where it was not, the shop's habit. */
function chosenOf({ choices }: Job, { habits }: ShopRow): RouteRequest['chosen'] {
  const habit = Object.entries(habits).filter(([, answer]) => answer !== 'advised');
  return Object.fromEntries([...habit, ...choices.map(({ question, choice }) => [question, choice])]);
}

function deskOffer(asked: QuoteRequest, snapshot: QuoteSnapshot): DeskOffer | null {
  const totalMinor = deskTotalMinor(asked, snapshot);
  const { desk } = snapshot;
  return desk && totalMinor !== undefined
    ? { name: desk.name, totalMinor, workingDays: desk.workingDays, tow: asked.allKeysLost }
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

function cheapestOf(prices: PriceLists['prices']): Record<string, number> {
  const found: Record<string, number> = {};
  for (const { article, priceMinor } of prices)
    found[article] = Math.min(priceMinor, found[article] ?? priceMinor);
  return found;
}

function snapshotOf(
  job: Job,
  application: Application,
  { shop, now, prices }: RecommendationGrounds,
): QuoteSnapshot | undefined {
  if (!prices) return undefined;
  const { bureauFeeMinor: _, ...lists } = prices;
  const articles = articlesOf(application);
  return {
    at: now,
    currency: shop.currency,
    quoteValidDays: shop.quoteValidDays,
    ...lists,
    prices: prices.prices.filter(({ article }) => articles.includes(article)),
    trip: tripTo(job.call),
  };
}

/** The articles of one key: a remote carries its chip. */
export function articlesOf({ blank, chip, remote }: Application): string[] {
  return [blank, ...(remote ? [remote.article] : chip ? [chip.article] : [])];
}

/** What the ways of platforms use up beside the key. */
export function articlesUsedUp(platforms: readonly Platform[]): string[] {
  return platforms.flatMap(({ methods }) =>
    methods.flatMap(({ article }) => (article === null ? [] : [article])),
  );
}

/** The lowest total of the options that can be had. */
export function cheapest(options: readonly QuoteOption[]): number | undefined {
  const totals = options.flatMap((option) => (option.available ? [option.totalMinor] : []));
  return totals.length === 0 ? undefined : Math.min(...totals);
}
