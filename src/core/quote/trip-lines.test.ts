import { describe, expect, it } from 'vitest';
import { toldTrip } from '@/core/travel/trip';
import { testRules } from './test-snapshot';
import { bandPrice, drivingCost, perKmMinor } from './trip-lines';

describe('a trip', () => {
  it.each([
    [0, 2500],
    [10, 2500],
    [10.1, 4500],
    [35, 7500],
    // 2.5 km beyond the last band at 2.50: 75.00 + 6.25.
    [37.5, 8125],
  ])('of %d km costs %d', (km, minor) => {
    expect(bandPrice(testRules, km)).toBe(minor);
  });

  it('without bands costs by the kilometre', () => {
    expect(bandPrice({ ...testRules, bands: [] }, 4)).toBe(1000);
  });

  it('costs what a mile costs, where the shop goes by miles', () => {
    // 2.02 a mile; ten miles are 16.1 km to the tenth.
    expect(perKmMinor(125.5158, 161)).toBe(2021);
    expect(perKmMinor(250, 25)).toBe(625);
  });

  it('costs the shop both ways', () => {
    expect(drivingCost(toldTrip('the car', 14.3), testRules)).toBe(1144);
    expect(drivingCost(null, testRules)).toBe(0);
  });

  it('takes 1.3 minutes a kilometre where only a distance is told', () => {
    expect(toldTrip('the car', 10)).toMatchObject({ minutes: 13, backMinutes: 13, from: 'the workshop' });
  });
});
