/** Values of the characters (49 CFR 565.15, table III): letters I, O and Q have none. */
const values: Readonly<Record<string, number>> = {
  A: 1,
  B: 2,
  C: 3,
  D: 4,
  E: 5,
  F: 6,
  G: 7,
  H: 8,
  J: 1,
  K: 2,
  L: 3,
  M: 4,
  N: 5,
  P: 7,
  R: 9,
  S: 2,
  T: 3,
  U: 4,
  V: 5,
  W: 6,
  X: 7,
  Y: 8,
  Z: 9,
};
/** Weights of the seventeen places (49 CFR 565.15, table IV); the check digit's own is 0. */
const weights = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2];

/**
 * The check digit of a VIN: the weighted sum modulo 11, ten written as X. Place 9 itself does not count.
 * @param vin seventeen characters of the VIN alphabet
 * @example checkDigit('11111111111111111') // '1'
 */
export function checkDigit(vin: string): string {
  const sum = weights.reduce((total, weight, at) => {
    const character = vin[at] ?? '0';
    return total + weight * (values[character] ?? Number(character));
  }, 0);
  const rest = sum % 11;
  return rest === 10 ? 'X' : String(rest);
}

/** The VIN with its place 9 set to the check digit. */
export function withCheckDigit(vin: string): string {
  return `${vin.slice(0, 8)}${checkDigit(vin)}${vin.slice(9)}`;
}
