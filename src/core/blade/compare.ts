import { spacesWords } from '@/core/catalogue/locks';

/** Where two bittings differ, in all and in the spaces that each lock holds; spaces count from 1. */
export interface Comparison {
  readonly differs: readonly number[];
  readonly locks: readonly { readonly lock: string; readonly differs: readonly number[] }[];
}

export function compareBittings(
  one: readonly number[],
  other: readonly number[],
  locks: readonly { readonly lock: string; readonly spaces: readonly number[] }[],
): Comparison {
  const differs = one.flatMap((depth, at) => (depth === other[at] ? [] : [at + 1]));
  return {
    differs,
    locks: locks.map(({ lock, spaces }) => ({
      lock,
      differs: spaces.filter((space) => differs.includes(space)),
    })),
  };
}

/** What a bitting that came from a number is worth beside the key in hand. */
export function comparisonWords({ differs, locks }: Comparison): string {
  if (differs.length === 0) return 'It is the bitting of this key.';
  const fits = locks.filter((lock) => lock.differs.length === 0).map(({ lock }) => lock);
  const not = locks.filter((lock) => lock.differs.length > 0).map(({ lock }) => lock);
  const where = `It differs from this key at ${differs.length === 1 ? 'space' : 'spaces'} ${spacesWords(differs)}.`;
  if (fits.length === 0)
    return `${where} ${locks.length > 0 ? 'It fits no lock that this key turns: the' : 'The'} part with the number may have been changed, or the key is of another car.`;
  return not.length === 0
    ? `${where} No lock of the car holds ${differs.length === 1 ? 'it' : 'them'}: both turn all of them.`
    : `${where} It fits ${fits.join(', ')} and not ${not.join(', ')}: the number may be that part’s alone, or the part was changed. Do not cut the ${not[0]} by it.`;
}
