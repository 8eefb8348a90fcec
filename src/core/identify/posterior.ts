import type { Application, Ignition } from '@/core/catalogue/application';
import type { YearSpan } from '@/core/kinds/year-span';
import { buildIntervals, type MonthRange, rangeOf, wholeRange } from './build-time';
import { type Observation, type TellKind, tellKinds, tellOf, tellValues } from './tells';
import { farFrom, kernelAt, readAmong, statedKernel, type YearKernel } from './year-kernel';

/** A first and a last year. */
export interface YearBounds {
  readonly from: number;
  readonly to: number;
}

/** What is known of the car so far; each may be missing. */
export interface CarFacts {
  /** Model year as somebody told it, or the first and last between which they doubt. */
  readonly year?: number | YearBounds | undefined;
  /** Model year as read from VIN or papers, or the first and last it may be: it stands beside what was told. */
  readonly readYear?: number | YearBounds | undefined;
  /** When the car was built, as on the door sticker. */
  readonly build?: YearSpan | undefined;
  readonly ignition?: Ignition | undefined;
  /** Where the car was sold, as told; where it is missing the shop's own market is the likeliest. */
  readonly market?: string | undefined;
  readonly shopMarket: string;
  readonly observations?: readonly Observation[] | undefined;
  /** The kernel learned from the shop's own jobs. */
  readonly kernel?: YearKernel | undefined;
}

export interface Candidate {
  readonly application: Application;
  /** 0 to 1; the candidates of one call sum to 1. */
  readonly probability: number;
}

/** Below this a candidate is folded away, with a count. */
export const foldBelow = 0.001;

/** The share of cars at a shop that were sold in its own market. */
const ownMarket = 0.9;
/** How far a month on the door sticker is to be relied on. */
export const buildReliability = 0.96;

/**
 * P(candidate | facts) ∝ weight × year kernel × market prior × likelihood of each observation.
 * Nothing is removed: what does not fit becomes improbable. Candidates come by falling probability.
 * @param applications the library's rows for the make and model; empty gives an empty list
 */
export function rankCandidates(applications: readonly Application[], facts: CarFacts): Candidate[] {
  if (applications.length === 0) return [];
  const scores = scoreAll(applications, facts);
  const total = scores.reduce((sum, score) => sum + score, 0);
  if (total === 0) return [];
  return applications
    .map((application, at) => ({ application, probability: (scores[at] ?? 0) / total }))
    .sort((a, b) => b.probability - a.probability || (a.application.id < b.application.id ? -1 : 1));
}

function scoreAll(applications: readonly Application[], facts: CarFacts): number[] {
  const time = timeLikelihood(applications, facts);
  const markets = new Set(applications.map(({ market }) => market));
  const observations = observationsOf(facts);
  const values = new Map(observations.map(({ kind }) => [kind, tellValues(applications, kind).length]));
  return applications.map((application) =>
    observations.reduce(
      (score, observation) => score * likelihood(application, observation, values.get(observation.kind) ?? 1),
      application.weight * time(application) * marketPrior(application.market, markets, facts),
    ),
  );
}

/** One factor of each candidate's share, in the order of the applications. */
export interface ShareFactor {
  readonly label: string;
  readonly values: readonly number[];
}

/** What the shares of candidates are products of, up to one common factor. */
export function shareFactors(applications: readonly Application[], facts: CarFacts): ShareFactor[] {
  const time = timeLikelihood(applications, facts);
  const markets = new Set(applications.map(({ market }) => market));
  const factor = (label: string, of: (application: Application) => number): ShareFactor => ({
    label,
    values: applications.map(of),
  });
  return [
    factor('How many there are', ({ weight }) => weight),
    factor('Years and months', time),
    factor('Market by itself', ({ market }) => marketPrior(market, markets, facts)),
    ...observationsOf(facts).map((observation) => {
      const values = tellValues(applications, observation.kind).length;
      return factor(
        `${tellKinds[observation.kind].label}: ${observation.value}, sure to ${Math.round(100 * observation.reliability)} %`,
        (application) => likelihood(application, observation, values),
      );
    }),
  ];
}

