import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hourOf, minutesOf } from '@/core/kinds/local-time';
import { firstVisit, freeGaps } from './gaps';

const open = { days: [0, 1, 2, 3, 4, 5, 6], from: '08:00', to: '17:00' };
const now = { day: '2027-03-03', hour: '09:10' };
const day = fc.constantFrom('2027-03-03', '2027-03-04');
const span = fc
  .tuple(fc.integer({ min: 30, max: 80 }), fc.integer({ min: 1, max: 20 }))
  .map(([start, length]) => ({ from: hourOf(start * 15), to: hourOf(Math.min(95, start + length) * 15) }));
const taken = fc.array(
  fc.tuple(day, span).map(([on, times]) => ({ day: on, ...times })),
  { maxLength: 6 },
);

describe('the free hours of a van', () => {
  it('are the minutes that are open, not over and not taken', () => {
    fc.assert(
      fc.property(taken, (busy) => {
        const gaps = freeGaps(now, open, busy, 2);
        for (const on of ['2027-03-03', '2027-03-04'])
          for (let minute = 0; minute < 1440; minute += 5) {
            const hour = hourOf(minute);
            const free =
              hour >= open.from &&
              hour < open.to &&
              (on > now.day || hour >= now.hour) &&
              !busy.some((one) => one.day === on && hour >= one.from && hour < one.to);
            const inGap = gaps.some((gap) => gap.day === on && hour >= gap.from && hour < gap.to);
            expect([on, hour, inGap]).toEqual([on, hour, free]);
          }
      }),
    );
  });

  it('hold the first visit that no earlier one could be', () => {
    const minutes = fc.record({ there: fc.nat(40), work: fc.nat(200), back: fc.nat(40) });
    fc.assert(
      fc.property(taken, minutes, day, (busy, given, from) => {
        const gaps = freeGaps(now, open, busy, 2);
        const found = firstVisit(gaps, from, given);
        const fits = (on: string, at: number) =>
          gaps.some(
            (gap) =>
              gap.day === on &&
              at - given.there >= minutesOf(gap.from) &&
              at + given.work + given.back <= minutesOf(gap.to),
          );
        if (found) expect(fits(found.day, minutesOf(found.hour))).toBe(true);
        for (const on of ['2027-03-03', '2027-03-04'].filter((one) => one >= from))
          for (let at = 0; at < 1440; at += 5) {
            const earlier = !found || on < found.day || (on === found.day && at < minutesOf(found.hour));
            if (earlier) expect(fits(on, at)).toBe(false);
          }
      }),
    );
  });
});
