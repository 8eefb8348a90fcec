/** Joins class names, leaving out what is false or missing. */
export function classNames(...names: readonly (string | false | undefined)[]): string {
  return names.filter(Boolean).join(' ');
}