/** What was observed, with the ignition and market of the call among it. */
export function observationsOf({ ignition, market, observations = [] }: CarFacts): Observation[] {
  const told = (kind: TellKind, value: string | undefined): Observation[] =>
    value === undefined || observations.some((observation) => observation.kind === kind)
      ? []
      : [{ kind, value, reliability: tellKinds[kind].reliability }];
  return [...told('ignition', ignition), ...told('market', market), ...observations];
}

/**
 * The likelihood of an observation: r where the candidate's fact equals it, (1 − r)/(m − 1) for another of m values,
 * 1/m where the library does not know.
 */
export function likelihood(
  application: Application,
  { kind, value, reliability }: Observation,
  values: number,
): number {
  const own = tellOf(application, kind);
  if (own === null) return 1 / Math.max(1, values);
  return observed(own === value, reliability, values);
}

/** The likelihood of one of `values` that a fact can take, seen with reliability `r`. */
export function observed(agrees: boolean, reliability: number, values: number): number {
  return agrees ? reliability : (1 - reliability) / Math.max(1, values - 1);
}

/**
 * How well the stated year and the month of building fit each application: summed over the months it covers, as years,
 * so that a row counts by the time it covers where nothing is stated.
 */
function timeLikelihood(
  applications: readonly Application[],
  facts: CarFacts,
): (application: Application) => number {
  const weigh = monthWeight(applications, facts);
  return ({ span }) => {
    const { from, to } = rangeOf(span);
    let sum = 0;
    for (let month = from; month <= to; month += 1) sum += weigh(month);
    return sum / 12;
  };
}

/** The likelihood of what was said of year and build month, for a car built in a month. */
export function monthWeight(
  applications: readonly Application[],
  facts: CarFacts,
): (month: number) => number {
  const whole = wholeRange(applications);
  const [first, last] = [Math.floor(whole.from / 12), Math.floor(whole.to / 12)];
  const byYear = new Map<number, number>();
  for (let year = first; year <= last; year += 1) byYear.set(year, yearLikelihood(year, facts, first, last));
  const build = facts.build && rangeOf(facts.build);
  const intervals = build ? Math.max(2, buildIntervals(applications).length) : 0;
  return (month) => {
    const year = byYear.get(Math.floor(month / 12)) ?? 0;
    return build ? year * observed(within(month, build), buildReliability, intervals) : year;
  };
}

function within(month: number, { from, to }: MonthRange): boolean {
  return month >= from && month <= to;
}

/** What was told and what was read are two witnesses of one year. */
function yearLikelihood(year: number, facts: CarFacts, first: number, last: number): number {
  const { year: stated, readYear, kernel = statedKernel } = facts;
  const told =
    stated === undefined
      ? 1
      : meanOver(stated, (one) => kernelAt(kernel, year, one, farFrom(one, first, last)));
  if (readYear === undefined) return told;
  return told * meanOver(readYear, (one) => readAmong(year, one, first, last));
}

function meanOver(years: number | YearBounds, of: (year: number) => number): number {
  const { from, to } = boundsOf(years);
  let sum = 0;
  for (let one = from; one <= to; one += 1) sum += of(one);
  return sum / (to - from + 1);
}

export function boundsOf(year: number | YearBounds): YearBounds {
  return typeof year === 'number' ? { from: year, to: year } : year;
}

/** The market where the shop is is the likeliest, whatever is seen of the car; one that the customer told is told. */
function marketPrior(market: string, markets: ReadonlySet<string>, facts: CarFacts): number {
  if (facts.market !== undefined || markets.size === 1 || !markets.has(facts.shopMarket))
    return 1 / markets.size;
  return market === facts.shopMarket ? ownMarket : (1 - ownMarket) / (markets.size - 1);
}
