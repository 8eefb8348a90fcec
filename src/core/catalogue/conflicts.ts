import type { YearMonth } from '@/core/kinds/year-span';
import type { Application } from './application';
import { factCertainty } from './certainty';
import type { FoundFact } from './fact-kinds';

/** The facts of an application that a job can observe. */
export const observedFacts = ['blank', 'chip', 'remote', 'platform', 'pocket'] as const;
export type ObservedFact = (typeof observedFacts)[number];

/** One closed job that observed a fact of an application. */
export interface Evidence {
  readonly jobNumber: number;
  readonly applicationId: string;
  readonly kind: ObservedFact;
  readonly value: string;
  /** The car's model year as found, else as told. */
  readonly year: number | null;
  /** The month of building as found. */
  readonly built: YearMonth | null;
}

export interface Conflict {
  readonly applicationId: string;
  readonly kind: ObservedFact;
  /** What the library says. */
  readonly value: string;
  readonly certainty: number;
  readonly confirming: readonly Evidence[];
  /** What jobs found instead, most often found first. */
  readonly found: readonly { readonly value: string; readonly jobs: readonly Evidence[] }[];
  /** Where the years part cleanly: the first year of the later cars, and what was found on them. */
  readonly split: { readonly fromYear: number; readonly later: string; readonly earlier: string } | undefined;
}

/** What the library says of an application for a kind of fact. */
export function factOf(application: Application, kind: ObservedFact): string {
  switch (kind) {
    case 'blank':
      return application.blank;
    case 'chip':
      return application.chip?.article ?? 'none';
    case 'remote':
      return application.remote?.article ?? 'none';
    case 'platform':
      return application.platform;
    case 'pocket':
      return application.pocket ?? 'none';
  }
}

/** What was found at a car and differs from what the library says of its application. */
export interface FactDifference {
  readonly kind: ObservedFact;
  readonly library: string;
  readonly found: string;
}

export function differences(application: Application, facts: readonly FoundFact[]): FactDifference[] {
  return facts.flatMap(({ kind, value }) => {
    const observed = observedFacts.find((one) => one === kind);
    const library = observed && factOf(application, observed);
    return observed === undefined || library === undefined || library === value
      ? []
      : [{ kind: observed, library, found: value }];
  });
}

/** Facts that at least one closed job contradicts, least certain first; only a job that observed a fact counts. */
export function findConflicts(
  applications: readonly Application[],
  evidence: readonly Evidence[],
): Conflict[] {
  const seen = new Map<string, Evidence[]>();
  for (const one of evidence) {
    const key = `${one.applicationId}|${one.kind}`;
    const list = seen.get(key);
    if (list) list.push(one);
    else seen.set(key, [one]);
  }
  return applications
    .flatMap((application) =>
      observedFacts.flatMap((kind) => {
        const all = seen.get(`${application.id}|${kind}`) ?? [];
        const value = factOf(application, kind);
        const confirming = all.filter((one) => one.value === value);
        const against = all.filter((one) => one.value !== value);
        if (against.length === 0) return [];
        const certainty = factCertainty(application.certainty, confirming.length, against.length);
        const found = groupByValue(against);
        return [
          {
            applicationId: application.id,
            kind,
            value,
            certainty,
            confirming,
            found,
            split: splitOf(application, confirming, found),
          },
        ];
      }),
    )
    .sort((a, b) => a.certainty - b.certainty);
}

function groupByValue(list: readonly Evidence[]): Conflict['found'] {
  const values = [...new Set(list.map(({ value }) => value))];
  return values
    .map((value) => ({ value, jobs: list.filter((one) => one.value === value) }))
    .sort((a, b) => b.jobs.length - a.jobs.length || (a.value < b.value ? -1 : 1));
}

/** A year at which the confirming and the contradicting jobs part, where there is one inside the row's span. */
function splitOf(
  application: Application,
  confirming: readonly Evidence[],
  found: Conflict['found'],
): Conflict['split'] {
  const [first] = found;
  if (!first || found.length > 1) return undefined;
  const years = (list: readonly Evidence[]) => list.flatMap(({ year }) => (year === null ? [] : [year]));
  const [own, other] = [years(confirming), years(first.jobs)];
  if (own.length === 0 || other.length === 0) return undefined;
  const value = factOf(application, first.jobs[0]?.kind ?? 'chip');
  const inside = (year: number) => year > application.span.from.year && year <= application.span.to.year;
  if (Math.max(...own) < Math.min(...other) && inside(Math.min(...other)))
    return { fromYear: Math.min(...other), later: first.value, earlier: value };
  if (Math.max(...other) < Math.min(...own) && inside(Math.min(...own)))
    return { fromYear: Math.min(...own), later: value, earlier: first.value };
  return undefined;
}
