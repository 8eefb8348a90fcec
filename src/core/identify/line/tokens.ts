export interface Token {
  /** Small letters without accents; a contraction in one word: `isnt`; a genitive without its s. */
  readonly word: string;
  /** As typed. */
  readonly typed: string;
  readonly start: number;
  readonly end: number;
  /** An apostrophe stands before it: '19. */
  readonly abbreviated: boolean;
  /** A comma, a point or another sign that ends a thought stands before it. */
  readonly afterBreak: boolean;
  /** No white space stands before it: the second half of 2018/2019. */
  readonly joined: boolean;
}

const shape = /\d+[.:]\d+[a-z]*|[\p{L}\p{N}\p{M}]+(?:['’‘](?:t|s|ve|d|ll|m|re)(?![\p{L}\p{N}]))?/giu;

/** Words and numbers of a line; a point or colon between digits stays inside its token. */
export function tokenize(text: string): Token[] {
  let before = 0;
  return [...text.matchAll(shape)].map((match) => {
    const [start, end] = [match.index, match.index + match[0].length];
    const between = text.slice(before, start);
    before = end;
    return {
      word: bare(fold(match[0])),
      typed: match[0],
      start,
      end,
      abbreviated: /['’‘]/.test(text[start - 1] ?? ''),
      joined: start > 0 && !/\s/.test(between) && !/[,;!?()]/.test(between),
      afterBreak: /[,;.!?()]|\s[-–—]\s/.test(between),
    };
  });
}

/** More words of one line are not looked up. */
const mostWords = 60;

/** The words of a line that may begin a name, each once, small letters without accents. */
export function nameWords(line: string): string[] {
  return [...new Set(tokenize(line).map(({ word }) => word))].slice(0, mostWords);
}

/** `isn't` is one word that denies; of other contractions the first word counts. */
function bare(word: string): string {
  return word.replace(/['’‘]t$/, 't').replace(/['’‘](s|ve|d|ll|m|re)$/, '');
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
