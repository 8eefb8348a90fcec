import type { Application } from '@/core/catalogue/application';
import { formatSpan } from '@/core/kinds/year-span';
import { rangeOf, wholeRange } from './build-time';
import {
  boundsOf,
  type CarFacts,
  likelihood,
  monthWeight,
  observationsOf,
  type YearBounds,
} from './posterior';
import { tellKinds, tellValues } from './tells';

/** One thing that was said or seen. */
export interface ToldFact {
  readonly label: string;
  readonly value: string;
}

export interface Contradiction {
  /** The best candidate's fit against what truthful observations would give, 0 to 1. */
  readonly fit: number;
  /** The single facts whose release raises the fit most, largest rise first. */
  readonly explanations: readonly { readonly fact: ToldFact; readonly fit: number; readonly rise: number }[];
}

/** Shown below this fit. */
export const contradictsBelow = 1 / 20;
/** How much of what is said to be sure is left where what was told and seen fits no car that well. */
export function sureness(contradiction: Contradiction | undefined): number {
  return contradiction ? contradiction.fit / contradictsBelow : 1;
}

/** A fact whose release raises the fit less than this explains nothing. */
const leastRise = 3;

/**
 * Whether what was said and seen fits any candidate: the best candidate's fit under a twentieth of what truthful
 * observations would give is a contradiction.
 * @returns undefined where the facts fit, or where there is nothing to fit
 */
export function findContradiction(
  applications: readonly Application[],
  facts: CarFacts,
): Contradiction | undefined {
  if (applications.length === 0) return undefined;
  const fit = bestFit(applications, facts);
  if (fit >= contradictsBelow) return undefined;
  const explanations = toldFacts(facts)
    .map(({ fact, without }) => {
      const released = bestFit(applications, without);
      return { fact, fit: released, rise: released / Math.max(fit, 1e-12) };
    })
    .filter(({ rise }) => rise >= leastRise)
    .sort((a, b) => b.rise - a.rise);
  return { fit, explanations };
}

/** The fit of the candidate that fits best: each fact's likelihood over that of a truthful one. */
export function bestFit(applications: readonly Application[], facts: CarFacts): number {
  const weigh = monthWeight(applications, facts);
  const whole = wholeRange(applications);
  const ideal = idealWeight(applications, facts, whole);
  const observations = observationsOf(facts);
  const values = observations.map(
    ({ kind, value }) => new Set([...tellValues(applications, kind), value]).size,
  );
  return Math.max(
    ...applications.map((application) => {
      const { from, to } = rangeOf(application.span);
      let time = 0;
      for (let month = from; month <= to; month += 1) time = Math.max(time, weigh(month));
      return observations.reduce(
        (fit, observation, at) =>
          fit * Math.min(1, likelihood(application, observation, values[at] ?? 1) / observation.reliability),
        time / ideal,
      );
    }),
  );
}

/** What the year and build month would weigh for a car built just then, whether or not the library has one. */
function idealWeight(
  applications: readonly Application[],
  facts: CarFacts,
  whole: { from: number; to: number },
): number {
  const [alone] = applications;
  const { year, readYear, build } = facts;
  if (!alone || (year === undefined && readYear === undefined && !build)) return 1;
  const said = [year, readYear].flatMap((one) => (one === undefined ? [] : [boundsOf(one)]));
  const built = build && rangeOf(build);
  const from = Math.min(whole.from, ...said.map((one) => one.from * 12), built?.from ?? whole.from);
  const to = Math.max(whole.to, ...said.map((one) => one.to * 12 + 11), built?.to ?? whole.to);
  const wide = monthRangeAsApplication(alone, from, to);
  // What was told, what was read and the month are each taken at their own best, so that two that disagree contradict.
  const nothing = { year: undefined, readYear: undefined, build: undefined };
  return [{ year }, { readYear }, { build }].reduce((product, one) => {
    const weigh = monthWeight([...applications, wide], { ...facts, ...nothing, ...one });
    let best = 0;
    for (let at = from; at <= to; at += 1) best = Math.max(best, weigh(at));
    return product * best;
  }, 1);
}

function monthRangeAsApplication(like: Application, from: number, to: number): Application {
  const span = {
    from: { year: Math.floor(from / 12), month: (from % 12) + 1 },
    to: { year: Math.floor(to / 12), month: (to % 12) + 1 },
  };
  return { ...like, span };
}

/** Each fact with the facts that are left when it is released. */
function toldFacts(facts: CarFacts): { fact: ToldFact; without: CarFacts }[] {
  const told: { fact: ToldFact; without: CarFacts }[] = observationsOf(facts).map((observation) => ({
    fact: { label: tellKinds[observation.kind].label, value: observation.value },
    without: {
      ...facts,
      ignition: observation.kind === 'ignition' ? undefined : facts.ignition,
      market: observation.kind === 'market' ? undefined : facts.market,
      observations: facts.observations?.filter(({ kind }) => kind !== observation.kind),
    },
  }));
  if (facts.year !== undefined)
    told.push({
      fact: { label: 'Model year', value: yearsWord(facts.year) },
      without: { ...facts, year: undefined },
    });
  if (facts.readYear !== undefined) {
    told.push({
      fact: { label: 'Model year as read', value: yearsWord(facts.readYear) },
      without: { ...facts, readYear: undefined },
    });
  }
  if (facts.build) {
    told.push({
      fact: { label: 'Build month', value: formatSpan(facts.build) },
      without: { ...facts, build: undefined },
    });
  }
  return told;
}

function yearsWord(years: number | YearBounds): string {
  const { from, to } = boundsOf(years);
  return from === to ? `${from}` : `${from} to ${to}`;
}
