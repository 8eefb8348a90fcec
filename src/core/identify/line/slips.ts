import type { Correction } from './reading';

/** Letters beside one another on a keyboard, row by row. */
const rows = ['qwertyuiop', 'asdfghjkl', 'zxcvbnm'];
/** Letters and groups that sound alike. */
const alike: readonly (readonly [string, string])[] = [
  ['c', 'k'],
  ['c', 's'],
  ['s', 'z'],
  ['f', 'v'],
  ['i', 'y'],
  ['i', 'e'],
  ['a', 'e'],
  ['a', 'o'],
  ['o', 'u'],
  ['e', 'u'],
  ['b', 'p'],
  ['d', 't'],
  ['g', 'j'],
  ['m', 'n'],
  ['v', 'w'],
  ['u', 'w'],
];
const groups: readonly (readonly [string, string])[] = [
  ['ph', 'f'],
  ['ck', 'k'],
  ['qu', 'kw'],
  ['ei', 'ie'],
  ['ee', 'ea'],
  ['ou', 'ow'],
  ['le', 'el'],
  ['re', 'er'],
  ['x', 'ks'],
  ['gh', 'g'],
  ['wh', 'w'],
  ['ll', 'l'],
];

/** What one slip costs: the likelier, the less. */
const costs = {
  doubled: 0.35,
  exchanged: 0.5,
  beside: 0.55,
  sound: 0.5,
  vowel: 0.75,
  letter: 1,
  group: 0.5,
  start: 0.4,
};

const beside = new Set<string>();
for (const [at, row] of rows.entries())
  for (const [place, letter] of [...row].entries()) {
    const near = [row[place + 1], rows[at + 1]?.[place], rows[at + 1]?.[place - 1]];
    for (const other of near) if (other) beside.add(letter + other).add(other + letter);
  }
/** The groups by the letters they end with, both ways round. */
const byEnds = new Map<string, (readonly [string, string])[]>();
for (const [one, other] of groups)
  for (const pair of [[one, other] as const, [other, one] as const]) {
    const key = `${pair[0].at(-1)}${pair[1].at(-1)}`;
    byEnds.set(key, [...(byEnds.get(key) ?? []), pair]);
  }
const sounds = new Set(alike.flatMap(([one, other]) => [one + other, other + one]));
const vowels = new Set('aeiouy');

/**
 * How far a typed word lies from a name, as the sum of the likeliest slips between them: keys side by side, letters that
 * sound alike, doubled, dropped and exchanged ones; a slip in the first letter is rarer.
 * @param typed, name small letters without accents
 * @example slipsBetween('merowdale', 'merrowdale') // 0.35
 */
export function slipsBetween(typed: string, name: string): number {
  const table = Array.from({ length: typed.length + 1 }, () =>
    new Array<number>(name.length + 1).fill(Infinity),
  );
  const at = (i: number, j: number) => table[i]?.[j] ?? Infinity;
  (table[0] as number[])[0] = 0;
  for (let i = 0; i <= typed.length; i += 1) {
    for (let j = 0; j <= name.length; j += 1) {
      if (i + j === 0) continue;
      const [a, b] = [typed[i - 1] ?? '', name[j - 1] ?? ''];
      const first = i <= 1 && j <= 1 ? costs.start : 0;
      let best = Infinity;
      if (i > 0 && j > 0) best = at(i - 1, j - 1) + (a === b ? 0 : swapped(a, b) + first);
      if (i > 0)
        best = Math.min(best, at(i - 1, j) + single(a, typed[i - 2], typed[i]) + (j === 0 ? costs.start : 0));
      if (j > 0)
        best = Math.min(best, at(i, j - 1) + single(b, name[j - 2], name[j]) + (i === 0 ? costs.start : 0));
      if (i > 1 && j > 1 && a === name[j - 2] && typed[i - 2] === b && a !== b)
        best = Math.min(best, at(i - 2, j - 2) + costs.exchanged);
      for (const [one, other] of byEnds.get(a + b) ?? [])
        if (ends(typed, i, one) && ends(name, j, other))
          best = Math.min(best, at(i - one.length, j - other.length) + costs.group);
      (table[i] as number[])[j] = best;
    }
  }
  return at(typed.length, name.length);
}

function ends(word: string, at: number, group: string): boolean {
  return at >= group.length && word.startsWith(group, at - group.length);
}

function swapped(a: string, b: string): number {
  if (sounds.has(a + b)) return costs.sound;
  if (beside.has(a + b)) return costs.beside;
  return vowels.has(a) && vowels.has(b) ? costs.vowel : costs.letter;
}

/** One letter too many or too few: a doubled one is the likeliest, a vowel the next. */
function single(letter: string, before: string | undefined, after: string | undefined): number {
  if (letter === before || letter === after) return costs.doubled;
  return vowels.has(letter) ? costs.vowel : costs.letter;
}

/** A name that a word was found to be like. */
export interface LikeName {
  readonly word: string;
  readonly name: string;
  readonly kind: 'make' | 'model';
  readonly id: string;
}

/** How many names are offered for one word. */
const offered = 3;

/** Farther than this, for each letter of the name, a word is something else. */
const farthest = (name: string) => 0.9 + 0.22 * name.length;

/** For each misspelt word the names it may stand for, the likeliest slip first. */
export function likeliestNames(found: readonly LikeName[]): Correction[] {
  const weighed = found
    .map((one) => ({ ...one, slips: slipsBetween(one.word, one.name) }))
    .filter(({ name, slips }) => slips <= farthest(name))
    .sort((a, b) => a.slips - b.slips || (a.name < b.name ? -1 : 1) || (a.id < b.id ? -1 : 1));
  const taken = new Map<string, Set<string>>();
  return weighed.flatMap(({ word, kind, id }) => {
    const ids = taken.get(word) ?? new Set<string>();
    taken.set(word, ids);
    if (ids.has(id) || ids.size >= offered) return [];
    ids.add(id);
    return [{ word, kind, id }];
  });
}
