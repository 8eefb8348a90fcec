import type { Ignition } from '@/core/catalogue/application';
import { examineVin, type VinContext } from '@/core/vin/examine';
import { withAnswer } from './answer-facts';
import type { CarFacts } from './posterior';
import type { QuestionKind } from './question-kinds';
import type { YearKernel } from './year-kernel';

export const answerKinds = ['seen', 'cannotTell', 'skipped'] as const;

/** How far a maker's identifier in a VIN tells the market. */
const vinMarketReliability = 0.995;

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
  /** The last of several years the caller doubts between. */
  readonly yearTo?: number | null;
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
  /** What the VIN says; undefined where there is none. */
  readonly vin: VinSaid | undefined;
}

/**
 * Puts together what was told, what the VIN says and what was seen. A year that was read stands beside the told one and
 * weighs more; an answer takes the place of what the VIN says. What was told or read is not asked.
 */
export function gatherFacts(
  told: CarTold,
  given: readonly QuestionGiven[],
  { shopMarket, kernel, vin }: Grounds,
): GatheredFacts {
  const read = told.vin === null ? undefined : vinSaid(told.vin, told, vin);
  let facts: CarFacts = {
    shopMarket,
    kernel,
    year: toldYear(told),
    readYear: read?.year ?? undefined,
    ignition: told.ignition ?? undefined,
    market: told.market ?? undefined,
    observations:
      told.market === null && read && read.market !== null
        ? [{ kind: 'market', value: read.market, reliability: vinMarketReliability }]
        : [],
  };
  for (const { kind, answer, value, reliability } of given) {
    if (answer !== 'seen' || value === null) continue;
    const next = withAnswer(facts, { kind, value, reliability });
    if (next.ok) facts = next.value;
  }
  return {
    facts,
    closed: new Set([...settledBy(told, facts), ...given.map(({ kind }) => kind)]),
    remarks: read ? [...read.doubts, ...differences(read, told)] : [],
    vin: read,
  };
}

function toldYear({ year, yearTo }: CarTold): CarFacts['year'] {
  if (year === null) return undefined;
  return yearTo != null && yearTo > year ? { from: year, to: yearTo } : year;
}

/** Questions that what was told, or the VIN, has answered already. */
function settledBy({ ignition, market }: CarTold, facts: CarFacts): QuestionKind[] {
  const known = (kind: QuestionKind, there: boolean): QuestionKind[] => (there ? [kind] : []);
  return [
    ...known('ignition', ignition !== null),
    ...known('market', market !== null || (facts.observations ?? []).some(({ kind }) => kind === 'market')),
    ...known('modelYear', facts.readYear !== undefined),
  ];
}

/** What the VIN of a car says, and what speaks against it. */
export interface VinSaid {
  readonly make: string | null;
  readonly market: string | null;
  /** Null where it tells none, does not pass, or several would do and nobody told one. */
  readonly year: number | null;
  /** Why it may not be this car's: it does not pass where it must, or is of another make than told. */
  readonly doubts: readonly string[];
}

/** Reads a VIN against what was told of the car. */
export function vinSaid(text: string, { make, year, market }: CarTold, context: VinContext): VinSaid {
  const examined = examineVin(text, { ...context, market: market ?? undefined });
  const { maker } = examined;
  const fails = examined.checkMatters && examined.check === 'fails';
  const years = [...examined.years].sort((a, b) => Math.abs(a - (year ?? b)) - Math.abs(b - (year ?? a)));
  const own = years.length === 1 || year !== null ? years[0] : undefined;
  return {
    make: maker?.make ?? null,
    market: maker?.market ?? null,
    year: fails ? null : (own ?? null),
    doubts: [
      ...(fails ? ['The VIN does not pass its check digit, so its year is not used.'] : []),
      ...(make !== null && maker && maker.make !== make
        ? [`The caller says ${make}, the VIN is of ${maker.make}.`]
        : []),
      ...(!maker && context.makerIds.length > 0 && examined.vin.length >= 3
        ? ['No make of the library has the first places of this VIN.']
        : []),
    ],
  };
}

/** Where the VIN and the caller differ in what both may be right about. */
function differences(said: VinSaid, { year, yearTo, market }: CarTold): string[] {
  const fits = year !== null && said.year !== null && said.year >= year && said.year <= (yearTo ?? year);
  return [
    ...(said.year !== null && year !== null && !fits
      ? [`The caller says ${year}, the VIN says ${said.year}: the VIN counts for more.`]
      : []),
    ...(said.market !== null && market !== null && said.market !== market
      ? [`Told as sold in ${market}, the VIN is of a car for ${said.market}.`]
      : []),
  ];
}
