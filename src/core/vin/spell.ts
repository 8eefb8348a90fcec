type Words = Readonly<Record<string, string>>;

/** ICAO's words for letters, an open standard. */
const icao: Words = {
  A: 'Alfa',
  B: 'Bravo',
  C: 'Charlie',
  D: 'Delta',
  E: 'Echo',
  F: 'Foxtrot',
  G: 'Golf',
  H: 'Hotel',
  I: 'India',
  J: 'Juliett',
  K: 'Kilo',
  L: 'Lima',
  M: 'Mike',
  N: 'November',
  O: 'Oscar',
  P: 'Papa',
  Q: 'Quebec',
  R: 'Romeo',
  S: 'Sierra',
  T: 'Tango',
  U: 'Uniform',
  V: 'Victor',
  W: 'Whiskey',
  X: 'X-ray',
  Y: 'Yankee',
  Z: 'Zulu',
};

/** Things in a house, for who does not know the standard's words. */
const household: Words = {
  A: 'Anchor',
  B: 'Basket',
  C: 'Candle',
  D: 'Drum',
  E: 'Ember',
  F: 'Feather',
  G: 'Garden',
  H: 'Hammer',
  J: 'Jacket',
  K: 'Kettle',
  L: 'Lantern',
  M: 'Mirror',
  N: 'Needle',
  P: 'Paper',
  R: 'River',
  S: 'Saddle',
  T: 'Timber',
  U: 'Umbrella',
  V: 'Velvet',
  W: 'Window',
  X: 'Xylophone',
  Y: 'Yellow',
  Z: 'Zebra',
};

const digits: Words = {
  0: 'zero',
  1: 'one',
  2: 'two',
  3: 'three',
  4: 'four',
  5: 'five',
  6: 'six',
  7: 'seven',
  8: 'eight',
  9: 'nine',
  '?': 'unknown',
};

/** The lists of words a shop can spell by. */
export const spellings = {
  icao: { name: 'ICAO alphabet', words: icao },
  household: { name: 'Things in a house', words: household },
} as const;
export type Spelling = keyof typeof spellings;
export const spellingNames = Object.keys(spellings) as Spelling[];

/** Characters of a group as read aloud, each with its word. */
export interface SpokenGroup {
  readonly characters: string;
  readonly words: readonly string[];
}

const groupSizes = [3, 3, 3, 3, 5];

/**
 * A whole or partial VIN in groups, a word for each letter and digit, for reading it over the phone.
 * @example spellVin('0HV')[0]?.words // ['zero', 'Hotel', 'Victor']
 */
export function spellVin(vin: string, spelling: Spelling = 'icao'): SpokenGroup[] {
  const words = { ...spellings[spelling].words, ...digits };
  const groups: SpokenGroup[] = [];
  let at = 0;
  for (const size of groupSizes) {
    const characters = vin.slice(at, at + size);
    at += size;
    if (characters) {
      groups.push({ characters, words: [...characters].map((character) => words[character] ?? character) });
    }
  }
  return groups;
}
