import { describe, expect, it } from 'vitest';
import { arrivalOf, parcelOf } from '@/core/supply/arrival';
import { firstVisit, freeGaps } from '@/core/travel/gaps';
import { hourLines, hourRuleAt } from './hour';
import { line } from './lines';
import { testRules } from './test-snapshot';

describe('an order', () => {
  const terms = { leadDays: 1, lateDays: 2, cutOff: '15:30' };
  it.each([
    ['2027-03-03', '09:20', '2027-03-04', '2027-03-08'],
    ['2027-03-03', '15:30', '2027-03-05', '2027-03-09'],
    ['2027-03-05', '16:00', '2027-03-09', '2027-03-11'],
    ['2027-03-06', '08:00', '2027-03-09', '2027-03-11'],
  ])('of %s at %s is here on %s, four of five by %s', (day, hour, earliest, p80) => {
    const arrival = arrivalOf([parcelOf(terms, { day, hour })], { day, hour });
    expect([arrival.earliest.day, arrival.p80.day]).toEqual([earliest, p80]);
  });
});

describe('a free gap', () => {
  const open = { days: [1, 2, 3, 4, 5], from: '08:00', to: '17:30' };
  const now = { day: '2027-03-05', hour: '09:20' };

  it('begins now, lies between what is taken, and leaves out closed days', () => {
    const taken = [
      { day: '2027-03-05', from: '08:00', to: '10:00' },
      { day: '2027-03-05', from: '11:00', to: '12:30' },
      { day: '2027-03-05', from: '12:00', to: '13:00' },
      { day: '2027-03-08', from: '17:00', to: '19:00' },
    ];
    expect(freeGaps(now, open, taken, 4)).toEqual([
      { day: '2027-03-05', from: '10:00', to: '11:00' },
      { day: '2027-03-05', from: '13:00', to: '17:30' },
      { day: '2027-03-08', from: '08:00', to: '17:00' },
    ]);
  });

  it('holds a visit with the way there and back', () => {
    const gaps = freeGaps(now, open, [{ day: '2027-03-05', from: '10:00', to: '17:00' }], 4);
    const visit = (day: string, workMinutes: number, hour = '00:00') =>
      firstVisit(gaps, { ready: { day, hour }, workMinutes, way: { there: 10, back: 10 } })?.at;
    expect(visit('2027-03-05', 20)).toEqual({ day: '2027-03-05', hour: '09:30' });
    expect(visit('2027-03-05', 21)?.day).toBe('2027-03-08');
    expect(visit('2027-03-08', 20)?.hour).toBe('08:10');
    expect(visit('2027-03-05', 700)).toBeUndefined();
    // What comes at noon is not driven out at eight.
    expect(visit('2027-03-08', 20, '12:00')).toEqual({ day: '2027-03-08', hour: '12:10' });
  });
});

describe('an unusual hour', () => {
  it('adds a share of the labour, by the dearest rule that holds', () => {
    const lines = [line('a', 'article', 'goods', 9000), line('b', 'programming', 'labour', 10_001)];
    expect(hourLines(lines, testRules.hours, { day: '2027-03-03', hour: '18:00' })).toEqual([
      line('Evening, 25 %', 'hour', 'labour', 2500),
    ]);
    expect(hourLines(lines, testRules.hours, { day: '2027-03-03', hour: '22:00' })).toEqual([]);
    expect(hourRuleAt(testRules.hours, { day: '2027-03-07', hour: '19:00' })?.label).toBe('Sunday');
    expect(hourLines(lines, testRules.hours, null)).toEqual([]);
    // A holiday is charged as a Sunday.
    expect(hourRuleAt(testRules.hours, { day: '2027-03-03', hour: '09:00' })).toBeUndefined();
    expect(hourRuleAt(testRules.hours, { day: '2027-03-03', hour: '09:00' }, ['2027-03-03'])?.label).toBe(
      'Sunday',
    );
  });
});
