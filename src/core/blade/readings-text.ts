/**
 * A reading as people write it, with a decimal point or comma; null for a space that was not read.
 * Undefined where it is no number.
 */
export function parseReading(text: string): number | null | undefined {
  const plain = text.trim();
  if (/^[-–?x.]?$/i.test(plain)) return null;
  return /^[-+]?(\d{1,4}([.,]\d{0,4})?|[.,]\d{1,4})$/.test(plain)
    ? Number(plain.replace(',', '.'))
    : undefined;
}

/**
 * A whole row as it is pasted: readings with tabs, semicolons, spaces or lines between; with points as decimals also commas.
 * Undefined where it holds one reading only, or what is none.
 * @example parseReadingRow('0,09 1,32 ? 0,70') // [0.09, 1.32, null, 0.7]
 */
export function parseReadingRow(text: string): (number | null)[] | undefined {
  const plain = text.trim();
  const between = plain.includes('.') ? /[\t;, \r\n]+/ : /[\t; \r\n]+/;
  // Between tabs nothing is a space that was not read.
  const parts = plain.includes('\t') ? plain.split('\t') : plain.split(between);
  if (parts.length < 2 || parts.length > 40) return undefined;
  const readings = parts.map(parseReading);
  return readings.some((reading) => reading === undefined) ? undefined : readings.map((one) => one ?? null);
}
