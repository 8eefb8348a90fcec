import type { QuoteSnapshot } from './quote';

/** Minutes for a kilometre where only a distance is told. */
const minutesPerKm = 1.3;

/** The trip to the car from a place of the list, or from a told distance; null where neither is known. */
export function tripTo(where: {
  readonly place: string | null;
  readonly distanceKm: number | null;
  readonly placeKm: number | null;
  readonly placeMinutes: number | null;
}): QuoteSnapshot['trip'] {
  const { place, distanceKm, placeKm, placeMinutes } = where;
  if (distanceKm !== null) {
    return { place: place ?? 'the car', distanceKm, minutes: Math.round(distanceKm * minutesPerKm) };
  }
  if (place === null || placeKm === null || placeMinutes === null) return null;
  return { place, distanceKm: placeKm, minutes: placeMinutes };
}
