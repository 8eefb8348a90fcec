import { pick, type Random } from '@/core/kinds/random';
import { vinAlphabet } from '@/core/vin/alphabet';
import { withCheckDigit } from '@/core/vin/check-digit';

const signs = [...vinAlphabet];

/** A made-up VIN whose check digit passes: its first place is 0, with which those of no country begin. */
export function drawnVin(random: Random): string {
  return withCheckDigit(`0${Array.from({ length: 16 }, () => pick(random, signs)).join('')}`);
}
