export type DistanceUnit = 'km' | 'mi';

/** Kilometres in an international mile (exact by definition). */
const kmPerMile = 1.609344;

export function kmFrom(distance: number, unit: DistanceUnit): number {
  return unit === 'km' ? distance : distance * kmPerMile;
}

/** A distance in the shop's unit, to a tenth. */
export function distanceIn(km: number, unit: DistanceUnit): number {
  return Math.round((unit === 'km' ? km : km / kmPerMile) * 10) / 10;
}

/**
 * A distance in the shop's unit, whole from ten upwards.
 * @example formatDistance(14.2, 'km') // '14 km'
 */
export function formatDistance(km: number, unit: DistanceUnit): string {
  const value = unit === 'km' ? km : km / kmPerMile;
  return `${value >= 10 ? Math.round(value) : distanceIn(km, unit)} ${unit}`;
}

/**
 * Minutes as people say them.
 * @example formatMinutes(95) // '1 h 35 min'
 */
export function formatMinutes(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole < 60) return `${whole} min`;
  const rest = whole % 60;
  return rest === 0 ? `${Math.floor(whole / 60)} h` : `${Math.floor(whole / 60)} h ${rest} min`;
}

/**
 * How long ago something was, as people say it.
 * @example formatAge(5_400_000) // '1 h'
 */
export function formatAge(ms: number): string {
  const minutes = Math.floor(ms / 60_000);
  if (minutes < 1) return 'less than a minute';
  if (minutes < 60) return `${minutes} min`;
  const hours = Math.floor(minutes / 60);
  return hours < 48 ? `${hours} h` : `${Math.floor(hours / 24)} days`;
}

/**
 * Bytes as people say them.
 * @example formatBytes(12_345_678) // '12 MB'
 */
export function formatBytes(bytes: number): string {
  const units = ['bytes', 'kB', 'MB', 'GB', 'TB'] as const;
  const at = Math.min(units.length - 1, Math.max(0, Math.floor(Math.log10(Math.max(1, bytes)) / 3)));
  const value = bytes / 1000 ** at;
  return `${value < 10 && at > 0 ? Math.round(value * 10) / 10 : Math.round(value)} ${units[at]}`;
}
