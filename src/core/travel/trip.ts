import { hourOf, type LocalHour, minutesOf } from '@/core/kinds/local-time';
import type { DriveOf } from './detour';

/** A drive to a car and back to the workshop. */
export interface Trip {
  readonly from: string;
  readonly to: string;
  readonly distanceKm: number;
  readonly minutes: number;
  readonly backMinutes: number;
  /** Of the minutes there, those of waiting for the ferry and crossing. */
  readonly ferryMinutes: number;
}

/** Minutes for a kilometre where only a distance is told. */
const minutesPerKm = 1.3;

/** A trip from the workshop where only a distance is told. */
export function toldTrip(to: string, distanceKm: number): Trip {
  const minutes = Math.round(distanceKm * minutesPerKm);
  return { from: 'the workshop', to, distanceKm, minutes, backMinutes: minutes, ferryMinutes: 0 };
}

/** There from where the van is, and back an hour later to where it stands when it is with nobody: the workshop, or a place of its own. */
export function tripBy(
  drive: DriveOf,
  from: string,
  to: string,
  home: string,
  hour: LocalHour,
  isWorkshop = true,
): Trip | undefined {
  const there = drive(from, to, hour);
  const back = drive(to, home, hourOf((minutesOf(hour) + 60) % 1440));
  if (!there || !back) return undefined;
  return {
    from: isWorkshop && from === home ? 'the workshop' : from,
    to,
    distanceKm: there.km,
    minutes: there.minutes,
    backMinutes: back.minutes,
    ferryMinutes: there.ferryMinutes,
  };
}
