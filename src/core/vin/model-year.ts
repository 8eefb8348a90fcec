import type { VehicleClass } from '@/core/catalogue/vehicle-class';

/** Place 10 in the order of the years from 1980 (49 CFR 565.15, table VII); I, O, Q, U, Z and 0 stand for none. */
export const yearCharacters = 'ABCDEFGHJKLMNPRSTVWXY123456789';

export interface YearReading {
  /** The model years place 10 can mean, newest first. */
  readonly years: readonly number[];
  /** Why there is not exactly one, or which were dropped. */
  readonly reason: string | undefined;
  /** Set where place 10 cannot stand for a year. */
  readonly error: string | undefined;
}

const none: YearReading = { years: [], reason: undefined, error: undefined };

/**
 * The model year by place 10. The character comes round every 30 years: for cars, multipurpose vehicles and light
 * trucks place 7 tells which round (digit: 1980 to 2009, letter: 2010 to 2039); otherwise both stay.
 * @param vin at least ten characters; `?` is unknown
 * @param newest the newest model year there can be, usually next year's
 * @example readModelYear('0HVMD42K4KH012734', { vehicleClass: 'passenger', newest: 2028 }).years // [2019]
 */
export function readModelYear(
  vin: string,
  { vehicleClass, newest }: { readonly vehicleClass: VehicleClass | undefined; readonly newest: number },
): YearReading {
  const character = vin[9];
  if (character === undefined || character === '?') return none;
  const at = yearCharacters.indexOf(character);
  if (at < 0) return { ...none, error: `${character} at place 10 stands for no model year.` };
  const both = [2010 + at, 1980 + at];
  const possible = both.filter((year) => year <= newest);
  const dropped = both.find((year) => year > newest);
  const dropReason = dropped === undefined ? undefined : `${dropped} is dropped: it has not come yet.`;
  const seventh = vin[6];
  if (
    vehicleClass !== 'lorry' &&
    vehicleClass !== 'other' &&
    /[A-Z]/.test(seventh ?? '') &&
    dropped === 2010 + at
  )
    return {
      years: [],
      reason: `Place 7 says ${dropped}, which has not come yet: no year.`,
      error: undefined,
    };
  if (possible.length < 2) return { years: possible, reason: dropReason, error: undefined };
  if (vehicleClass === 'lorry' || vehicleClass === 'other') {
    return {
      years: possible,
      reason: 'Place 7 tells the round only for cars and light trucks.',
      error: undefined,
    };
  }
  if (seventh === undefined || seventh === '?') {
    return { years: possible, reason: 'Place 7 would tell which, and is unknown.', error: undefined };
  }
  const year = /\d/.test(seventh) ? 1980 + at : 2010 + at;
  const reason =
    vehicleClass === undefined ? 'For a car or light truck; a lorry could be either.' : undefined;
  return { years: [year], reason, error: undefined };
}
