import { type LocalDay, type LocalMoment, weekdayOf } from '@/core/kinds/local-time';
import { scaleMinor } from '@/core/kinds/money';
import { line, sum } from './lines';
import type { HourRule } from './price-rules';
import type { NetLine } from './quote';

/** The dearest rule that holds at a moment, a holiday counting as a Sunday; undefined in ordinary hours. */
export function hourRuleAt(
  rules: readonly HourRule[],
  { day, hour }: LocalMoment,
  holidays: readonly LocalDay[] = [],
): HourRule | undefined {
  const weekday = holidays.includes(day) ? 0 : weekdayOf(day);
  return rules
    .filter(({ days, from, to }) => days.includes(weekday) && hour >= from && hour < to)
    .sort((a, b) => b.percent - a.percent || (a.label < b.label ? -1 : 1))[0];
}

/** What an unusual hour adds: a share of the shop's labour, the trip with it. */
export function hourLines(
  lines: readonly NetLine[],
  rules: readonly HourRule[],
  visit: LocalMoment | null,
  holidays: readonly LocalDay[] = [],
): NetLine[] {
  const rule = visit && hourRuleAt(rules, visit, holidays);
  if (!rule) return [];
  const labour = sum(
    lines
      .filter(({ payee, taxClass }) => payee === 'shop' && taxClass === 'labour')
      .map(({ statedMinor }) => statedMinor),
  );
  return [line(`${rule.label}, ${rule.percent} %`, 'hour', 'labour', scaleMinor(labour, rule.percent, 100))];
}
