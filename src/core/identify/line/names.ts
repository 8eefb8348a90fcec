import type { Correction, Lexicon } from './reading';
import { fold, type Token } from './tokens';

export interface Name {
  readonly kind: 'make' | 'model' | 'place';
  readonly id: string;
  /** The make a model belongs to. */
  readonly makeId?: string;
  readonly words: readonly string[];
}

export interface NameMatch {
  readonly name: Name;
  readonly length: number;
  readonly how: 'exact' | 'prefix' | 'similar';
}

/** The shortest word that is taken for the beginning of a name. */
const prefixLength = 3;

/** Every name and alias of the lexicon as folded words. */
export function indexNames(lexicon: Lexicon): readonly Name[] {
  const name = (kind: Name['kind'], id: string, text: string, makeId?: string): Name => ({
    kind,
    id,
    ...(makeId === undefined ? {} : { makeId }),
    words: fold(text)
      .split(/[^\p{L}\p{N}]+/u)
      .filter(Boolean),
  });
  return [
    ...lexicon.makes.flatMap((make) =>
      [make.name, ...make.aliases].map((text) => name('make', make.id, text)),
    ),
    ...lexicon.models.flatMap((model) =>
      [model.name, ...model.aliases].map((text) => name('model', model.id, text, model.makeId)),
    ),
    ...lexicon.places.map((place) => name('place', place.id, place.name)),
  ];
}

/** The longest name that stands in full at `at`. */
export function matchExact(
  names: readonly Name[],
  tokens: readonly Token[],
  at: number,
): NameMatch | undefined {
  let best: NameMatch | undefined;
  for (const name of names) {
    if (
      name.words.length > (best?.length ?? 0) &&
      name.words.every((word, step) => tokens[at + step]?.word === word)
    ) {
      best = { name, length: name.words.length, how: 'exact' };
    }
  }
  return best;
}

/** The one name of which the words at `at` are the beginning, or which begins them; undefined where several fit. */
export function matchPrefix(
  names: readonly Name[],
  tokens: readonly Token[],
  at: number,
): NameMatch | undefined {
  const matches = names
    .map((name) => ({ name, length: prefixWords(name.words, tokens, at) }))
    .filter(({ length }) => length > 0);
  const longest = Math.max(0, ...matches.map(({ length }) => length));
  const ids = new Map(matches.filter(({ length }) => length === longest).map(({ name }) => [name.id, name]));
  const [only] = ids.values();
  return only && ids.size === 1 ? { name: only, length: longest, how: 'prefix' } : undefined;
}

/** How many tokens the name takes when its last word taken may be cut short, or run on by a plural or genitive s. */
function prefixWords(words: readonly string[], tokens: readonly Token[], at: number): number {
  for (const [step, word] of words.entries()) {
    const typed = tokens[at + step]?.word ?? '';
    if (typed === word) continue;
    const begins = typed.length >= prefixLength && word.startsWith(typed);
    const runsOn = word.length > prefixLength && typed === `${word}s`;
    if (begins || runsOn) return step + 1;
    const first = words[0] ?? '';
    return step > 0 && at + step >= tokens.length && first.length > prefixLength ? step : 0;
  }
  return words.length;
}

/** What a misspelt word was found to stand for, the likeliest first. */
export function matchCorrections(
  names: readonly Name[],
  corrections: readonly Correction[],
  token: Token,
): NameMatch[] {
  return corrections
    .filter(({ word }) => fold(word) === token.word)
    .flatMap((found) => {
      const name = names.find(({ kind, id }) => kind === found.kind && id === found.id);
      return name ? [{ name, length: 1, how: 'similar' as const }] : [];
    });
}
