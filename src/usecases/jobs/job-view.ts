import type { Application } from '@/core/catalogue/application';
import type { Platform } from '@/core/catalogue/platform';
import { type GatheredFacts, gatherFacts } from '@/core/identify/gathered-facts';
import { type Candidate, foldBelow, rankCandidates } from '@/core/identify/posterior';
import { learnKernel } from '@/core/identify/year-kernel';
import { authorityStage, carName, type Job } from '@/core/job/job';
import { type Station, stationsOf } from '@/core/job/stations';
import type { Actor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import type { KeySituation } from '@/core/programming/keys';
import type { JobPlan } from '@/core/programming/plan';
import { deriveRing, type Ring } from '@/core/programming/ring';
import type { Route } from '@/core/programming/route';
import type { Advice } from '@/core/programming/routes';
import { findApplication, getPlatformOrThrow, listApplications } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { findJob } from '@/data/jobs';
import { listYearErrors } from '@/data/library/evidence';
import { readPriceLists } from '@/data/prices';
import { listQuotes, type QuoteRow } from '@/data/quotes';
import { getShopOrThrow, type ShopRow } from '@/data/shop';
import { listVans, type VanRow } from '@/data/vans';
import { readVinRules } from '@/data/vin-context';
import { database } from '../database';
import { articlesOf, cheapest, type Recommendation, recommend } from './recommendation';

/** A job with everything that is computed from it, for the screens. */
export interface JobView {
  readonly job: Job;
  readonly shop: ShopRow;
  readonly gathered: GatheredFacts;
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
  readonly quote: Recommendation['quote'];
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
  const gathered = await gatheredOf(db, job, shop, actor.at);
  const candidates =
    job.call.modelId === null
      ? []
      : rankCandidates(await listApplications(db, job.call.modelId), gathered.facts);
  const application = job.applicationId === null ? undefined : await findApplication(db, job.applicationId);
  const likely = application ?? candidates[0]?.application;
  const platform = likely && (await getPlatformOrThrow(db, likely.platformId));
  const vans = await listVans(db);
  const van = vans.find(({ id }) => id === job.vanId) ?? vans[0];
  const prices = likely && (await readPriceLists(db, now.day, articlesOf(likely), likely.makeId));
  const grounds = { shop, now, van, prices };
  const { situation, routes, advice, quote } = recommend(job, likely, platform, grounds);
  const quotes = await listQuotes(db, job.id);
  return {
    job,
    shop,
    gathered,
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

/** What is known of the car of a job, from the caller, the VIN and what was seen. */
export async function gatheredOf(
  db: Db,
  { call, given }: Job,
  shop: ShopRow,
  at: Date,
): Promise<GatheredFacts> {
  const rules = call.vin === null ? { makerIds: [], markets: {} } : await readVinRules(db);
  return gatherFacts(call, given, {
    shopMarket: shop.market,
    kernel: learnKernel(await listYearErrors(db)),
    vin: { ...rules, newestYear: Number(localMoment(at, shop.zone).day.slice(0, 4)) + 1 },
  });
}

/** How the car is named on paper. */
export function carOnPaper({ job, application }: JobView): string {
  const { make, model, carWords, year } = job.call;
  const generation = application ? ` ${application.generation}` : '';
  return carName({ make, model: model === null ? null : `${model}${generation}`, carWords, year });
}
