import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatSpan, shareOfYear, type YearSpan } from './year-span';

const span = (from: number, fromMonth: number | null, to: number, toMonth: number | null): YearSpan => ({
  from: { year: from, month: fromMonth },
  to: { year: to, month: toMonth },
});

describe('shareOfYear', () => {
  it.each([
    [span(2016, null, 2019, 4), 2015, 0],
    [span(2016, null, 2019, 4), 2016, 1],
    [span(2016, null, 2019, 4), 2019, 4 / 12],
    [span(2019, 5, 2022, null), 2019, 8 / 12],
    [span(2019, 5, 2019, 7), 2019, 3 / 12],
    [span(2019, 12, 2019, 12), 2019, 1 / 12],
    [span(2016, null, 2019, null), 2020, 0],
  ])('%j in %d is %d', (years, year, expected) => {
    expect(shareOfYear(years, year)).toBeCloseTo(expected, 12);
  });

  it('of two spans that split a year sums to the whole year', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 11 }), fc.integer({ min: 1980, max: 2030 }), (month, year) => {
        const before = span(year - 3, null, year, month);
        const after = span(year, month + 1, year + 3, null);
        expect(shareOfYear(before, year) + shareOfYear(after, year)).toBeCloseTo(1, 12);
      }),
    );
  });
});

describe('formatSpan', () => {
  it.each([
    [span(2016, null, 2019, 4), '2016 to April 2019'],
    [span(2019, 5, 2022, null), 'May 2019 to 2022'],
    [span(2019, null, 2019, null), '2019'],
    [span(1986, null, 1997, null), '1986 to 1997'],
  ])('%j is %s', (years, expected) => {
    expect(formatSpan(years)).toBe(expected);
  });
});
