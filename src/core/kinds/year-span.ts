export interface YearMonth {
  readonly year: number;
  /** 1 to 12; null is the whole year. */
  readonly month: number | null;
}

/** Years of a car, both ends included; an end may name the month of building where a system changes in mid-year. */
export interface YearSpan {
  readonly from: YearMonth;
  readonly to: YearMonth;
}

/** The share of a year's twelve months that lies in the span, 0 to 1. */
export function shareOfYear(span: YearSpan, year: number): number {
  if (year < span.from.year || year > span.to.year) return 0;
  const first = year === span.from.year ? (span.from.month ?? 1) : 1;
  const last = year === span.to.year ? (span.to.month ?? 12) : 12;
  return Math.max(0, last - first + 1) / 12;
}

const months = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

/**
 * A span as people say it.
 * @example formatSpan({ from: { year: 2016, month: null }, to: { year: 2019, month: 4 } }) // '2016 to April 2019'
 */
export function formatSpan(span: YearSpan): string {
  const [from, to] = [formatEnd(span.from), formatEnd(span.to)];
  return from === to ? from : `${from} to ${to}`;
}

function formatEnd({ year, month }: YearMonth): string {
  return month === null ? String(year) : `${months[month - 1]} ${year}`;
}
