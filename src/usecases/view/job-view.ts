import type { Application } from '@/core/catalogue/application';
import type { Platform } from '@/core/catalogue/platform';
import type { GatheredFacts } from '@/core/identify/gathered-facts';
import type { Candidate } from '@/core/identify/posterior';
import { askingOf } from '@/core/identify/sight';
import { authorityStage, carName, type Job } from '@/core/job/job';
import { type ProvedKey, proofState, proveJob } from '@/core/job/proving';
import { sightOf } from '@/core/job/sight';
import { type Station, stationsOf } from '@/core/job/stations';
import type { Actor } from '@/core/kinds/actor';
import type { Advice } from '@/core/programming/advice';
import { adviseChoices, type ChoiceAdvice } from '@/core/programming/choices';
import { type KeySituation, knownOf } from '@/core/programming/keys';
import type { JobPlan } from '@/core/programming/plan';
import type { RankTest } from '@/core/programming/rank-test';
import { deriveRing, type Ring } from '@/core/programming/ring';
import { othersEffect, type Route, type RouteRequest } from '@/core/programming/route';
import { decisionsOnce } from '@/core/quote/decision-parts';
import { type FirstPrices, firstPrices, firstRange } from '@/core/quote/first-prices';
import { type PricedQuote, recommend } from '@/core/quote/recommend';
import { type RightToBuy, rightsToBuy } from '@/core/quote/right-to-buy';
import { keysAfter } from '@/core/run/run-log';
import type { Db } from '@/data/db';
import { findJob } from '@/data/jobs';
import type { QuoteRow } from '@/data/quotes';
import type { RunRow } from '@/data/runs';
import type { ShopRow } from '@/data/shop';
import { together } from '@/data/together';
import type { VanRow } from '@/data/vans';
import { readAs } from '../asking/read-as';
import { type Grounds, isLikely, readGrounds, readSettings } from './grounds';

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
  readonly request: RouteRequest | undefined;
  readonly routes: readonly Route[];
  readonly advice: Advice | undefined;
  readonly choices: readonly ChoiceAdvice[];
  /** How ranks are told on the platform. */
  readonly rank: RankTest | undefined;
  readonly quote: PricedQuote | undefined;
  /** Over all likely cars, while none is chosen and there are several. */
  readonly firstPrices: FirstPrices | null;
  /** Licences and credits that the van lacks for the car. */
  readonly rightsToBuy: readonly RightToBuy[];
  readonly quotes: readonly QuoteRow[];
  /** The run that is open, or the latest one. */
  readonly run: RunRow | undefined;
  /** All runs, the latest first. */
  readonly runs: readonly RunRow[];
  /** Every key in hand with what is tried of it, and what came of that. */
  readonly proof: readonly ProvedKey[];
  readonly stations: readonly Station[];
  /** Local day and hour of this view. */
  readonly now: { readonly day: string; readonly hour: string };
}

export async function readJobView(actor: Actor, number: number): Promise<JobView | undefined> {
  const view = await jobViewIn(readAs(actor), actor, number);
  return view && view;
}

/** The view inside a transaction, so that what is shown and what is stored come from the same state. */
export async function jobViewIn(db: Db, actor: Actor, number: number): Promise<JobView | undefined> {
  const [job, settings] = await together(
    db,
    (db) => findJob(db, number),
    (db) => readSettings(db),
  );
  return job && viewOf(job, await readGrounds(db, actor, job, settings));
}

/** Everything that follows from a job, also from one that is not stored yet: whether a key code was told is said then. */
export async function computeView(
  db: Db,
  actor: Actor,
  job: Job,
  { codeTold = false }: { readonly codeTold?: boolean } = {},
): Promise<JobView> {
  const grounds = await readGrounds(db, actor, job, await readSettings(db));
  return viewOf(job, { ...grounds, hasCode: grounds.hasCode || codeTold });
}

