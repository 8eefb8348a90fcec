import type { Application } from '@/core/catalogue/application';
import type { YearMonth, YearSpan } from '@/core/kinds/year-span';

/** Months are counted through: year × 12 + month from 0. */
export type MonthNumber = number;

export interface MonthRange {
  readonly from: MonthNumber;
  readonly to: MonthNumber;
}

export function monthNumber({ year, month }: YearMonth, end: 'from' | 'to'): MonthNumber {
  return year * 12 + (month ?? (end === 'from' ? 1 : 12)) - 1;
}

export function rangeOf(span: YearSpan): MonthRange {
  return { from: monthNumber(span.from, 'from'), to: monthNumber(span.to, 'to') };
}

export function yearMonthOf(month: MonthNumber): { year: number; month: number } {
  return { year: Math.floor(month / 12), month: (month % 12) + 1 };
}

/** The whole time that the applications cover. */
export function wholeRange(applications: readonly Application[]): MonthRange {
  const ranges = applications.map(({ span }) => rangeOf(span));
  return {
    from: Math.min(...ranges.map(({ from }) => from)),
    to: Math.max(...ranges.map(({ to }) => to)),
  };
}

/** The stretches between which some application begins or ends: inside one, the month of building tells nothing more. */
export function buildIntervals(applications: readonly Application[]): MonthRange[] {
  if (applications.length === 0) return [];
  const { from, to } = wholeRange(applications);
  const starts = new Set<number>([from]);
  for (const { span } of applications) {
    const range = rangeOf(span);
    starts.add(range.from);
    if (range.to < to) starts.add(range.to + 1);
  }
  const sorted = [...starts].sort((a, b) => a - b);
  return sorted.map((start, at) => ({ from: start, to: (sorted[at + 1] ?? to + 1) - 1 }));
}

/** Two months as a span; whole years are told without their months. */
export function spanOf(from: number, to: number): YearSpan {
  const [first, last] = [yearMonthOf(from), yearMonthOf(to)];
  return first.month === 1 && last.month === 12
    ? { from: { year: first.year, month: null }, to: { year: last.year, month: null } }
    : { from: first, to: last };
}
