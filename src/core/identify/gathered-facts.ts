import type { Ignition } from '@/core/catalogue/application';
import { examineVin, type VinContext } from '@/core/vin/examine';
import { withAnswer } from './answer-facts';
import type { QuestionKind } from './next-question';
import type { CarFacts } from './posterior';
import { tellKinds } from './tells';
import type { YearKernel } from './year-kernel';

export const answerKinds = ['seen', 'cannotTell', 'skipped'] as const;

/** How far an answer is relied on of which the person is not sure. */
export const unsureReliability = 0.7;

/** What became of a question: seen with its value, or asked and nobody could tell, or left for now. */
export interface QuestionGiven {
  readonly kind: QuestionKind;
  readonly answer: (typeof answerKinds)[number];
  /** Null unless seen. */
  readonly value: string | null;
  /** Where it is less sure than usual. */
  readonly reliability?: number | undefined;
}

/** What the caller told of the car. */
export interface CarTold {
  readonly make: string | null;
  readonly year: number | null;
  readonly ignition: Ignition | null;
  readonly market: string | null;
  readonly vin: string | null;
}

export interface Grounds {
  readonly shopMarket: string;
  readonly kernel: YearKernel;
  readonly vin: VinContext;
}

export interface GatheredFacts {
  readonly facts: CarFacts;
  /** Questions that are not asked again. */
  readonly closed: ReadonlySet<QuestionKind>;
  /** Where two sources disagree, and which one counts. */
  readonly remarks: readonly string[];
}

/**
 * Puts together what was told, what the VIN says and what was seen: a year read from the VIN counts before the told one,
 * an answer before both.
 */
export function gatherFacts(
  told: CarTold,
  given: readonly QuestionGiven[],
  { shopMarket, kernel, vin }: Grounds,
): GatheredFacts {
  const remarks: string[] = [];
  const read = told.vin === null ? undefined : readVin(told.vin, told, vin, remarks);
  let facts: CarFacts = {
    shopMarket,
    kernel,
    year: read?.year ?? told.year ?? undefined,
    yearFrom: read?.year === undefined ? 'told' : 'read',
    ignition: told.ignition ?? undefined,
    market: told.market ?? undefined,
    observations:
      told.market === null && read?.market !== undefined
        ? [{ kind: 'market', value: read.market, reliability: tellKinds.market.reliability }]
        : [],
  };
  for (const { kind, answer, value, reliability } of given) {
    if (answer !== 'seen' || value === null) continue;
    const next = withAnswer(facts, { kind, value, reliability });
    if (next.ok) facts = next.value;
  }
  return { facts, closed: new Set(given.map(({ kind }) => kind)), remarks };
}

function readVin(
  text: string,
  { make, year, market }: CarTold,
  context: VinContext,
  remarks: string[],
): { readonly year: number | undefined; readonly market: string | undefined } {
  const examined = examineVin(text, { ...context, market: market ?? undefined });
  if (examined.checkMatters && examined.check === 'fails') {
    remarks.push('The VIN does not pass its check digit, so its year is not used.');
    return { year: undefined, market: examined.maker?.market };
  }
  if (make !== null && examined.maker && examined.maker.make !== make)
    remarks.push(`The caller says ${make}, the VIN is of ${examined.maker.make}.`);
  const years = [...examined.years].sort((a, b) => Math.abs(a - (year ?? b)) - Math.abs(b - (year ?? a)));
  const own = years.length === 1 || year !== null ? years[0] : undefined;
  if (own !== undefined && year !== null && own !== year)
    remarks.push(`The caller says ${year}, the VIN says ${own}: the VIN counts.`);
  return { year: own, market: examined.maker?.market };
}
