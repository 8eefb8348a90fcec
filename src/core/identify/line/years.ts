import type { LocalMoment } from '@/core/kinds/local-time';
import type { Token } from './tokens';

/** A model year, or the first and last of those it may be. */
export interface YearMatch {
  readonly length: number;
  readonly year: number;
  readonly yearTo?: number;
  /** 'Sure' cannot be another number; 'likely' is an abbreviated one; 'maybe' is any two digits. */
  readonly how: 'sure' | 'likely' | 'maybe';
}

export const firstYear = 1980;
/** Years that a caller doubts between lie no farther apart. */
const widestDoubt = 4;

const teens = 'ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(' ');
const ones = 'one two three four five six seven eight nine'.split(' ');

export function lastYear(now: LocalMoment): number {
  return Number(now.day.slice(0, 4)) + 1;
}

/** The years that may begin at a token: `2019`, `'19`, `09`, `MY17`, `twenty fourteen`, `2018 or 2019`. */
export function matchYears(tokens: readonly Token[], at: number, now: LocalMoment): YearMatch[] {
  const last = lastYear(now);
  const first = oneYear(tokens, at, last);
  if (!first) return [];
  const second = either(tokens, at + first.length, last, first.year);
  return second
    ? [first, { length: first.length + second.length, year: first.year, yearTo: second.year, how: 'sure' }]
    : [first];
}

/** 'or 2019', '/19', '- 2019' behind a year. */
function either(tokens: readonly Token[], at: number, last: number, from: number): YearMatch | undefined {
  const skip = /^(or|to|maybe|and|perhaps)$/.test(tokens[at]?.word ?? '') ? 1 : 0;
  const joined = skip === 1 || tokens[at]?.joined === true;
  const year = joined ? oneYear(tokens, at + skip, last) : undefined;
  return year && year.year > from && year.year - from <= widestDoubt
    ? { ...year, length: year.length + skip }
    : undefined;
}

function oneYear(tokens: readonly Token[], at: number, last: number): YearMatch | undefined {
  return inDigits(tokens, at, last) ?? inWords(tokens, at, last);
}

function inDigits(tokens: readonly Token[], at: number, last: number): YearMatch | undefined {
  const token = tokens[at];
  if (!token) return undefined;
  const { word } = token;
  if (/^[12]\d{3}$/.test(word)) return ranged(Number(word), 1, 'sure', last);
  const modelYear = /^my(\d{2})$/.exec(word)?.[1];
  if (modelYear) return short(Number(modelYear), 1, 'sure', last);
  const next = tokens[at + 1]?.word ?? '';
  if (/^(my|an|oh)$/.test(word) && /^\d{2}$/.test(next) && (word !== 'an' || /^(0|8|1[18])/.test(next)))
    return short(Number(next), 2, 'likely', last);
  if (
    word === 'a' &&
    /^\d{2}$/.test(next) &&
    !/^(of|key|keys|minutes?|hours?|km|miles?)$/.test(tokens[at + 2]?.word ?? '')
  )
    return short(Number(next), 2, 'likely', last);
  if (!/^\d{2}$/.test(word)) return undefined;
  return short(Number(word), 1, token.abbreviated || word.startsWith('0') ? 'likely' : 'maybe', last);
}

/** 'two thousand nine', 'two thousand and eleven', 'twenty fourteen', 'twenty oh eight', 'nineteen ninety eight'. */
function inWords(tokens: readonly Token[], at: number, last: number): YearMatch | undefined {
  const word = (step: number) => tokens[at + step]?.word ?? '';
  if (word(0) === 'two' && word(1) === 'thousand') {
    const and = word(2) === 'and' ? 1 : 0;
    const rest = underHundred(tokens, at + 2 + and);
    return rest
      ? ranged(2000 + rest.value, 2 + and + rest.length, 'sure', last)
      : ranged(2000, 2, 'sure', last);
  }
  const century = word(0) === 'twenty' ? 2000 : word(0) === 'nineteen' ? 1900 : undefined;
  if (century === undefined) return undefined;
  const rest =
    word(1) === 'oh' || word(1) === 'o' ? underHundred(tokens, at + 2) : underHundred(tokens, at + 1);
  if (!rest || (rest.value < 10 && word(1) !== 'oh' && word(1) !== 'o')) return undefined;
  const lead = rest.value < 10 ? 2 : 1;
  return ranged(century + rest.value, lead + rest.length, 'sure', last);
}

/** A number from 1 to 99 in words. */
function underHundred(tokens: readonly Token[], at: number): { value: number; length: number } | undefined {
  const word = (step: number) => tokens[at + step]?.word ?? '';
  const teen = teens.indexOf(word(0));
  if (teen >= 0) return { value: 10 + teen, length: 1 };
  const one = ones.indexOf(word(0));
  if (one >= 0) return { value: one + 1, length: 1 };
  const ten = ['twenty', 'thirty', 'forty', 'fifty', 'sixty', 'seventy', 'eighty', 'ninety'].indexOf(word(0));
  if (ten < 0) return undefined;
  const more = ones.indexOf(word(1));
  return { value: (ten + 2) * 10 + more + 1, length: more < 0 ? 1 : 2 };
}

/** Two digits are the latest such year that can be: '19 before 19, and no later than next year. */
function short(two: number, length: number, how: YearMatch['how'], last: number): YearMatch | undefined {
  const recent = Math.floor(last / 100) * 100 + two;
  return ranged(recent <= last ? recent : recent - 100, length, how, last);
}

function ranged(year: number, length: number, how: YearMatch['how'], last: number): YearMatch | undefined {
  return year >= firstYear && year <= last ? { year, length, how } : undefined;
}
