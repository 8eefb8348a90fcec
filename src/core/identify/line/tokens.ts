export interface Token {
  /** Small letters without accents. */
  readonly word: string;
  /** As typed. */
  readonly typed: string;
  readonly start: number;
  readonly end: number;
  /** An apostrophe stands before it: '19. */
  readonly abbreviated: boolean;
}

/** Words and numbers of a line; a point or colon between digits stays inside its token. */
export function tokenize(text: string): Token[] {
  return [...text.matchAll(/\d+[.:]\d+[a-z]*|[\p{L}\p{N}\p{M}]+/giu)].map((match) => ({
    word: fold(match[0]),
    typed: match[0],
    start: match.index,
    end: match.index + match[0].length,
    abbreviated: /['’‘]/.test(text[match.index - 1] ?? ''),
  }));
}

/** Small letters without accents, for comparing. */
export function fold(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase();
}

const words: Record<string, number> = {
  no: 0,
  zero: 0,
  none: 0,
  a: 1,
  one: 1,
  single: 1,
  two: 2,
  both: 2,
  couple: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
};

/** A small whole number in digits or words, 0 to 24. */
export function numberOf(word: string): number | undefined {
  if (/^\d{1,2}$/.test(word) && Number(word) <= 24) return Number(word);
  return Object.hasOwn(words, word) ? words[word] : undefined;
}
