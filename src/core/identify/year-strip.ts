import type { Application } from '@/core/catalogue/application';
import { rangeOf, wholeRange } from './build-time';

export type SplitBy = 'month' | 'equipment' | 'ignition' | 'market' | 'mark';

export interface StripYear {
  readonly year: number;
  /** Decisions that a car of this year may need, with the share of the year's months and weights; likeliest first. */
  readonly decisions: readonly {
    readonly key: string;
    readonly share: number;
    readonly application: Application;
  }[];
  /** What tells them apart within the year; empty where the year has one answer or none. */
  readonly splitBy: readonly SplitBy[];
  /** Whether the answer differs from that of the year before. */
  readonly changes: boolean;
}

/**
 * The years of a model in one market, each with what its cars need: shows where the answer changes, and whether by year,
 * by month of building, or by something to be seen on the car.
 * @param applications one model's rows of one market
 */
export function yearStrip(
  applications: readonly Application[],
  decisionOf: (application: Application) => string,
): StripYear[] {
  if (applications.length === 0) return [];
  const { from, to } = wholeRange(applications);
  const strip: StripYear[] = [];
  for (let year = Math.floor(from / 12); year <= Math.floor(to / 12); year += 1) {
    const rows = applications.filter((application) => monthsIn(application, year) > 0);
    const decisions = decisionsOf(rows, year, decisionOf);
    const before = strip.at(-1)?.decisions.map(({ key }) => key) ?? [];
    strip.push({
      year,
      decisions,
      splitBy: decisions.length > 1 ? splitsOf(rows, year, decisionOf) : [],
      changes: strip.length > 0 && before.join('\n') !== decisions.map(({ key }) => key).join('\n'),
    });
  }
  return strip;
}

function monthsIn({ span }: Application, year: number): number {
  const { from, to } = rangeOf(span);
  return Math.max(0, Math.min(to, year * 12 + 11) - Math.max(from, year * 12) + 1);
}

function decisionsOf(
  rows: readonly Application[],
  year: number,
  decisionOf: (application: Application) => string,
) {
  const sums = new Map<string, { share: number; application: Application }>();
  const total = rows.reduce((sum, row) => sum + row.weight * monthsIn(row, year), 0);
  for (const row of rows) {
    const key = decisionOf(row);
    const share = (row.weight * monthsIn(row, year)) / total;
    const found = sums.get(key);
    if (found) found.share += share;
    else sums.set(key, { share, application: row });
  }
  return [...sums]
    .map(([key, value]) => ({ key, ...value }))
    .sort((a, b) => b.share - a.share || (a.key < b.key ? -1 : 1));
}

function splitsOf(
  rows: readonly Application[],
  year: number,
  decisionOf: (application: Application) => string,
): SplitBy[] {
  const splits = new Set<SplitBy>();
  for (const [at, one] of rows.entries()) {
    for (const other of rows.slice(at + 1)) {
      if (decisionOf(one) === decisionOf(other)) continue;
      if (!overlap(one, other)) splits.add('month');
      else if (one.equipment !== other.equipment) splits.add('equipment');
      else if (one.ignition !== other.ignition) splits.add('ignition');
      else if (one.market !== other.market) splits.add('market');
      else splits.add('mark');
    }
  }
  return [...splits]
    .filter((split) => split !== 'month' || rows.some((row) => monthsIn(row, year) < 12))
    .sort();
}

/** Whether two rows share a month of building. */
export function overlap(one: Application, other: Application): boolean {
  const [a, b] = [rangeOf(one.span), rangeOf(other.span)];
  return a.from <= b.to && b.from <= a.to;
}
