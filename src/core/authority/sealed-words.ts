import type { TextSpan } from './secret-words';

/** Signs of a mark: capitals and digits without those that look alike. */
const alphabet = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const markSigns = 10;
const opening = '⟦sealed ';

/**
 * The mark of a sealed part, made of bytes that nobody can guess: by it the part is found, and by nothing else. One that could be
 * guessed or counted would tell its writer that a part was sealed.
 * @param bytes at least ten of a keyed hash or of chance
 */
export function markOf(bytes: Uint8Array): string {
  return Array.from(bytes.subarray(0, markSigns), (byte) => alphabet[byte % alphabet.length]).join('');
}

/**
 * What stands in a text in the place of a sealed part.
 * @example sealedWord('4KD2M07QXW') // '⟦sealed 4KD2M07QXW⟧'
 */
export function sealedWord(mark: string): string {
  return `${opening}${mark}⟧`;
}

/** Whether parts of a text were sealed. */
export function holdsSealedPart(text: string): boolean {
  return text.includes(opening);
}

/** The marks of the sealed parts of a text. */
export function marksIn(text: string): string[] {
  return [...text.matchAll(/⟦sealed ([0-9A-Z]{10})⟧/g)].map(([, mark = '']) => mark);
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

/** The text with the sealed parts put back that are known by their mark; the others stay sealed. */
export function withParts(text: string, parts: ReadonlyMap<string, string>): string {
  return text.replace(/⟦sealed ([0-9A-Z]{10})⟧/g, (word, mark: string) => parts.get(mark) ?? word);
}

/**
 * A text for a reader that knows no marks and might take one for a code: each sealed part is an empty pair of brackets, and `back`
 * puts the parts again where those are left.
 */
export function aroundParts(text: string): {
  readonly plain: string;
  readonly back: (read: string) => string;
} {
  const words = [...text.matchAll(/⟦sealed [0-9A-Z]{10}⟧/g)].map(([word]) => word);
  const plain = text.replace(/⟦sealed [0-9A-Z]{10}⟧/g, '⟦⟧');
  return {
    plain,
    back: (read) => (words.length === 0 ? read : read.replace(/⟦⟧/g, () => words.shift() ?? '')),
  };
}