/** Everything that follows from a job and its grounds, and from nothing else. */
export function viewOf(job: Job, loaded: Grounds): JobView {
  const { shop, now, gathered, candidates, application, likely, platforms, vans, van, secrets, quotes } =
    loaded;
  const platform = likely && platforms[likely.platformId];
  const { pricing, records, hasPin, hasCode, rank, runs, locks } = loaded;
  const [run] = runs;
  const vinFits = gathered.vin?.doubts.length === 0;
  const grounds = { shop, now, van, pricing, records, hasPin, hasCode, vinFits };
  const { situation, request, routes, advice, quote } = recommend(
    afterErase(job, runs),
    likely,
    platform,
    grounds,
  );
  const plan = planOf(job, platform, runs);
  const offered = quotes[0] && quote?.options.find(({ kind }) => kind === quotes[0]?.offered);
  const proof = proveJob({
    job,
    application: likely,
    platform,
    plan,
    locks,
    lacks: (offered?.available && offered.lost) || [],
    depth: shop.proveDepth,
  });
  const first =
    application || candidates.filter(isLikely).length < 2
      ? null
      : firstPrices(
          {
            candidates,
            facts: gathered.facts,
            closed: gathered.closed,
            asking: (kind) => askingOf(kind, sightOf(job)),
          },
          decisionsOnce(job, platforms, grounds),
        );
  return {
    job,
    shop,
    gathered,
    candidates,
    application,
    platform,
    situation,
    ring: deriveRing(situation, plan),
    vans,
    van,
    request,
    routes,
    advice,
    choices:
      request && platform
        ? adviseChoices({
            platform,
            situation,
            routes,
            route: job.route ?? advice?.kind,
            advised: advice?.kind,
            stolen: request.stolen,
            chipCertainty: application ? 1 : chipCertainty(candidates, likely),
            habits: shop.habits,
          })
        : [],
    rank,
    quote,
    firstPrices: quote ? first : null,
    rightsToBuy:
      likely && platform
        ? rightsToBuy(job, likely, platform, grounds, rightPrices(vans), quote?.options ?? [])
        : [],
    quotes,
    run,
    runs,
    proof,
    stations: stationsOf({
      job,
      candidates: candidates.filter(isLikely).length,
      advice: advice?.kind,
      offered: quotes[0] && { totalMinor: quotes[0].totalMinor, currency: quotes[0].currency },
      cheapest: firstRange(quote ? first : null, quote?.options ?? [])?.fromMinor,
      currency: shop.currency,
      locale: shop.locale,
      authority: authorityStage(job.authority),
      run: run && {
        answered: run.state.answered,
        ended: run.state.ended?.result ?? null,
      },
      proof: proofState(proof),
      blade: {
        bittings: secrets.filter(({ kind }) => kind === 'bitting').length,
        codes: secrets.filter(({ kind }) => kind === 'keyCode').length,
      },
    }),
    now,
  };
}

/** What each licence of the shop's vans costs to buy or renew, where somebody noted it. */
function rightPrices(vans: readonly VanRow[]): Record<string, number> {
  return Object.fromEntries(
    vans.flatMap(({ rights }) =>
      rights.flatMap(({ name, buyMinor }) => (buyMinor == null ? [] : [[name, buyMinor] as const])),
    ),
  );
}

/** How sure the chip of a car is: the share of the candidates that have it. */
function chipCertainty(candidates: readonly Candidate[], likely: Application | undefined): number {
  return candidates
    .filter(({ application }) => application.chip?.article === likely?.chip?.article)
    .reduce((sum, { probability }) => sum + probability, 0);
}

/** A job whose car forgot its keys in a run that came to nothing: what was not learned since is strange to it. */
function afterErase(job: Job, runs: readonly RunRow[]): Job {
  const over = runs.filter(({ endedAt }) => endedAt !== null);
  const { taken, erased } = keysAfter([...over].reverse().map(({ state }) => state));
  const isDone = job.log.attempts.some(({ route, result }) => result === 'worked' && route === job.route);
  if (!erased || isDone) return job;
  const kept = new Set(job.keys.filter(({ tag }) => taken.has(tag)).map(({ identityId }) => identityId));
  return {
    ...job,
    identities: job.identities.map((one) => (kept.has(one.id) ? one : { ...one, known: 'no' as const })),
  };
}

export function planOf(job: Job, platform: Platform | undefined, runs: readonly RunRow[]): JobPlan {
  const worked = job.log.attempts.filter(({ result }) => result === 'worked');
  const did = keysAfter([...runs].reverse().map(({ state }) => state));
  // A key that the car knew and still knows was tried, not learned.
  const taken = job.keys.filter(
    (key) => did.taken.has(key.tag) && (did.erased || knownOf(key, job.identities) !== 'yes'),
  );
  return {
    route: job.route,
    others: job.route === null ? 'keep' : othersEffect(job.route, platform),
    learned: new Set([...worked.flatMap(({ learnedKeyIds }) => learnedKeyIds), ...taken.map(({ id }) => id)]),
    finished: worked.some(({ route }) => route === job.route) || did.erased,
  };
}

/** How the car is named on paper. */
export function carOnPaper({ job, application }: JobView): string {
  const { make, model, carWords, year } = job.call;
  const generation = application ? ` ${application.generation}` : '';
  return carName({ make, model: model === null ? null : `${model}${generation}`, carWords, year });
}
