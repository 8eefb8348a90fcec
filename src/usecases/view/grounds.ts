import type { SecretRef } from '@/core/authority/secrets';
import type { Application } from '@/core/catalogue/application';
import type { CarLock } from '@/core/catalogue/locks';
import type { Platform } from '@/core/catalogue/platform';
import { type GatheredFacts, gatherFacts } from '@/core/identify/gathered-facts';
import { type Candidate, foldBelow, rankCandidates } from '@/core/identify/posterior';
import { learnKernel } from '@/core/identify/year-kernel';
import type { Job } from '@/core/job/job';
import type { Actor } from '@/core/kinds/actor';
import { type LocalMoment, localMoment } from '@/core/kinds/local-time';
import type { RankTest } from '@/core/programming/rank-test';
import type { RouteRecord } from '@/core/programming/route';
import type { Pricing } from '@/core/quote/pricing';
import { findApplication, listApplications, listPlatforms } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { listLocksOf } from '@/data/keyways';
import { listYearErrors } from '@/data/library/evidence';
import { listQuotes, type QuoteRow } from '@/data/quotes';
import { findRankTest } from '@/data/rank-tests';
import { listRouteRecords } from '@/data/route-records';
import { listRuns, type RunRow } from '@/data/runs';
import { listSecretRefs } from '@/data/secrets';
import { getShopOrThrow, type ShopRow } from '@/data/shop';
import { together } from '@/data/together';
import { listVans, type VanRow } from '@/data/vans';
import { readVinRules } from '@/data/vin-context';
import { readPricing } from './pricing';

/** What of the shop every view rests on. */
export interface Settings {
  readonly shop: ShopRow;
  readonly vans: readonly VanRow[];
}

export async function readSettings(db: Db): Promise<Settings> {
  const [shop, vans] = await together(
    db,
    (db) => getShopOrThrow(db),
    (db) => listVans(db),
  );
  return { shop, vans };
}

/** All that the view of a job rests on beside the job, loaded once. */
export interface Grounds extends Settings {
  /** Local day and hour. */
  readonly now: LocalMoment;
  readonly gathered: GatheredFacts;
  readonly candidates: readonly Candidate[];
  /** The chosen candidate. */
  readonly application: Application | undefined;
  /** The chosen candidate, or the likeliest one. */
  readonly likely: Application | undefined;
  /** Of the chosen candidate, or of all likely ones. */
  readonly platforms: Readonly<Record<string, Platform>>;
  readonly van: VanRow | undefined;
  /** Undefined where the day has no price book, or there is no van. */
  readonly pricing: Pricing | undefined;
  readonly records: Readonly<Record<string, readonly RouteRecord[]>>;
  readonly secrets: readonly SecretRef[];
  readonly hasPin: boolean;
  readonly hasCode: boolean;
  readonly quotes: readonly QuoteRow[];
  /** The runs of the job, the latest first. */
  readonly runs: readonly RunRow[];
  /** How ranks are told on the platform. */
  readonly rank: RankTest | undefined;
  /** The locks of the car, as far as the library knows them. */
  readonly locks: readonly CarLock[];
}

/** Loads the grounds of a view: what the car may be, then its platforms, then what prices it. */
export async function readGrounds(
  db: Db,
  actor: Actor,
  job: Job,
  { shop, vans }: Settings,
): Promise<Grounds> {
  const now = localMoment(actor.at, shop.zone);
  const { modelId } = job.call;
  const [gathered, applications, application, secrets, quotes, runs] = await together(
    db,
    (db) => gatheredOf(db, job, shop, actor.at),
    async (db) => (modelId === null ? [] : listApplications(db, modelId)),
    async (db) => (job.applicationId === null ? undefined : findApplication(db, job.applicationId)),
    (db) => listSecretRefs(db, job.id),
    (db) => listQuotes(db, job.id),
    (db) => listRuns(db, job.id),
  );
  const candidates = rankCandidates(applications, gathered.facts);
  const likely = application ?? candidates[0]?.application;
  const weighed = application ? [application] : candidates.filter(isLikely).map((one) => one.application);
  const van = vans.find(({ id }) => id === job.vanId) ?? vans[0];
  const ids = [...new Set(weighed.map(({ platformId }) => platformId))];
  const [platforms, records, rankTest, locks] = await together(
    db,
    (db) => platformsOf(db, weighed),
    (db) => listRouteRecords(db, ids),
    async (db) => (likely ? findRankTest(db, likely.platformId) : undefined),
    async (db) => (likely ? listLocksOf(db, likely.id) : []),
  );
  const asked = { job, shop, now, van, applications: weighed, platforms: Object.values(platforms) };
  const pricing = await readPricing(db, asked);
  const ranks = likely && platforms[likely.platformId]?.rank !== 'none';
  return {
    shop,
    vans,
    now,
    gathered,
    candidates,
    application,
    likely,
    platforms,
    van,
    pricing,
    records,
    secrets,
    hasPin: secrets.some(({ kind }) => kind === 'pin'),
    hasCode: secrets.some(({ kind }) => kind === 'keyCode' || kind === 'bitting'),
    quotes,
    runs,
    rank: ranks ? rankTest : undefined,
    locks,
  };
}

export function isLikely({ probability }: Candidate): boolean {
  return probability >= foldBelow;
}

export async function platformsOf(
  db: Db,
  applications: readonly Application[],
): Promise<Record<string, Platform>> {
  const ids = [...new Set(applications.map(({ platformId }) => platformId))];
  return Object.fromEntries((await listPlatforms(db, ids)).map((platform) => [platform.id, platform]));
}

/** What is known of the car of a job, from the caller, the VIN and what was seen. */
export async function gatheredOf(
  db: Db,
  { call, given }: Job,
  shop: ShopRow,
  at: Date,
): Promise<GatheredFacts> {
  const [rules, errors] = await together(
    db,
    async (db) => (call.vin === null ? { makerIds: [], markets: {} } : readVinRules(db)),
    (db) => listYearErrors(db),
  );
  return gatherFacts(call, given, {
    shopMarket: shop.market,
    kernel: learnKernel(errors),
    vin: { ...rules, newestYear: Number(localMoment(at, shop.zone).day.slice(0, 4)) + 1 },
  });
}
