import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { vehicleClasses } from '@/core/catalogue/vehicle-class';
import { readModelYear, yearCharacters } from './model-year';

/** A VIN with the given places 7 and 10. */
const vin = (seventh: string, tenth: string) => `0HVMD4${seventh}K4${tenth}H012734`;
const read = (
  seventh: string,
  tenth: string,
  vehicleClass: (typeof vehicleClasses)[number] | undefined = 'passenger',
) => readModelYear(vin(seventh, tenth), { vehicleClass, newest: 2028 });

describe('readModelYear', () => {
  it.each([
    ['4', 'A', 1980],
    ['4', 'Y', 2000],
    ['4', '1', 2001],
    ['4', '9', 2009],
    ['K', 'A', 2010],
    ['K', 'K', 2019],
    ['K', 'W', 2028],
  ])('place 7 %s and place 10 %s: %d', (seventh, tenth, year) => {
    expect(read(seventh, tenth).years).toEqual([year]);
  });

  it.each(['0', 'U', 'Z'])('%s stands for no year', (tenth) => {
    expect(read('K', tenth)).toMatchObject({ years: [], error: expect.stringContaining('place 10') });
  });

  it('keeps both years of a lorry and of an unknown place 7, and says why', () => {
    expect(read('K', 'C', 'lorry')).toMatchObject({
      years: [2012, 1982],
      reason: expect.stringContaining('light trucks'),
    });
    expect(read('?', 'C')).toMatchObject({ years: [2012, 1982], reason: expect.stringContaining('unknown') });
  });

  it('drops a year that has not come, and says so', () => {
    expect(read('K', 'X', 'lorry')).toMatchObject({ years: [1999], reason: expect.stringContaining('2029') });
    expect(read('4', 'X')).toMatchObject({ years: [1999], reason: expect.stringContaining('2029') });
    expect(read('4', '9', 'lorry').years).toEqual([2009]);
  });

  it('has no year where place 7 says a round that has not come, and never one of thirty years before', () => {
    for (const one of ['passenger', undefined] as const)
      expect(read('K', 'X', one)).toMatchObject({ years: [], reason: expect.stringContaining('no year') });
  });

  it('says nothing where place 10 is unknown', () => {
    expect(read('K', '?')).toEqual({ years: [], reason: undefined, error: undefined });
    expect(readModelYear('0HV', { vehicleClass: undefined, newest: 2028 }).years).toEqual([]);
  });

  it('gives only years that the character stands for, never beyond the newest', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...'0123456789ABCDEFGHJKLMNPRSTUVWXYZ?'),
        fc.constantFrom(...yearCharacters),
        fc.constantFrom(...vehicleClasses, undefined),
        fc.integer({ min: 1990, max: 2039 }),
        (seventh, tenth, vehicleClass, newest) => {
          const { years } = readModelYear(vin(seventh, tenth), { vehicleClass, newest });
          for (const year of years) {
            expect(yearCharacters[(year - 1980) % 30]).toBe(tenth);
            expect(year).toBeLessThanOrEqual(newest);
          }
        },
      ),
    );
  });
});
