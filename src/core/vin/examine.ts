import type { VehicleClass } from '@/core/catalogue/vehicle-class';
import { cleanVin, isVinCharacter, unknownPlace, vinLength } from './alphabet';
import { checkDigit } from './check-digit';
import { findMaker, type MakerId } from './maker';
import { readModelYear } from './model-year';
import { type Region, regionOf } from './region';
import { type Repair, repairVin } from './repair';

/** What a market demands of the VINs of its cars. */
export interface VinRules {
  readonly checkDigit: 'required' | 'optional' | 'none';
  /** Whether place 10 tells the model year. */
  readonly yearPlace: boolean;
}

export interface VinContext {
  readonly makerIds: readonly MakerId[];
  /** The rules by market. */
  readonly markets: Readonly<Record<string, VinRules>>;
  /** Where the car was sold, as told; else the maker's identifier decides. */
  readonly market?: string | undefined;
  readonly vehicleClass?: VehicleClass | undefined;
  /** The newest model year there can be. */
  readonly newestYear: number;
  /** What else is known of the car, for ranking repairs. */
  readonly expected?: { readonly make?: string | undefined; readonly year?: number | undefined };
}

export interface VinPlaceProblem {
  /** From 1. */
  readonly place: number;
  readonly message: string;
}

export interface VinExamined {
  /** Capitals without spaces and dashes; `?` is unknown. */
  readonly vin: string;
  readonly whole: boolean;
  readonly problems: readonly VinPlaceProblem[];
  /** Said of the length, where it is neither whole nor marked as partial. */
  readonly lengthProblem: string | undefined;
  /** 'passes' is no proof: about 7 % of single slips pass. */
  readonly check: 'passes' | 'fails' | 'notWhole' | 'notUsed';
  /** What place 9 would have to be. */
  readonly expectedCheckDigit: string | undefined;
  /** Whether a failing check digit is an error in this market, or only a remark. */
  readonly checkMatters: boolean;
  readonly region: Region | undefined;
  readonly maker: MakerId | undefined;
  readonly market: string | undefined;
  readonly years: readonly number[];
  readonly yearReason: string | undefined;
  /** Where the check fails, or maker or year do not fit: what may have been meant, likeliest first. */
  readonly repairs: readonly Repair[];
}

const mostRepairs = 8;

/**
 * Everything that a whole or partial VIN tells, while it is typed: which place is wrong, check digit, region, maker,
 * model year, and what may have been meant.
 */
export function examineVin(text: string, context: VinContext): VinExamined {
  const typed = cleanVin(text).slice(0, 2 * vinLength);
  const problems = placeProblems(typed);
  const whole = typed.length === vinLength && problems.length === 0 && !typed.includes(unknownPlace);
  const maker = findMaker(typed, context.makerIds);
  const market = context.market ?? maker?.market;
  const rules = (market === undefined ? undefined : context.markets[market]) ?? {
    checkDigit: 'optional',
    yearPlace: true,
  };
  const year = rules.yearPlace
    ? readModelYear(typed, { vehicleClass: context.vehicleClass, newest: context.newestYear })
    : { years: [], reason: yearlessReason(typed, market), error: undefined };
  if (year.error && rules.checkDigit === 'required') problems.push({ place: 10, message: year.error });
  const expectedCheckDigit = whole ? checkDigit(typed) : undefined;
  const check = checkOf(typed, whole, expectedCheckDigit, rules);
  const checkMatters = rules.checkDigit === 'required';
  if (check === 'fails' && checkMatters) {
    problems.push({
      place: 9,
      message: `The check digit would be ${expectedCheckDigit}: one of the places is wrong.`,
    });
  }
  const doubtful =
    check === 'fails' ||
    problems.length > 0 ||
    Math.abs(typed.length - vinLength) === 1 ||
    strange(maker, year.years, context);
  return {
    vin: typed,
    whole,
    problems,
    lengthProblem: lengthProblem(typed),
    check,
    expectedCheckDigit,
    checkMatters,
    region: regionOf(typed),
    maker,
    market,
    years: year.years,
    yearReason: year.reason ?? (checkMatters ? undefined : year.error),
    repairs:
      doubtful && rules.checkDigit !== 'none'
        ? repairVin(typed, (vin) => fitOf(vin, context)).slice(0, mostRepairs)
        : [],
  };
}

function placeProblems(vin: string): VinPlaceProblem[] {
  return [...vin].flatMap((character, at) => {
    const place = at + 1;
    if (character === unknownPlace) return [];
    if (!isVinCharacter(character)) {
      const hint = { I: ' It may be a 1.', O: ' It may be a 0.', Q: ' It may be a 0 or a 9.' }[character];
      return [{ place, message: `${hint ? character : 'This'} is not a character of a VIN.${hint ?? ''}` }];
    }
    return [];
  });
}

function lengthProblem(vin: string): string | undefined {
  if (vin.length === 0 || vin.length === vinLength) return undefined;
  return vin.length < vinLength
    ? `${vin.length} of ${vinLength} characters.`
    : `A VIN has ${vinLength} characters; this has ${vin.length}${vin.length >= 2 * vinLength ? ' or more' : ''}.`;
}

function checkOf(
  vin: string,
  whole: boolean,
  expected: string | undefined,
  rules: VinRules,
): VinExamined['check'] {
  if (!whole) return 'notWhole';
  if (vin[8] === expected) return 'passes';
  return rules.checkDigit === 'none' ? 'notUsed' : 'fails';
}

function yearlessReason(vin: string, market: string | undefined): string | undefined {
  return vin.length >= 10 ? `In ${market} place 10 tells no year.` : undefined;
}

/** Whether a VIN that passes still does not fit: an unknown maker, another make or another year than expected. */
function strange(
  maker: MakerId | undefined,
  years: readonly number[],
  { expected, makerIds }: VinContext,
): boolean {
  if (makerIds.length > 0 && !maker) return true;
  if (expected?.make !== undefined && maker?.make !== expected.make) return true;
  return expected?.year !== undefined && years.length > 0 && !years.includes(expected.year);
}

/** How well a VIN fits maker, year and serial number, as a factor. */
function fitOf(vin: string, context: VinContext): number {
  const maker = findMaker(vin, context.makerIds);
  const rules = maker && context.markets[maker.market];
  const { years, error } = readModelYear(vin, {
    vehicleClass: context.vehicleClass,
    newest: context.newestYear,
  });
  let fit = maker || context.makerIds.length === 0 ? 1 : 0.03;
  if (context.market !== undefined && maker && maker.market !== context.market) fit *= 0.3;
  if (context.expected?.make !== undefined && maker?.make !== context.expected.make) fit *= 0.05;
  if (rules?.yearPlace !== false) {
    if (error !== undefined || years.length === 0) fit *= 0.05;
    if (
      context.expected?.year !== undefined &&
      !years.some((year) => Math.abs(year - Number(context.expected?.year)) <= 1)
    )
      fit *= 0.15;
  }
  // The last five places are a number on cars and light trucks (49 CFR 565.15); place 9 is a digit or X.
  const letters = [...vin.slice(12)].filter((character) => !/\d/.test(character)).length;
  return fit * 0.05 ** letters;
}
