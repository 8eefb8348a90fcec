/** A meter of the shop. */
export interface Meter {
  readonly name: string;
  /** Of the reading. */
  readonly accuracyPercent: number;
  /** Of the last digit of the range. */
  readonly accuracyDigits: number;
  /** What its display counts to. */
  readonly counts: number;
  /** The ends of its ranges, in ohms, rising. */
  readonly ranges: readonly number[];
  /** What its leads add. */
  readonly leadOhms: number;
}

/** What is wrong with a meter; nothing where it can be. */
export function meterProblems({
  accuracyPercent,
  accuracyDigits,
  counts,
  ranges,
  leadOhms,
}: Omit<Meter, 'name'>): { readonly field: string; readonly message: string }[] {
  const within = (value: number, from: number, to: number) =>
    Number.isFinite(value) && value >= from && value <= to;
  return [
    ...(within(accuracyPercent, 0.01, 10)
      ? []
      : [
          {
            field: 'accuracyPercent',
            message: 'No meter is like that: expected 0.01 to 10 % of the reading.',
          },
        ]),
    ...(Number.isInteger(accuracyDigits) && within(accuracyDigits, 0, 50)
      ? []
      : [{ field: 'accuracyDigits', message: 'Expected 0 to 50 digits.' }]),
    ...(Number.isInteger(counts) && within(counts, 200, 1_000_000)
      ? []
      : [{ field: 'counts', message: 'Expected a display of 200 to 1,000,000 counts.' }]),
    ...(ranges.length >= 1 &&
    ranges.length <= 10 &&
    ranges.every((range, at) => within(range, 1, 1e9) && range > (ranges[at - 1] ?? 0))
      ? []
      : [{ field: 'ranges', message: 'Expected 1 to 10 ranges, each higher than the one before.' }]),
    ...(within(leadOhms, 0, 20) ? [] : [{ field: 'leadOhms', message: 'Expected 0 to 20 Ω of leads.' }]),
  ];
}

/** What a reading can be off by on a range: percent of the reading and digits of the range. */
export function boundOf(
  { accuracyPercent, accuracyDigits, counts }: Meter,
  ohms: number,
  range: number,
): number {
  return (accuracyPercent / 100) * ohms + accuracyDigits * (range / counts);
}

/** The lowest range that holds every step: set first, and kept to. */
export function rangeFor({ ranges }: Meter, steps: readonly number[], tolerancePercent: number): number {
  const most = Math.max(...steps) * (1 + tolerancePercent / 100);
  return ranges.find((range) => range > most) ?? ranges.at(-1) ?? most;
}

/** The lowest range that holds a reading, where that reads finer than the one set; null where it does not. */
export function finerRange({ ranges }: Meter, ohms: number, range: number): number | null {
  const finer = ranges.find((one) => one > ohms * 1.02);
  return finer !== undefined && finer < range ? finer : null;
}
