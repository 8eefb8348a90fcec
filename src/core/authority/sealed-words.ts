import type { TextSpan } from './secret-words';

/**
 * What stands in a text in the place of a sealed part.
 * @example sealedWord(3) // '⟦sealed 3⟧'
 */
export function sealedWord(number: number): string {
  return `⟦sealed ${number}⟧`;
}

/** Whether parts of a text were sealed. */
export function holdsSealedPart(text: string): boolean {
  return text.includes('⟦sealed ');
}

/** The text with each part replaced, in order, by a word of its own. */
export function withoutParts(
  text: string,
  spans: readonly TextSpan[],
  word: (part: string) => string,
): string {
  let left = '';
  let at = 0;
  for (const { from, to } of spans) {
    left += text.slice(at, from) + word(text.slice(from, to));
    at = to;
  }
  return left + text.slice(at);
}

/** The text with the sealed parts put back that are known; the others stay sealed. */
export function withParts(text: string, parts: ReadonlyMap<number, string>): string {
  return text.replace(/⟦sealed (\d{1,6})⟧/g, (word, number: string) => parts.get(Number(number)) ?? word);
}
