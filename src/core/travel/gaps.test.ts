import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hourOf, minutesOf } from '@/core/kinds/local-time';
import { firstVisit, freeGaps, gapsAround } from './gaps';

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

describe('a holiday', () => {
  it('has no free hours, but for who asks for one', () => {
    const free = freeGaps(now, { ...open, holidays: ['2027-03-04'] }, [], 3).map((gap) => gap.day);
    expect(free).toEqual(['2027-03-03', '2027-03-05']);
    const asked = { day: '2027-03-04', from: '10:00', by: '12:00' };
    expect(gapsAround(asked, now, [], 60)).toMatchObject([{ day: '2027-03-04', outside: true }]);
  });
});

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

  it('hold the first visit that no earlier one could be, when all that is needed is there', () => {
    const minutes = fc.record({ there: fc.nat(40), work: fc.nat(200), back: fc.nat(40) });
    const ready = fc.record({ day, hour: fc.constantFrom('00:00', '08:05', '11:30', '16:00') });
    const asked = fc.option(
      fc.record({ day, from: fc.constantFrom('08:00', '10:00'), by: fc.constantFrom('12:00', '20:00') }),
    );
    fc.assert(
      fc.property(taken, minutes, ready, asked, (busy, given, from, wish) => {
        const gaps = [...freeGaps(now, open, busy, 2), ...(wish ? gapsAround(wish, now, busy, 60) : [])];
        const way = { there: given.there, back: given.back };
        const found = firstVisit(gaps, { ready: from, workMinutes: given.work, way, asked: wish })?.at;
        const fits = (on: string, at: number) =>
          gaps.some(
            (gap) =>
              gap.day === on &&
              (!wish ||
                (wish.day === on && at >= minutesOf(wish.from) && at + given.work <= minutesOf(wish.by))) &&
              at - given.there >= Math.max(minutesOf(gap.from), on === from.day ? minutesOf(from.hour) : 0) &&
              at + given.work + given.back <= minutesOf(gap.to),
          );
        if (found) expect(fits(found.day, minutesOf(found.hour))).toBe(true);
        for (const on of ['2027-03-03', '2027-03-04'].filter(
          (one) => one >= from.day && (!wish || one === wish.day),
        ))
          for (let at = 0; at < 1440; at += 5) {
            const earlier = !found || (on === found.day ? at < minutesOf(found.hour) : on < found.day);
            if (earlier && (!wish || found === undefined)) expect(fits(on, at)).toBe(false);
          }
      }),
    );
  });

  it('outside the open hours are for who asks for them, and not where the van is taken', () => {
    const wish = { day: '2027-03-03', from: '18:00', by: '21:00' };
    const around = gapsAround(wish, now, [{ day: '2027-03-03', from: '19:00', to: '20:00' }], 30);
    expect(around.map(({ from, to }) => [from, to])).toEqual([
      ['17:30', '19:00'],
      ['20:00', '21:30'],
    ]);
    const needs = { ready: now, workMinutes: 30, way: { there: 10, back: 10 } };
    expect(firstVisit(around, needs)).toBeNull();
    expect(firstVisit(around, { ...needs, asked: wish })?.at).toEqual({ day: '2027-03-03', hour: '18:00' });
  });

  it('know where the van is then', () => {
    const trip = { from: 'A', to: 'B', distanceKm: 3, minutes: 5, backMinutes: 20, ferryMinutes: 0 };
    const gap = { day: '2027-03-03', from: '10:00', to: '11:00', trip };
    const needs = { ready: now, workMinutes: 35, way: { there: 40, back: 40 } };
    expect(firstVisit([gap], needs)?.at.hour).toBe('10:05');
    expect(firstVisit([gap], { ...needs, workMinutes: 36 })).toBeNull();
  });
});
