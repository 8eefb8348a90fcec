import {
  addDays,
  hourOf,
  type LocalDay,
  type LocalHour,
  type LocalMoment,
  minutesOf,
  weekdayOf,
} from '@/core/kinds/local-time';

/** Hours of a day in which the van is free. */
export interface FreeGap {
  readonly day: LocalDay;
  readonly from: LocalHour;
  readonly to: LocalHour;
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
    if (!open.days.includes(weekdayOf(day))) continue;
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

/**
 * The first moment at which the van can be at the car: on a day not before `day`, in a gap that holds the way there,
 * so many minutes of work, and the way back. Null where no gap does.
 */
export function firstVisit(
  gaps: readonly FreeGap[],
  day: LocalDay,
  minutes: { readonly there: number; readonly work: number; readonly back: number },
): LocalMoment | null {
  for (const gap of gaps) {
    if (gap.day < day) continue;
    const at = minutesOf(gap.from) + minutes.there;
    if (at + minutes.work + minutes.back <= minutesOf(gap.to)) return { day: gap.day, hour: hourOf(at) };
  }
  return null;
}
