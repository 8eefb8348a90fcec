import { describe, expect, it } from 'vitest';
import { minutesByDistance } from './by-distance';

describe('a drive of which only the distance is known', () => {
  it.each([
    [0, 0],
    [3, 6],
    [6, 12],
    [16, 22],
    [66, 72],
  ])('of %s km takes %s minutes', (km, minutes) => {
    expect(minutesByDistance(km)).toBe(minutes);
  });

  it('never takes less where it is farther', () => {
    for (let km = 0; km < 200; km += 0.5)
      expect(minutesByDistance(km + 0.5)).toBeGreaterThanOrEqual(minutesByDistance(km));
  });
});
