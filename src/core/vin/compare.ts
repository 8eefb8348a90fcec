import { cleanVin, unknownPlace } from './alphabet';

export const vinLikenesses = ['same', 'oneSlip', 'anotherCar', 'cannotSay'] as const;
export type VinLikeness = (typeof vinLikenesses)[number];

export interface VinComparison {
  readonly likeness: VinLikeness;
  /** Places from 1 that both have and that differ. */
  readonly differing: readonly number[];
  /** How many places both have. */
  readonly compared: number;
  /** The share of known cars that would match these places by chance; undefined where no cars are known. */
  readonly byChance: number | undefined;
}

/** A bare part of so many characters is the end of a VIN, as papers and windscreens give it. */
const tail = { least: 4, most: 8 };

/**
 * A bare tail of four to eight characters, moved to the end of the other; a part with its unknown places marked, and one
 * that the other begins with, stays where it is.
 */
function aligned(part: string, other: string): string {
  const bare = part.length >= tail.least && part.length <= tail.most && !part.includes(unknownPlace);
  if (!bare || part.length >= other.length || other.startsWith(part)) return part;
  return unknownPlace.repeat(other.length - part.length) + part;
}

/**
 * Compares two whole or partial VINs; `?` and missing places are left out. Two neighbours exchanged are one slip. A
 * bare tail of four to eight characters is compared from the end.
 * @param known whole VINs of cars the shop has met, which tell how often such a part would fit by chance
 * @example compareVins('0HVMD42K4KH012734', '????????4KH012734', []).likeness // 'same'
 */
export function compareVins(a: string, b: string, known: readonly string[]): VinComparison {
  const [typed, held] = [cleanVin(a), cleanVin(b)];
  const [first, second] = [aligned(typed, held), aligned(held, typed)];
  const places = [...first].flatMap((character, at) =>
    character !== unknownPlace && second[at] !== undefined && second[at] !== unknownPlace ? [at] : [],
  );
  const differing = places.filter((at) => first[at] !== second[at]);
  const matching = known.filter((vin) => places.every((at) => vin[at] === second[at])).length;
  return {
    likeness: likenessOf(first, second, places.length, differing),
    differing: differing.map((at) => at + 1),
    compared: places.length,
    byChance: known.length === 0 || places.length === 0 ? undefined : matching / known.length,
  };
}

function likenessOf(a: string, b: string, compared: number, differing: readonly number[]): VinLikeness {
  if (compared === 0) return 'cannotSay';
  if (differing.length === 0) return 'same';
  if (differing.length === 1) return 'oneSlip';
  const [one, two] = differing as [number, number];
  const exchanged = differing.length === 2 && two === one + 1 && a[one] === b[two] && a[two] === b[one];
  return exchanged ? 'oneSlip' : 'anotherCar';
}
