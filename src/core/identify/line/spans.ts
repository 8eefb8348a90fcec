import type { LocalMoment } from '@/core/kinds/local-time';
import { kmFrom } from '@/core/kinds/units';
import { mendVin } from '@/core/vin/vin';
import { commonWords } from './common-words';
import { matchCorrections, matchExact, matchPrefix, type Name, type NameMatch } from './names';
import { type Meaning, matchPhrases } from './phrases';
import type { Correction, Read, When } from './reading';
import { matchStreet } from './street';
import { numberOf, type Token } from './tokens';
import { matchWhen } from './when';
import { firstYear, lastYear, matchYears } from './years';

/** What a stretch of the line may be: one reading of its words among others. */
export interface Span {
  readonly length: number;
  /** How much a reading gains by it: longer and plainer stretches more. */
  readonly score: number;
  readonly claim: Claim;
}

export type Claim =
  | { readonly kind: 'name'; readonly match: NameMatch }
  | { readonly kind: 'meaning'; readonly meaning: Meaning }
  | { readonly kind: 'when'; readonly when: Partial<When> }
  | {
      readonly kind: 'year';
      readonly year: number;
      readonly yearTo?: number;
      readonly how: Read<number>['how'];
    }
  | { readonly kind: 'noYear'; readonly message: string }
  | { readonly kind: 'distance'; readonly km: number }
  | { readonly kind: 'buttons'; readonly buttons: number }
  | { readonly kind: 'vin'; readonly vin: string; readonly mended: boolean }
  | { readonly kind: 'phone'; readonly phone: string }
  | { readonly kind: 'street' }
  /** A key code or PIN; with `after`, the word that said so. */
  | { readonly kind: 'code'; readonly words: number };

export interface SpanContext {
  readonly line: string;
  readonly tokens: readonly Token[];
  readonly names: readonly Name[];
  readonly corrections: readonly Correction[];
  readonly now: LocalMoment;
}

/** Everything that the words from `at` on may be; the same words may be several things. */
export function spansAt(context: SpanContext, at: number): Span[] {
  const told = toldCode(context, at);
  if (told) return [told];
  const vin = vinAt(context, at);
  if (vin) return [vin];
  return [
    ...namesAt(context, at),
    ...whenAt(context, at),
    ...phrasesAt(context, at),
    ...yearsAt(context, at),
    ...streetAt(context, at),
    ...distanceAt(context, at),
    ...buttonsAt(context, at),
    ...phoneAt(context, at),
    ...codeAt(context, at),
  ];
}

const codeWords = new Set(['code', 'pin', 'bitting', 'codes', 'keycode']);

/** 'code 4512', 'PIN is 1234': the numbers after the word are taken out. */
function toldCode({ tokens }: SpanContext, at: number): Span | undefined {
  if (!codeWords.has(tokens[at]?.word ?? '')) return undefined;
  let length = 1;
  while (/\d|^(is|number|no)$/.test(tokens[at + length]?.word ?? '')) length += 1;
  const words = tokens.slice(at + 1, at + length).filter(({ word }) => /\d/.test(word)).length;
  return words > 0 ? { length, score: 20 + length, claim: { kind: 'code', words } } : undefined;
}

/** A VIN in one piece or in groups, with an O for a 0 and an I for a 1. */
function vinAt({ line, tokens }: SpanContext, at: number): Span | undefined {
  const length = vinGroups(line, tokens, at);
  if (length === 0) return undefined;
  const vin = mendVin(line.slice(tokens[at]?.start, tokens[at + length - 1]?.end));
  return vin.ok ? { length, score: 20 + length, claim: { kind: 'vin', ...vin.value } } : undefined;
}

/**
 * How many tokens from here make a VIN: seventeen characters, letters and digits, in groups that hold a digit, stand
 * in capitals, or hang together by dashes.
 */
function vinGroups(line: string, tokens: readonly Token[], at: number): number {
  let text = '';
  for (let length = 1; length <= 6; length += 1) {
    const token = tokens[at + length - 1];
    if (!token || !/^[a-z0-9]+$/.test(token.word)) return 0;
    const dashed = line[token.end] === '-' || line[token.start - 1] === '-';
    const group = /\d/.test(token.word) || dashed || token.typed === token.typed.toUpperCase();
    if (!group) return 0;
    text += token.word;
    if (text.length > 17) return 0;
    if (text.length === 17) return /\d/.test(text) && (text.match(/[a-z]/g)?.length ?? 0) >= 3 ? length : 0;
  }
  return 0;
}

/** A name in full beats any likeness; common words are never taken for a name by likeness. */
function namesAt({ names, tokens, corrections }: SpanContext, at: number): Span[] {
  const token = tokens[at] as Token;
  const span = (match: NameMatch | undefined, each: number, base: number): Span[] =>
    match
      ? [{ length: match.length, score: base + each * match.length, claim: { kind: 'name', match } }]
      : [];
  const exact = span(matchExact(names, tokens, at), 1.5, 3);
  const begun = matchPrefix(names, tokens, at);
  if (commonWords.has(token.word))
    return [...exact, ...(begun && begun.length > 1 ? span(begun, 0.5, 0.8) : [])];
  // The likeliest slip first; another name where it goes better with the rest of the line.
  const similar = matchCorrections(names, corrections, token);
  return [
    ...exact,
    ...similar.flatMap((match, rank) => span(match, 0.5, 1.2 - 0.3 * rank)),
    ...span(begun, 0.5, 0.8),
  ];
}

