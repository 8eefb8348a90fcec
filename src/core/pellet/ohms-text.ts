/** What was typed of a resistance. */
export type TypedOhms =
  | {
      readonly kind: 'ohms';
      readonly ohms: number;
      /** The unit was not typed, and the one that fits the ladder was taken. */
      readonly unitTaken: OhmUnit | null;
      /** As typed it is off the ladder; with this factor it would be on it. */
      readonly slip: number | null;
    }
  | { readonly kind: 'open' };

export const ohmUnits = ['Ω', 'kΩ', 'MΩ'] as const;
export type OhmUnit = (typeof ohmUnits)[number];
const factors: Record<OhmUnit, number> = { Ω: 1, kΩ: 1000, MΩ: 1_000_000 };

const longest = 24;
/** '3k3', '4M7', '4R7': the unit in the place of the point. */
const inPlace = /^(\d{1,6})([rkm])(\d{1,4})$/;
const plain = /^(\d{0,9}(?:[.,]\d{0,6})?) ?(r|k|m|ω|kω|mω|ohm|ohms|kohm|kohms|mohm|mohms)?$/;
const openWords = ['ol', '0l', 'o.l', 'o.l.', 'open', 'inf', '∞'];

/**
 * A resistance as people type it: '3.3', '3300', '3k3', '3.3 kΩ', '.0033M', with a point or a comma; 'OL' where the meter shows
 * no end. A missing unit takes the scale that fits the ladder, and says so; a value off the ladder by tens or thousands says
 * which slip would put it there, and assumes none.
 * @param ladder the ohms of the steps
 * @returns undefined where it is no resistance
 * @example parseOhms('3k3', [1000, 22_000]) // { kind: 'ohms', ohms: 3300, unitTaken: null, slip: null }
 */
export function parseOhms(text: string, ladder: readonly number[]): TypedOhms | undefined {
  const typed = text.trim().toLowerCase().replaceAll('Ω', 'ω');
  if (typed === '' || typed.length > longest) return undefined;
  if (openWords.includes(typed)) return { kind: 'open' };
  const placed = inPlace.exec(typed);
  if (placed) {
    const [, before = '', unit = '', after = ''] = placed;
    return measured(Number(`${before}.${after}`) * unitFactor(unit), ladder);
  }
  const [, digits = '', unit] = plain.exec(typed) ?? [];
  const value = Number(digits.replace(',', '.'));
  if (!/\d/.test(digits) || !Number.isFinite(value)) return undefined;
  if (unit !== undefined) return measured(value * unitFactor(unit), ladder);
  const taken = ohmUnits.find((one) => isOn(value * factors[one], ladder));
  if (taken) return { kind: 'ohms', ohms: value * factors[taken], unitTaken: taken, slip: null };
  return measured(value, ladder);
}

function unitFactor(unit: string): number {
  return unit.startsWith('k') ? 1000 : unit.startsWith('m') ? 1_000_000 : 1;
}

/** Slips of hands and eyes: thousands between the units, tens in reading a range. */
const slips = [1000, 1 / 1000, 10, 1 / 10, 100, 1 / 100];

function measured(ohms: number, ladder: readonly number[]): TypedOhms {
  const slip = ohms > 0 && !isOn(ohms, ladder) ? slips.find((one) => isOn(ohms * one, ladder)) : undefined;
  return { kind: 'ohms', ohms, unitTaken: null, slip: slip ?? null };
}

/** Half as much as the least and twice as much as the most are still read as of the ladder. */
const beyond = 1.6;

function isOn(ohms: number, ladder: readonly number[]): boolean {
  return ohms >= Math.min(...ladder) / beyond && ohms <= Math.max(...ladder) * beyond;
}

/**
 * A resistance as it is read on a meter: three figures with the unit that leaves no noughts.
 * @example ohmsWords(3300) // '3.30 kΩ'
 */
export function ohmsWords(ohms: number): string {
  const unit: OhmUnit = ohms >= 1_000_000 ? 'MΩ' : ohms >= 1000 ? 'kΩ' : 'Ω';
  const value = ohms / factors[unit];
  return `${value.toFixed(value >= 100 ? 0 : value >= 10 ? 1 : 2)} ${unit}`;
}
