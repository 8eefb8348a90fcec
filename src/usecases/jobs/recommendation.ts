import type { Application } from '@/core/catalogue/application';
import type { Platform } from '@/core/catalogue/platform';
import type { Job } from '@/core/job/job';
import type { LocalMoment } from '@/core/kinds/local-time';
import { type KeySituation, knownInHand } from '@/core/programming/keys';
import type { Route } from '@/core/programming/route';
import { type Advice, adviseRoute, findRoutes, keysToLearn } from '@/core/programming/routes';
import { quoteOptions } from '@/core/quote/options';
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
}

/** The routes of a job on one car, the advised one, and what the options come to. */
export interface Recommendation {
  readonly situation: KeySituation;
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
  const { van, now } = grounds;
  const situation = situationOf(job, platform);
  const request = platform &&
    van && { platform, situation, van: { ...van, day: now.day }, stolen: job.call.why === 'stolen' };
  const routes = request ? findRoutes(request) : [];
  const advice = request && adviseRoute(routes, request);
  const quote = application && quoteOf(job, application, situation, grounds, advice);
  return { situation, routes, advice, quote };
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

function quoteOf(
  job: Job,
  application: Application,
  situation: KeySituation,
  { shop, now, prices }: RecommendationGrounds,
  advice: Advice | undefined,
): Recommendation['quote'] {
  const route = job.route ?? advice?.kind;
  if (route === undefined || !prices) return undefined;
  const articles = articlesOf(application);
  const request: QuoteRequest = {
    route,
    keys: job.keysWanted,
    keysAgain: keysToLearn(situation, route) - situation.wanted,
    allKeysLost: knownInHand(situation).length === 0,
    articles,
  };
  const snapshot: QuoteSnapshot = {
    at: now,
    currency: shop.currency,
    quoteValidDays: shop.quoteValidDays,
    ...prices,
    prices: prices.prices.filter(({ article }) => articles.includes(article)),
    trip: tripTo(job.call),
  };
  return { request, snapshot, options: quoteOptions(request, snapshot) };
}

/** The articles of one key: a remote carries its chip. */
export function articlesOf({ blank, chip, remote }: Application): string[] {
  return [blank, ...(remote ? [remote.article] : chip ? [chip.article] : [])];
}

/** The lowest total of the options that can be had. */
export function cheapest(options: readonly QuoteOption[]): number | undefined {
  const totals = options.flatMap((option) => (option.available ? [option.totalMinor] : []));
  return totals.length === 0 ? undefined : Math.min(...totals);
}
