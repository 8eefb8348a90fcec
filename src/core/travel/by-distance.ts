/** What a van makes on average: in streets at first, on roads beyond them. */
const streets = { km: 6, kmPerHour: 30 };
const roadKmPerHour = 60;

/** Minutes of a drive of which nothing but its distance is known, whole ones. */
export function minutesByDistance(km: number): number {
  const inStreets = Math.min(km, streets.km);
  return Math.round((inStreets / streets.kmPerHour + (km - inStreets) / roadKmPerHour) * 60);
}
