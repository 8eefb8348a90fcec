const words: Readonly<Record<string, string>> = {
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

/** Characters of a group as read aloud, each with its word. */
export interface SpokenGroup {
  readonly characters: string;
  readonly words: readonly string[];
}

const groupSizes = [3, 3, 3, 3, 5];

/**
 * A whole or partial VIN in groups, a word for each letter and digit, for reading it over the phone.
 * @example spellVin('0HV')[0]?.words // ['zero', 'Hammer', 'Velvet']
 */
export function spellVin(vin: string): SpokenGroup[] {
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
