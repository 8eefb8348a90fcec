import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addWorkingDays } from '@/core/kinds/local-time';
import { allBy, arrivalOf, type Parcel, parcelOf } from './arrival';

/** Wednesday morning. */
const now = { day: '2027-03-03', hour: '09:10' };
const order = { leadDays: 2, lateDays: 3, cutOff: '11:00', deliversBy: '10:30' };

describe('a parcel', () => {
  it('comes after its working days, at the hour of its supplier', () => {
    expect(parcelOf(order, now)).toEqual({ day: '2027-03-05', hour: '10:30', lateDays: 3 });
    expect(parcelOf(order, { ...now, hour: '11:00' }).day).toBe('2027-03-08');
    expect(parcelOf(order, { day: '2027-03-06', hour: '09:00' }).day).toBe('2027-03-10');
  });
});

describe('a holiday', () => {
  const holidays = ['2027-03-04', '2027-03-05'];
  it('brings and sends nothing', () => {
    expect(parcelOf(order, now, holidays).day).toBe('2027-03-09');
    expect(parcelOf(order, { day: '2027-03-04', hour: '08:00' }, holidays).day).toBe('2027-03-10');
  });

  it('is no day on which four in five can be reached', () => {
    const parcel = parcelOf(order, now);
    expect(arrivalOf([parcel], now, ['2027-03-09', '2027-03-10']).p80.day).toBe('2027-03-12');
  });
});

describe('when everything is there', () => {
  it('is now where nothing is on its way', () => {
    expect(arrivalOf([], now)).toEqual({ earliest: now, p80: now });
  });

  it('is in four of five cases after the late days of one parcel', () => {
    const parcel = parcelOf(order, now);
    expect(allBy([parcel], '2027-03-10')).toBeCloseTo(0.8, 12);
    expect(arrivalOf([parcel], now)).toEqual({
      earliest: { day: '2027-03-05', hour: '10:30' },
      p80: { day: '2027-03-10', hour: '10:30' },
    });
  });

  it('is the chance that both of two are there, which one alone does not tell', () => {
    const parcel = parcelOf(order, now);
    expect(allBy([parcel, parcel], '2027-03-10')).toBeCloseTo(0.64, 12);
    expect(arrivalOf([parcel, parcel], now).p80.day > '2027-03-10').toBe(true);
  });

  it('is what counting the days by hand finds, on drawn days', () => {
    const parcels = fc.array(
      fc.record({
        lead: fc.nat(8),
        lateDays: fc.nat(6),
        hour: fc.constantFrom('09:00', '12:00', '16:30'),
      }),
      { minLength: 1, maxLength: 3 },
    );
    fc.assert(
      fc.property(parcels, (drawn) => {
        const all: Parcel[] = drawn.map(({ lead, lateDays, hour }) => ({
          day: addWorkingDays('2027-03-03', lead),
          lateDays,
          hour,
        }));
        const { earliest, p80 } = arrivalOf(all, now);
        expect(earliest.day).toBe(
          all
            .map(({ day }) => day)
            .sort()
            .at(-1),
        );
        // By hand: each parcel's share of days, multiplied out day by day.
        let [day, steps] = ['2027-03-03', 0];
        for (; ; steps += 1) {
          const chance = drawn.reduce(
            (product, { lead, lateDays }) =>
              product * (steps < lead ? 0 : 1 - 0.2 ** ((steps - lead + 1) / (lateDays + 1))),
            1,
          );
          if (chance >= 0.8 - 1e-9) break;
          day = addWorkingDays(day, 1);
        }
        expect(p80.day).toBe(day);
      }),
      { numRuns: 200 },
    );
  });
});
