import { describe, expect, it } from 'vitest';
import { goingPrice } from './going-price';

const told = (
  totalMinor: number,
  place: string | null = 'Quarry End',
  unusualHour = false,
  won: boolean | null = null,
) => ({
  totalMinor,
  place,
  unusualHour,
  won,
});
const asked = { place: 'Quarry End', unusualHour: false };

describe('the going price', () => {
  it('is of the same district and hour where five are known', () => {
    const near = [100, 200, 300, 400, 500].map((minor) => told(minor));
    expect(goingPrice([...near, told(9000, 'Millrace'), told(9000, 'Quarry End', true)], asked)).toEqual({
      near: 'districtAndHour',
      count: 5,
      lowMinor: 140,
      medianMinor: 300,
      highMinor: 460,
      won: 0,
      lost: 0,
    });
  });

  it('is of the hour, else of all, where fewer are', () => {
    const hour = [1, 2, 3, 4, 5].map((minor) => told(minor, 'Millrace', false, minor < 3));
    expect(goingPrice(hour, asked)).toMatchObject({ near: 'hour', won: 2, lost: 3 });
    expect(goingPrice(hour.slice(0, 4), asked)).toMatchObject({ near: 'any', count: 4, medianMinor: 3 });
    expect(goingPrice([], asked)).toBeUndefined();
  });
});