function whenAt({ tokens, now }: SpanContext, at: number): Span[] {
  const match = matchWhen(tokens, at, now);
  return match
    ? [{ length: match.length, score: 1.35 * match.length - 0.15, claim: { kind: 'when', when: match.when } }]
    : [];
}

function phrasesAt({ tokens }: SpanContext, at: number): Span[] {
  return matchPhrases(tokens, at).map(({ length, meaning }) => ({
    length,
    score: 1.35 * length - 0.2,
    claim: { kind: 'meaning', meaning },
  }));
}

const sureness = { sure: 1.6, likely: 1.4, maybe: 0 };

function yearsAt({ tokens, now }: SpanContext, at: number): Span[] {
  const word = tokens[at]?.word ?? '';
  const found = matchYears(tokens, at, now).map(
    ({ length, year, yearTo, how }): Span => ({
      length,
      score: sureness[how] + 0.9 * length + (yearTo === undefined ? 0 : 1),
      claim: {
        kind: 'year',
        year,
        ...(yearTo !== undefined && { yearTo }),
        how: how === 'sure' ? 'exact' : 'prefix',
      },
    }),
  );
  if (found.length > 0 || !/^[12]\d{3}$/.test(word)) return found;
  const message = `${word} is no year of a car here: ${firstYear} to ${lastYear(now)}.`;
  return [{ length: 1, score: 0.6, claim: { kind: 'noYear', message } }];
}

function streetAt({ tokens }: SpanContext, at: number): Span[] {
  const length = matchStreet(tokens, at);
  return length === 0 ? [] : [{ length, score: 0.8 + 1.65 * length, claim: { kind: 'street' } }];
}

/** '14 km', '9 miles', '14km'. */
function distanceAt({ tokens }: SpanContext, at: number): Span[] {
  const [word, next] = [tokens[at]?.word ?? '', tokens[at + 1]?.word ?? ''];
  const joined = /^(\d{1,3}(?:\.\d+)?)(km|kms|mi|mile|miles)$/.exec(word);
  const apart = /^\d{1,3}(?:\.\d+)?$/.test(word) && /^(km|kms|kilometres?|kilometers?|mi|miles?)$/.test(next);
  if (!joined && !apart) return [];
  const unit = (joined?.[2] ?? next).startsWith('k') ? 'km' : 'mi';
  const km = Math.round(kmFrom(Number(joined?.[1] ?? word), unit) * 10) / 10;
  return [{ length: joined ? 1 : 2, score: 4, claim: { kind: 'distance', km } }];
}

/** '3 buttons', 'four-button'. */
function buttonsAt({ tokens }: SpanContext, at: number): Span[] {
  const buttons = numberOf(tokens[at]?.word ?? '');
  const counts = buttons !== undefined && buttons >= 1 && buttons <= 9;
  // 'One button worn' and 'a button to start' tell of a button and not how many there are.
  const told = buttons === 1 ? /^(1|single)$/.test(tokens[at]?.word ?? '') : true;
  if (!counts || !told || !/^buttons?$/.test(tokens[at + 1]?.word ?? '')) return [];
  return [{ length: 2, score: 3.2, claim: { kind: 'buttons', buttons } }];
}

/** A phone number: 7 to 12 digits in one to three groups. */
function phoneAt({ tokens }: SpanContext, at: number): Span[] {
  for (const length of [3, 2, 1]) {
    const group = tokens.slice(at, at + length);
    const digits = group.map(({ word }) => word).join('');
    if (
      group.length === length &&
      group.every(({ word }) => /^\d{3,12}$/.test(word)) &&
      /^\d{7,12}$/.test(digits) &&
      !(length > 1 && group.every(({ word }) => /^(19|20)\d{2}$/.test(word)))
    )
      return [
        {
          length,
          score: 5 + length,
          claim: { kind: 'phone', phone: group.map(({ typed }) => typed).join('-') },
        },
      ];
  }
  return [];
}

/** Letters and digits mixed with at least three digits, or a bare number of four to six: a code stamped or told. */
function codeAt({ tokens, now }: SpanContext, at: number): Span[] {
  const word = tokens[at]?.word ?? '';
  // A second year is left to be seen.
  if (matchYears(tokens, at, now).some(({ how }) => how === 'sure')) return [];
  const looksLikeOne =
    /^\d{4,6}$/.test(word) ||
    (/^[a-z\d]{4,12}$/.test(word) && /[a-z]/.test(word) && word.replace(/\D/g, '').length >= 3);
  return looksLikeOne ? [{ length: 1, score: 0.4, claim: { kind: 'code', words: 1 } }] : [];
}
