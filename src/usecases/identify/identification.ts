import type { Application } from '@/core/catalogue/application';
import type { Platform } from '@/core/catalogue/platform';
import { findContradiction, sureness } from '@/core/identify/contradiction';
import { type DecisionParts, decisionKey, nameDecisions } from '@/core/identify/decision-names';
import type { GatheredFacts } from '@/core/identify/gathered-facts';
import type { AskedQuestion, Identification } from '@/core/identify/identification';
import { decisions, nextQuestion, type Question } from '@/core/identify/next-question';
import { type Candidate, rankCandidates } from '@/core/identify/posterior';
import { questionReason } from '@/core/identify/question-words';
import { askingOf, type Sight } from '@/core/identify/sight';
import { yearStrip } from '@/core/identify/year-strip';
import type { Job } from '@/core/job/job';
import type { Actor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { decisionParts, decisionsOnce } from '@/core/quote/decision-parts';
import type { RecommendationGrounds } from '@/core/quote/recommend';
import { listApplications } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { listRouteRecords } from '@/data/route-records';
import type { ShopRow } from '@/data/shop';
import type { VanRow } from '@/data/vans';
import { gatheredOf, platformsOf } from '../view/grounds';
import { readPricing } from '../view/pricing';

/** Everything that narrows the car of a job down, stored or not; asks the database for several things at once. */
export async function identifyCar(
  db: Db,
  actor: Actor,
  job: Job,
  shop: ShopRow,
  vans: readonly VanRow[],
  sight: Sight,
): Promise<Identification> {
  const [gathered, applications] = await Promise.all([
    gatheredOf(db, job, shop, actor.at),
    job.call.modelId === null ? [] : listApplications(db, job.call.modelId),
  ]);
  const platforms = await platformsOf(db, applications);
  const grounds = await groundsOf(
    db,
    job,
    gathered,
    shop,
    actor.at,
    vans,
    applications,
    Object.values(platforms),
  );
  const partsOf = decisionParts(decisionsOnce(job, platforms, grounds), shop);
  const keyOf = (application: Application) => decisionKey(partsOf(application));

  const candidates = rankCandidates(applications, gathered.facts);
  const decided = decisions(candidates, keyOf);
  const likely = new Set(decided.filter(({ probability }) => probability >= 0.01).map(({ key }) => key));
  const likelyParts = partsByKey(applications, partsOf, (key) => likely.has(key));
  const next = nextQuestion({
    candidates,
    facts: gathered.facts,
    decisionOf: keyOf,
    closed: gathered.closed,
    asking: (kind) => askingOf(kind, sight),
  });
  const contradiction = findContradiction(applications, gathered.facts);
  const sure = sureness(contradiction);
  const withReason = (question: Question): AskedQuestion => ({
    ...question,
    reason: questionReason(question, likelyParts),
  });
  const market = stripMarketOf(candidates, gathered, shop);
  return {
    candidates,
    decisionOf: Object.fromEntries(applications.map((application) => [application.id, keyOf(application)])),
    names: Object.fromEntries(nameDecisions(partsByKey(applications, partsOf, () => true))),
    decisions: decided.map(({ key, probability }) => ({ key, probability: probability * sure })),
    sure,
    sight,
    next:
      next.kind === 'ask'
        ? { kind: 'ask', question: withReason(next.question), others: next.others.map(withReason) }
        : { kind: 'stop', why: next.why === 'settled' && contradiction ? 'contradicted' : next.why },
    contradiction,
    strip: yearStrip(
      applications.filter((application) => application.market === market),
      keyOf,
    ),
    stripMarket: market,
    gathered,
    platforms,
  };
}

async function groundsOf(
  db: Db,
  job: Job,
  gathered: Pick<GatheredFacts, 'vin'>,
  shop: ShopRow,
  at: Date,
  vans: readonly VanRow[],
  applications: readonly Application[],
  platforms: readonly Platform[],
): Promise<RecommendationGrounds> {
  const now = localMoment(at, shop.zone);
  const van = vans.find(({ id }) => id === job.vanId) ?? vans[0];
  const [pricing, records] = await Promise.all([
    readPricing(db, { job, shop, now, van, applications, platforms }),
    listRouteRecords(
      db,
      platforms.map(({ id }) => id),
    ),
  ]);
  return {
    shop,
    now,
    van,
    pricing,
    records,
    hasPin: false,
    hasCode: false,
    vinFits: gathered.vin?.doubts.length === 0,
  };
}

function partsByKey(
  applications: readonly Application[],
  partsOf: (application: Application) => DecisionParts,
  wanted: (key: string) => boolean,
): DecisionParts[] {
  const byKey = new Map(
    applications.map((application) => [decisionKey(partsOf(application)), partsOf(application)]),
  );
  return [...byKey].filter(([key]) => wanted(key)).map(([, parts]) => parts);
}

function stripMarketOf(candidates: readonly Candidate[], { facts }: GatheredFacts, shop: ShopRow): string {
  const told = facts.market ?? facts.observations?.find(({ kind }) => kind === 'market')?.value;
  const markets = new Set(candidates.map(({ application }) => application.market));
  for (const market of [told, shop.market]) if (market !== undefined && markets.has(market)) return market;
  return candidates[0]?.application.market ?? shop.market;
}
