import { describe, expect, it } from 'vitest';
import { tripTo } from './trip';

const nowhere = { place: null, distanceKm: null, placeKm: null, placeMinutes: null };
const quarry = { place: 'Quarry End', distanceKm: null, placeKm: 14.3, placeMinutes: 19 };

describe('tripTo', () => {
  it('is the place’s, by its own minutes', () => {
    expect(tripTo(quarry)).toEqual({ place: 'Quarry End', distanceKm: 14.3, minutes: 19 });
  });

  it('is the told distance where one is told, also beside a place', () => {
    expect(tripTo({ ...quarry, distanceKm: 20 })).toEqual({
      place: 'Quarry End',
      distanceKm: 20,
      minutes: 26,
    });
    expect(tripTo({ ...nowhere, distanceKm: 10 })).toEqual({ place: 'the car', distanceKm: 10, minutes: 13 });
  });

  it('is none where nothing is told', () => {
    expect(tripTo(nowhere)).toBeNull();
  });
});
