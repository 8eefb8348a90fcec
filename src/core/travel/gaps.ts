import {
  addDays,
  hourOf,
  type LocalDay,
  type LocalHour,
  type LocalMoment,
  minutesOf,
  weekdayOf,
} from '@/core/kinds/local-time';
import type { Trip } from './trip';

/** Hours of a day in which the van is free. */
export interface FreeGap {
  readonly day: LocalDay;
  readonly from: LocalHour;
  readonly to: LocalHour;
  /** From where the van is then to the car, and back; missing where the place is not known. */
  readonly trip?: Trip | null;
  /** Outside the hours in which the shop drives out: only for who asks for such an hour. */
  readonly outside?: boolean;
}

/** When a caller wants the car to be ready: a day, and hours of it. */
export interface AskedTime {
  readonly day: LocalDay;
  readonly from: LocalHour;
  readonly by: LocalHour;
}

/** A time of the day in which a van is taken, by local hours. */
export interface Taken {
  readonly day: LocalDay;
  readonly from: LocalHour;
  readonly to: LocalHour;
}

/** When the shop drives out. */
export interface OpenHours {
  readonly days: readonly number[];
  readonly from: LocalHour;
  readonly to: LocalHour;
  /** Days on which it does not. */
  readonly holidays?: readonly LocalDay[];
}

/** The hours in which a van is free, from now on, over so many days. */
export function freeGaps(
  now: LocalMoment,
  open: OpenHours,
  taken: readonly Taken[],
  days: number,
): FreeGap[] {
  const gaps: FreeGap[] = [];
  for (let ahead = 0; ahead < days; ahead += 1) {
    const day = addDays(now.day, ahead);
    if (!open.days.includes(weekdayOf(day)) || open.holidays?.includes(day)) continue;
    let from = ahead === 0 && now.hour > open.from ? now.hour : open.from;
    const busy = taken.filter((one) => one.day === day).sort((a, b) => (a.from < b.from ? -1 : 1));
    for (const one of busy) {
      if (one.from > from) gaps.push({ day, from, to: earlier(one.from, open.to) });
      if (one.to > from) from = one.to;
      if (from >= open.to) break;
    }
    if (from < open.to) gaps.push({ day, from, to: open.to });
  }
  return gaps;
}

function earlier(a: LocalHour, b: LocalHour): LocalHour {
  return a < b ? a : b;
}

/** What a visit needs of a gap. */
export interface VisitNeeds {
  /** When all that is needed is there. */
  readonly ready: LocalMoment;
  readonly workMinutes: number;
  /** Minutes there and back where a gap does not know its own trip. */
  readonly way: { readonly there: number; readonly back: number };
  /** The car is to be ready within these hours; any time where it is missing. */
  readonly asked?: AskedTime | null;
}

/**
 * The first moment at which the van can be at the car: it leaves in a gap when all that is needed is there, drives, works,
 * and is back before the gap ends. Null where no gap holds that.
 */
export function firstVisit(
  gaps: readonly FreeGap[],
  { ready, workMinutes, way, asked = null }: VisitNeeds,
): { readonly at: LocalMoment; readonly gap: FreeGap } | null {
  for (const gap of gaps) {
    if (gap.day < ready.day || (gap.outside && !asked) || (asked && gap.day !== asked.day)) continue;
    const there = gap.trip?.minutes ?? way.there;
    const back = gap.trip?.backMinutes ?? way.back;
    const leaves = Math.max(minutesOf(gap.from), gap.day === ready.day ? minutesOf(ready.hour) : 0);
    const at = Math.max(leaves + there, asked ? minutesOf(asked.from) : 0);
    if (asked && at + workMinutes > minutesOf(asked.by)) continue;
    if (at + workMinutes + back <= minutesOf(gap.to)) return { at: { day: gap.day, hour: hourOf(at) }, gap };
  }
  return null;
}

/** The free hours around a time that is asked for, whether or not the shop drives out then. */
export function gapsAround(
  { day, from, by }: AskedTime,
  now: LocalMoment,
  taken: readonly Taken[],
  spareMinutes: number,
): FreeGap[] {
  const wide = {
    days: [weekdayOf(day)],
    from: hourOf(Math.max(0, minutesOf(from) - spareMinutes)),
    to: hourOf(Math.min(24 * 60, minutesOf(by) + spareMinutes)),
  };
  const start = day === now.day ? now : { day, hour: '00:00' };
  return freeGaps(start, wide, taken, 1).map((gap) => ({ ...gap, outside: true }));
}
