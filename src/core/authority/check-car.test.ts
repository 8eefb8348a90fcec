import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { carRefused, cleanPlate } from './check-car';

const vin = '0HVMD42K4KH012734';
const problem = (read: object, told: object = {}) =>
  carRefused({ carVin: '', carPlate: '', ...read }, { vin: null, plate: null, ...told })?.problems;

describe('a car that stands there', () => {
  it.each([
    ['nothing was read', {}, { vin, plate: 'LO 27 KLM' }],
    ['the job knows no VIN', { carVin: vin }, {}],
    ['it is the same, in groups', { carVin: '0hv md4 2k4 kh0 12734' }, { vin }],
    ['the job knows its tail', { carVin: vin }, { vin: 'KH012734' }],
    ['the plate is written otherwise', { carPlate: 'lo-27 klm' }, { plate: 'LO27KLM' }],
  ])('is the job’s where %s', (_, read, told) => expect(problem(read, told)).toBeUndefined());

  it.each([
    ['no VIN', { carVin: '0HVMD42K4KH01273' }, {}, 'carVin', /17 characters/],
    ['one slip', { carVin: '0HVMD42K4KH012735' }, { vin }, 'carVin', /^Place 17 differs/],
    ['two exchanged', { carVin: '0HVMD42K4KH012743' }, { vin }, 'carVin', /^Place 16 and 17 differs/],
    ['another car', { carVin: '0HVMD42K4KH999999' }, { vin }, 'carVin', /this is another car/],
    ['another plate', { carPlate: 'XX 1' }, { plate: 'LO 27 KLM' }, 'carPlate', /LO 27 KLM was noted/],
  ])('is not where it is %s', (_, read, told, field, message) => {
    expect(problem(read, told)).toEqual([{ field, message: expect.stringMatching(message) }]);
  });

  it('has a plate that is the same however it is written', () => {
    const letters = [...'ABCXYZ0189'];
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...letters), { minLength: 1, maxLength: 10 }),
        fc.constantFrom('', ' ', '-', '. '),
        (plate, between) => {
          expect(cleanPlate(plate.join(between).toLowerCase())).toBe(plate.join(''));
        },
      ),
    );
  });
});
