import { describe, expect, it } from 'vitest';
import { compareVins } from './compare';

const vin = '0HVMD42K4KH012734';

describe('compareVins', () => {
  it.each([
    [vin, vin, 'same', []],
    [vin, '0hv md4-2k4 kh0 12734', 'same', []],
    [vin, '????????4KH012734', 'same', []],
    [vin, '0HVMD42K4KH012735', 'oneSlip', [17]],
    [vin, '0HVMD42K4KH012743', 'oneSlip', [16, 17]],
    [vin, '0HVMD42K4KH112735', 'anotherCar', [12, 17]],
    [vin, '?????????????????', 'cannotSay', []],
    [vin, '', 'cannotSay', []],
    ['0HV', vin, 'same', []],
    ['012734', vin, 'same', []],
    [vin, '2734', 'same', []],
    ['kh01 2734', vin, 'same', []],
    ['012735', vin, 'oneSlip', [17]],
    ['112735', vin, 'anotherCar', [12, 17]],
    ['0HVMD42K', vin, 'same', []],
    ['99999999', vin, 'anotherCar', [10, 11, 12, 13, 14, 15, 16, 17]],
  ])('%s and %s: %s', (a, b, likeness, differing) => {
    expect(compareVins(a, b, [])).toMatchObject({ likeness, differing });
  });

  it('says which share of known cars would match by chance', () => {
    const known = [vin, '0HVMD42K4KH099999', '0FHMD42K4KH012734', '0BRAA11B1BB000001'];
    expect(compareVins(vin, '0HV??????????????', known).byChance).toBe(0.5);
    expect(compareVins(vin, vin, known).byChance).toBe(0.25);
    expect(compareVins(vin, vin, []).byChance).toBeUndefined();
  });
});
