/** Characters that people take for one another, by eye on a plate and by ear over the phone, with how often. */
const groups: readonly (readonly [characters: string, weight: number])[] = [
  ['0D', 1],
  ['8B', 1],
  ['5S', 1],
  ['2Z', 1],
  ['1L', 0.6],
  ['17', 0.7],
  ['6G', 0.8],
  ['UV', 0.8],
  ['VY', 0.4],
  ['WV', 0.4],
  ['4A', 0.4],
  ['38', 0.7],
  ['68', 0.6],
  ['56', 0.5],
  ['08', 0.4],
  ['06', 0.4],
  ['09', 0.3],
  ['49', 0.4],
  ['35', 0.4],
  ['79', 0.2],
  ['CG', 0.6],
  ['EF', 0.6],
  ['PR', 0.5],
  ['KX', 0.5],
  ['HN', 0.5],
  ['MN', 1],
  ['HM', 0.3],
  ['0C', 0.4],
  ['0G', 0.3],
  ['TY', 0.2],
  ['T7', 0.3],
  ['Z7', 0.3],
  ['J1', 0.2],
  ['BDEPT', 0.6],
  ['BPV', 0.4],
  ['GJ', 0.4],
  ['CZ', 0.3],
  ['DT', 0.5],
  ['FS', 0.7],
  ['SX', 0.3],
  ['AJK', 0.3],
  ['A8', 0.3],
  ['AH', 0.2],
  ['59', 0.6],
  ['3B', 0.2],
  ['13', 0.1],
  ['RB', 0.2],
  ['UW', 0.2],
];
/** For two characters nobody is known to confuse. */
const strangers = 0.02;

const weights = new Map<string, number>();
for (const [characters, weight] of groups) {
  for (const one of characters) {
    for (const other of characters) {
      if (one !== other) weights.set(one + other, Math.max(weights.get(one + other) ?? 0, weight));
    }
  }
}

/** How readily one character is taken for the other, 0.02 to 1. */
export function confusion(one: string, other: string): number {
  return weights.get(one + other) ?? strangers;
}
