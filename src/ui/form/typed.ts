import { minorPlaces } from '@/core/kinds/money';

/** A typed number with point or comma; null where it is none. */
export function typedNumber(text: string | undefined): number | null {
  const trimmed = (text ?? '').trim().replace(',', '.');
  return /^-?\d+(\.\d+)?$/.test(trimmed) ? Number(trimmed) : null;
}

/** A field that may be empty: null then; what is typed and no number goes as it is, to be refused with its field. */
export function numberOrText(text: string): number | string | null {
  return text.trim() === '' ? null : (typedNumber(text) ?? text);
}

/** A typed amount in whole minor units; null where it is none. */
export function typedMinor(text: string | undefined, currency: string): number | null {
  return scaled(text, 10 ** minorPlaces(currency));
}

/** A typed percentage in whole hundredths of a percent; null where it is none. */
export function typedBasisPoints(text: string | undefined): number | null {
  return scaled(text, 100);
}

/** Minor units as they are typed. */
export function minorAsTyped(minor: number, currency: string): string {
  const places = minorPlaces(currency);
  return (minor / 10 ** places).toFixed(places);
}

/** A number as it is typed, empty where there is none. */
export function asTyped(value: number | null | undefined): string {
  return value === null || value === undefined ? '' : String(value);
}

function scaled(text: string | undefined, by: number): number | null {
  const value = typedNumber(text);
  return value === null ? null : Math.round(value * by);
}
