import { hourOf, type LocalDay, type LocalHour, type LocalMoment, minutesOf } from '@/core/kinds/local-time';
import type { AskedTime, OpenHours } from './gaps';

/** What a caller says of when. */
export interface WhenTold {
  readonly urgent: boolean;
  readonly day: LocalDay | null;
  readonly from: LocalHour | null;
  readonly by: LocalHour | null;
}

/** How long before an hour of the night the van may come, and how long it may take then. */
const nightBefore = 30;
const nightWork = 180;

/**
 * The hours within which a caller wants the car ready; null where nothing was said, or it is over. An hour without a day is
 * of the day on which it was told, and not asked for again on the next. An hour before the shop
 * opens is the hour to come; a later one is the hour to be ready by.
 */
export function askedTime(
  { urgent, day, from, by }: WhenTold,
  open: Pick<OpenHours, 'from' | 'to'>,
  now: LocalMoment,
  toldOn: LocalDay = now.day,
): AskedTime | null {
  if (!urgent && day === null && from === null && by === null) return null;
  const on = day ?? toldOn;
  if (on < now.day) return null;
  const soonest = on === now.day ? now.hour : '00:00';
  const asked = hoursOf({ urgent: urgent && day === null, from, by }, open);
  const begins = laterOf(asked.from, soonest);
  return begins < asked.by ? { day: on, from: begins, by: asked.by } : null;
}

function hoursOf(
  { urgent, from, by }: Omit<WhenTold, 'day'>,
  open: Pick<OpenHours, 'from' | 'to'>,
): Pick<AskedTime, 'from' | 'by'> {
  if (from !== null && by !== null) return { from, by };
  if (by !== null)
    return by > open.from
      ? { from: open.from, by }
      : { from: hourOf(Math.max(0, minutesOf(by) - nightBefore)), by: hourOf(minutesOf(by) + nightWork) };
  if (from !== null) {
    const late = hourOf(Math.min(24 * 60, minutesOf(from) + nightWork));
    return { from, by: laterOf(late, open.to) };
  }
  return urgent ? { from: '00:00', by: '24:00' } : { from: open.from, by: open.to };
}

function laterOf(one: LocalHour, other: LocalHour): LocalHour {
  return one < other ? other : one;
}
