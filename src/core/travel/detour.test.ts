import { describe, expect, it } from 'vitest';
import { detourMinutes, placeBefore, waitingSaves } from './detour';

/** Places on a line, a minute a kilometre. */
const at: Record<string, number> = { Shop: 0, Near: 5, Quarry: 20, Far: 30 };
const drive = (from: string, to: string) => {
  const [a, b] = [at[from], at[to]];
  if (a === undefined || b === undefined) return undefined;
  return { km: Math.abs(a - b), minutes: Math.abs(a - b), ferryMinutes: 0 };
};
const stops = [
  { day: '2027-03-03', hour: '09:00', place: 'Near' },
  { day: '2027-03-03', hour: '14:00', place: 'Far' },
  { day: '2027-03-04', hour: '10:00', place: 'Quarry' },
];

describe('where a van will be', () => {
  it.each([
    ['2027-03-03', '08:00', 'Shop'],
    ['2027-03-03', '09:00', 'Near'],
    ['2027-03-03', '13:59', 'Near'],
    ['2027-03-03', '16:00', 'Far'],
    ['2027-03-05', '16:00', 'Shop'],
  ])('on %s at %s is %s', (day, hour, place) => {
    expect(placeBefore(stops, day, hour, 'Shop')).toBe(place);
  });
});

describe('a detour', () => {
  it('is what a visit adds to the driving of the day', () => {
    const visit = (day: string, hour: string) =>
      detourMinutes(stops, { day, hour, place: 'Quarry' }, 'Shop', drive);
    // Out and back from the workshop; between Near and Far it lies on the way; so does it on the way home.
    expect(visit('2027-03-05', '10:00')).toBe(40);
    expect(visit('2027-03-03', '11:00')).toBe(0);
    expect(visit('2027-03-03', '16:00')).toBe(0);
    expect(visit('2027-03-03', '08:00')).toBe(30);
    expect(
      detourMinutes(stops, { day: '2027-03-03', hour: '11:00', place: 'Nowhere' }, 'Shop', drive),
    ).toBeUndefined();
  });

  it('is saved by waiting for the van to be near, and nothing where it is near already', () => {
    const times = [
      { day: '2027-03-03', hour: '11:00' },
      { day: '2027-03-04', hour: '12:00' },
    ];
    const saves = (day: string, hour: string, place = 'Quarry') =>
      waitingSaves({ day, hour, place }, times, stops, 'Shop', drive);
    expect(saves('2027-03-05', '10:00')).toBe(40);
    expect(saves('2027-03-03', '11:00')).toBe(0);
    expect(saves('2027-03-05', '10:00', 'Nowhere')).toBe(0);
    expect(
      waitingSaves({ day: '2027-03-05', hour: '10:00', place: 'Quarry' }, [], stops, 'Shop', drive),
    ).toBe(0);
  });
});
