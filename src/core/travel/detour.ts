import type { LocalDay, LocalHour } from '@/core/kinds/local-time';
import type { Drive } from './roads';

/** Where a van is at which hour of a day. */
export interface Stop {
  readonly day: LocalDay;
  readonly hour: LocalHour;
  readonly place: string;
}

export type DriveOf = (from: string, to: string, hour: LocalHour) => Drive | undefined;

/** The last place before an hour among the day's appointments, else the workshop. */
export function placeBefore(
  stops: readonly Stop[],
  day: LocalDay,
  hour: LocalHour,
  workshop: string,
): string {
  return (
    stops
      .filter((stop) => stop.day === day && stop.hour <= hour)
      .sort((a, b) => (a.hour < b.hour ? -1 : 1))
      .at(-1)?.place ?? workshop
  );
}

/**
 * Minutes that a visit adds to a day's driving: from the place before it to the car and on to the next place, the
 * workshop at the end of the day, less the way there without it. Undefined where a way is not known.
 */
export function detourMinutes(
  stops: readonly Stop[],
  { day, hour, place }: Stop,
  workshop: string,
  drive: DriveOf,
): number | undefined {
  const before = placeBefore(stops, day, hour, workshop);
  const after =
    stops.filter((stop) => stop.day === day && stop.hour > hour).sort((a, b) => (a.hour < b.hour ? -1 : 1))[0]
      ?.place ?? workshop;
  const there = drive(before, place, hour);
  const onward = drive(place, after, hour);
  const direct = drive(before, after, hour);
  return there && onward && direct && there.minutes + onward.minutes - direct.minutes;
}

/**
 * What waiting for a better time saves: the detour of the asked time less the smallest detour over the days that a
 * flexible customer waits; never less than nothing.
 */
export function waitingSaves(
  asked: Stop,
  others: readonly { readonly day: LocalDay; readonly hour: LocalHour }[],
  stops: readonly Stop[],
  workshop: string,
  drive: DriveOf,
): number {
  const now = detourMinutes(stops, asked, workshop, drive);
  if (now === undefined) return 0;
  const best = others.map(
    (time) => detourMinutes(stops, { ...time, place: asked.place }, workshop, drive) ?? now,
  );
  return Math.max(0, now - Math.min(now, ...best));
}
