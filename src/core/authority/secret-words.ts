import { isUuid } from '@/core/kinds/is-uuid';

/** A secret shorter than this is a common word or number and cannot be looked for. */
const leastSigns = 5;

/** A part of a text, from one place to before another. */
export interface TextSpan {
  readonly from: number;
  readonly to: number;
}

/** A run of letters or of digits of a text, in capitals and plain digits. */
interface Run extends TextSpan {
  readonly plain: string;
}

/**
 * Where a text holds one of the secrets, also when it is written in groups, stuck to a word, or in other digits:
 * '12 345', 'pin12345' and '１２３４５' hold '12345'. Case, spaces and dashes do not count; a secret inside a longer number
 * or word does not either. Spans do not overlap.
 * @example findSecrets('pin88-42917.', ['8842917']) // [{ from: 3, to: 11 }]
 */
export function findSecrets(text: string, secrets: readonly string[]): TextSpan[] {
  const wanted = new Set(secrets.map(plainOf).filter((secret) => secret.length >= leastSigns));
  if (wanted.size === 0) return [];
  const longest = Math.max(...[...wanted].map(({ length }) => length));
  const runs = runsOf(text);
  const found: TextSpan[] = [];
  for (let at = 0; at < runs.length; at += 1) {
    let joined = '';
    for (let next = at; next < runs.length && joined.length < longest; next += 1) {
      joined += runs[next]?.plain ?? '';
      if (!wanted.has(joined)) continue;
      found.push({ from: runs[at]?.from ?? 0, to: runs[next]?.to ?? text.length });
      at = next;
      break;
    }
  }
  return found;
}

/** Whether a text holds one of the secrets. */
export function mentionsSecret(text: string, secrets: readonly string[]): boolean {
  return findSecrets(text, secrets).length > 0;
}

/** Runs of letters and runs of digits, each with its place in the text as it was written. */
function runsOf(text: string): Run[] {
  const runs: { from: number; to: number; plain: string; digits: boolean }[] = [];
  let at = 0;
  for (const sign of text) {
    const plain = plainSign(sign);
    const end = at + sign.length;
    if (plain !== '') {
      const digits = /^\d+$/.test(plain);
      const last = runs.at(-1);
      if (last && last.to === at && last.digits === digits) {
        last.plain += plain;
        last.to = end;
      } else runs.push({ from: at, to: end, plain, digits });
    }
    at = end;
  }
  return runs;
}

/** A sign as it is compared: capital letters, the digits 0 to 9, nothing for all others. */
function plainSign(sign: string): string {
  const usual = sign.normalize('NFKC');
  if (/^\p{Nd}$/u.test(usual)) return digitOf(usual);
  return /^[\p{L}\p{N}]+$/u.test(usual) ? usual.toUpperCase() : '';
}

/** The digits of a script stand in a row of ten; its first one is the zero. */
function digitOf(sign: string): string {
  const code = sign.codePointAt(0) ?? 0;
  let zero = code;
  while (code - zero < 9 && /^\p{Nd}$/u.test(String.fromCodePoint(zero - 1))) zero -= 1;
  return String(code - zero);
}

function plainOf(secret: string): string {
  return [...secret].map(plainSign).join('');
}

/**
 * How many secrets a text may try at once: one, or as many as its digits make numbers of five. A text of five hundred digits is no
 * single guess.
 * @example triesIn('12345 12346 12347') // 3
 */
export function triesIn(text: string): number {
  const digits = [...text].filter((sign) => /^\d$/.test(plainSign(sign))).length;
  return Math.max(1, Math.floor(digits / leastSigns));
}

/** Every text in a value, nested ones too; ids are left out. */
export function textsIn(value: unknown): string[] {
  const texts: string[] = [];
  mapTexts(value, (text) => {
    if (!isUuid(text)) texts.push(text);
    return text;
  });
  return texts;
}

/**
 * The value with every text in it changed; names, numbers and instants stay. The field a text stands in is told, that of
 * its list for a text in a list.
 */
export function mapTexts<Value>(value: Value, change: (text: string, field: string) => string): Value {
  const map = (one: unknown, field: string): unknown => {
    if (typeof one === 'string') return change(one, field);
    if (Array.isArray(one)) return one.map((item) => map(item, field));
    if (one instanceof Map) return new Map([...one].map(([key, item]) => [key, map(item, String(key))]));
    if (one instanceof Set) return new Set([...one].map((item) => map(item, field)));
    if (typeof one !== 'object' || one === null || one instanceof Date || ArrayBuffer.isView(one)) return one;
    return Object.fromEntries(Object.entries(one).map(([name, item]) => [name, map(item, name)]));
  };
  return map(value, '') as Value;
}
