/** The time zones that can be chosen, by name, with one that is chosen already. */
export function zonesWith(zone: string): string[] {
  return [...new Set([...Intl.supportedValuesOf('timeZone'), zone])].sort();
}
