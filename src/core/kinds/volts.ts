/** What the battery of a car can show; less or more is a slip of whoever types it. */
export const voltsLeast = 5;
export const voltsMost = 17;
export const voltsProblem = `Volts, ${voltsLeast} to ${voltsMost}.`;

/** Volts as they are typed, with a point or a comma; undefined where it is none. */
export function readVolts(text: string): number | undefined {
  const volts = text.trim() === '' ? Number.NaN : Number(text.trim().replace(',', '.'));
  return volts >= voltsLeast && volts <= voltsMost ? volts : undefined;
}
