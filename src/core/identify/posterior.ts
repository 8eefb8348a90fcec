import type { Application, Ignition } from '@/core/catalogue/application';
import { shareOfYear } from '@/core/kinds/year-span';

/** What is known of the car so far; each may be missing. */
export interface CarFacts {
  readonly year?: number | undefined;
  readonly ignition?: Ignition | undefined;
  /** Where the car was sold, as told; where it is missing the shop's own market is the likeliest. */
  readonly market?: string | undefined;
  readonly shopMarket: string;
}

export interface Candidate {
  readonly application: Application;
  /** 0 to 1; the candidates of one call sum to 1. */
  readonly probability: number;
}

/** How often a stated year is right, off by one or by two either way, or anything else. */
const kernel = { right: 0.75, byOne: 0.11, byTwo: 0.014, rest: 0.002 };
/** The share of cars at a shop that were sold in its own market. */
const ownMarket = 0.9;
/** How often a caller tells the ignition right. */
const ignitionReliability = 0.97;

/**
 * P(candidate | facts) ∝ weight × year kernel × market prior × likelihood of each observation.
 * Nothing is removed: what does not fit becomes improbable. Candidates come by falling probability.
 * @param applications the library's rows for the make and model; empty gives an empty list
 */
export function rankCandidates(applications: readonly Application[], facts: CarFacts): Candidate[] {
  const years = yearsOf(applications);
  const markets = new Set(applications.map(({ market }) => market));
  const scored = applications.map((application) => ({
    application,
    score:
      application.weight *
      yearLikelihood(application, facts.year, years) *
      marketPrior(application.market, markets, facts) *
      (facts.ignition === undefined
        ? 1
        : observed(application.ignition === facts.ignition, ignitionReliability, 2)),
  }));
  const total = scored.reduce((sum, { score }) => sum + score, 0);
  if (total === 0) return [];
  return scored
    .map(({ application, score }) => ({ application, probability: score / total }))
    .sort((a, b) => b.probability - a.probability || (a.application.id < b.application.id ? -1 : 1));
}

/** Below this a candidate is folded away, with a count. */
export const foldBelow = 0.001;

/** The likelihood of an observation with reliability `r`, one of `values` that a fact can take. */
export function observed(agrees: boolean, reliability: number, values: number): number {
  return agrees ? reliability : (1 - reliability) / (values - 1);
}

/** The kernel summed over the application's years; without a stated year, the number of years it covers. */
function yearLikelihood({ span }: Application, stated: number | undefined, years: readonly number[]): number {
  const far = years.filter((year) => stated === undefined || Math.abs(year - stated) > 2).length;
  return years.reduce((sum, year) => sum + shareOfYear(span, year) * yearWeight(year, stated, far), 0);
}

function yearWeight(year: number, stated: number | undefined, far: number): number {
  if (stated === undefined) return 1;
  const off = Math.abs(year - stated);
  if (off === 0) return kernel.right;
  if (off === 1) return kernel.byOne;
  if (off === 2) return kernel.byTwo;
  return kernel.rest / far;
}

function marketPrior(
  market: string,
  markets: ReadonlySet<string>,
  { market: told, shopMarket }: CarFacts,
): number {
  const likely = told ?? shopMarket;
  if (markets.size === 1 || !markets.has(likely)) return 1 / markets.size;
  const share = told === undefined ? ownMarket : 0.97;
  return market === likely ? share : (1 - share) / (markets.size - 1);
}

function yearsOf(applications: readonly Application[]): number[] {
  if (applications.length === 0) return [];
  const first = Math.min(...applications.map(({ span }) => span.from.year));
  const last = Math.max(...applications.map(({ span }) => span.to.year));
  return Array.from({ length: last - first + 1 }, (_, at) => first + at);
}
