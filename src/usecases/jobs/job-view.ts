import type { Application } from '@/core/catalogue/application';
import type { Platform } from '@/core/catalogue/platform';
import { type Candidate, foldBelow, rankCandidates } from '@/core/identify/posterior';
import { authorityStage, carName, type Job } from '@/core/job/job';
import { type Station, stationsOf } from '@/core/job/stations';
import type { Actor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import type { KeySituation } from '@/core/programming/keys';
import { knownInHand } from '@/core/programming/keys';
import type { JobPlan } from '@/core/programming/plan';
import { deriveRing, type Ring } from '@/core/programming/ring';
import type { Route } from '@/core/programming/route';
import { type Advice, adviseRoute, findRoutes, keysToLearn } from '@/core/programming/routes';
import { quoteOptions } from '@/core/quote/options';
import type { QuoteOption, QuoteRequest, QuoteSnapshot } from '@/core/quote/quote';
import { tripTo } from '@/core/quote/trip';
import { findApplication, getPlatformOrThrow, listApplications } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { findJob } from '@/data/jobs';
import { readPriceLists } from '@/data/prices';
import { listQuotes, type QuoteRow } from '@/data/quotes';
import { getShopOrThrow, type ShopRow } from '@/data/shop';
import { listVans, type VanRow } from '@/data/vans';
import { database } from '../database';

/** A job with everything that is computed from it, for the screens. */
export interface JobView {
  readonly job: Job;
  readonly shop: ShopRow;
  readonly candidates: readonly Candidate[];
  /** The chosen candidate. */
  readonly application: Application | undefined;
  /** The platform of the chosen candidate, or of the likeliest one. */
  readonly platform: Platform | undefined;
  readonly situation: KeySituation;
  readonly ring: Ring;
  readonly vans: readonly VanRow[];
  readonly van: VanRow | undefined;
  readonly routes: readonly Route[];
  readonly advice: Advice | undefined;
  readonly quote:
    | {
        readonly request: QuoteRequest;
        readonly snapshot: QuoteSnapshot;
        readonly options: readonly QuoteOption[];
      }
    | undefined;
  readonly quotes: readonly QuoteRow[];
  readonly stations: readonly Station[];
  /** Local day and hour of this view. */
  readonly now: { readonly day: string; readonly hour: string };
}

export function readJobView(actor: Actor, number: number): Promise<JobView | undefined> {
  return jobViewIn(database(), actor, number);
}

/** The view inside a transaction, so that what is shown and what is stored come from the same state. */
export async function jobViewIn(db: Db, actor: Actor, number: number): Promise<JobView | undefined> {
  const job = await findJob(db, number);
  return job && computeView(db, actor, job);
}

/** Everything that follows from a job, also from one that is not stored yet. */
export async function computeView(db: Db, actor: Actor, job: Job): Promise<JobView> {
  const shop = await getShopOrThrow(db);
  const now = localMoment(actor.at, shop.zone);
  const candidates = await candidatesOf(db, job, shop);
  const application = job.applicationId === null ? undefined : await findApplication(db, job.applicationId);
  const likely = application ?? candidates[0]?.application;
  const platform = likely && (await getPlatformOrThrow(db, likely.platformId));
  const situation = situationOf(job, platform);
  const vans = await listVans(db);
  const van = vans.find(({ id }) => id === job.vanId) ?? vans[0];
  const request = platform &&
    van && { platform, situation, van: { ...van, day: now.day }, stolen: job.call.why === 'stolen' };
  const routes = request ? findRoutes(request) : [];
  const advice = request && adviseRoute(routes, request);
  const quote = likely && (await quoteOf(db, job, likely, situation, shop, now, advice));
  const quotes = await listQuotes(db, job.id);
  return {
    job,
    shop,
    candidates,
    application,
    platform,
    situation,
    ring: deriveRing(situation, planOf(job)),
    vans,
    van,
    routes,
    advice,
    quote,
    quotes,
    stations: stationsOf({
      job,
      candidates: candidates.filter(({ probability }) => probability >= foldBelow).length,
      advice: advice?.kind,
      offered: quotes[0] && { totalMinor: quotes[0].totalMinor, currency: quotes[0].currency },
      cheapest: cheapest(quote?.options ?? []),
      currency: shop.currency,
      locale: shop.locale,
      authority: authorityStage(job.authority),
    }),
    now,
  };
}

export function planOf(job: Job): JobPlan {
  const worked = job.log.attempts.filter(({ result }) => result === 'worked');
  return {
    route: job.route,
    learned: new Set(worked.flatMap(({ learnedKeyIds }) => learnedKeyIds)),
    finished: worked.some(({ route }) => route === job.route),
  };
}

function situationOf(job: Job, platform: Platform | undefined): KeySituation {
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

async function candidatesOf(db: Db, { call }: Job, shop: ShopRow): Promise<Candidate[]> {
  if (call.modelId === null) return [];
  return rankCandidates(await listApplications(db, call.modelId), {
    year: call.year ?? undefined,
    ignition: call.ignition ?? undefined,
    market: call.market ?? undefined,
    shopMarket: shop.market,
  });
}

async function quoteOf(
  db: Db,
  job: Job,
  application: Application,
  situation: KeySituation,
  shop: ShopRow,
  now: JobView['now'],
  advice: Advice | undefined,
): Promise<JobView['quote']> {
  const route = job.route ?? advice?.kind;
  if (route === undefined) return undefined;
  const articles = articlesOf(application);
  const lists = await readPriceLists(db, now.day, articles, application.makeId);
  if (!lists) return undefined;
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
    ...lists,
    trip: tripTo(job.call),
  };
  return { request, snapshot, options: quoteOptions(request, snapshot) };
}

/** The articles of one key: a remote carries its chip. */
function articlesOf({ blank, chip, remote }: Application): string[] {
  return [blank, ...(remote ? [remote.article] : chip ? [chip.article] : [])];
}

function cheapest(options: readonly QuoteOption[]): number | undefined {
  const totals = options.flatMap((option) => (option.available ? [option.totalMinor] : []));
  return totals.length === 0 ? undefined : Math.min(...totals);
}

/** How the car is named on paper. */
export function carOnPaper({ job, application }: JobView): string {
  const { make, model, carWords, year } = job.call;
  const generation = application ? ` ${application.generation}` : '';
  return carName({ make, model: model === null ? null : `${model}${generation}`, carWords, year });
}
