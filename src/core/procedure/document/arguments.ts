// What a row of the ways of platforms fills in: `at=pocket; seconds=40`.

/** The values by name; undefined where the text is none. */
export function readArguments(text: string | undefined): Readonly<Record<string, string>> | undefined {
  const pairs = (text ?? '')
    .split(';')
    .map((pair) => pair.trim())
    .filter((pair) => pair !== '')
    .map((pair) => {
      const at = pair.indexOf('=');
      return at < 0 ? undefined : ([pair.slice(0, at).trim(), pair.slice(at + 1).trim()] as const);
    });
  if (pairs.some((pair) => pair === undefined || pair[0] === '' || pair[1] === '')) return undefined;
  const known = pairs.filter((pair) => pair !== undefined);
  return new Set(known.map(([name]) => name)).size < known.length ? undefined : Object.fromEntries(known);
}
