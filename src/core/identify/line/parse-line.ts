import type { LocalMoment } from '@/core/kinds/local-time';
import { kmFrom } from '@/core/kinds/units';
import { mendVin } from '@/core/vin/vin';
import { indexNames, matchCorrection, matchExact, matchPrefix, type Name, type NameMatch } from './names';
import { type Meaning, matchPhrase } from './phrases';
import {
  type Correction,
  type KeysTold,
  type Lexicon,
  type LineReading,
  lineLimit,
  noKeysTold,
  type Read,
  type When,
} from './reading';
import { numberOf, type Token, tokenize } from './tokens';
import { matchWhen } from './when';

const firstYear = 1980;
const fillers = new Set(
  (
    'vin a an the my his her their our your is are was were at in on for with has have had got of and or to from by it its ' +
    'i im we he she they car vehicle key keys please hi hello need needs want wants new make made cut near around about ' +
    'approx just only still can you do does up me there this that left'
  ).split(' '),
);
const codeWords = new Set(['code', 'pin', 'bitting', 'codes', 'keycode']);

type Draft = { -readonly [Key in keyof LineReading]: LineReading[Key] };

/**
 * Reads a caller's line into facts, in any order of its words. Names match in full or by their beginning;
 * misspelt ones through `corrections`, so that the browser and the server read the same line alike.
 * Anything that looks like a key code or PIN is taken out of `safeText` and kept nowhere.
 * @param now the shop's local time, which settles 'before six' and the newest possible year
 * @example parseLine('halvorn 2019 lost both', lexicon, now).keys?.value // { lost: 2, working: 0, wanted: null }
 */
export function parseLine(
  text: string,
  lexicon: Lexicon,
  now: LocalMoment,
  corrections: readonly Correction[] = [],
): LineReading {
  const line = text.slice(0, lineLimit);
  const reader: Reader = {
    line,
    tokens: tokenize(line),
    names: indexNames(lexicon),
    corrections,
    now,
    draft: { unknown: [], maybeNames: [], safeText: line, codes: 0, problems: [] },
    codes: [],
    unknown: [],
    shortYears: [],
  };
  const { draft } = reader;
  if (text.length > lineLimit) {
    const message = `A line has up to ${lineLimit} characters; this has ${text.length}.`;
    draft.problems = [{ field: 'line', message }];
  }
  for (let at = 0; at < reader.tokens.length; ) at += readAt(reader, at);
  settleShortYears(reader);
  settleMake(draft, lexicon);

  const unknown = [...reader.unknown].sort((a, b) => a.start - b.start);
  draft.unknown = unknown.map(({ typed }) => typed);
  draft.maybeNames = unknown.filter(({ word }) => /^[\p{L}]{4,}$/u.test(word)).map(({ word }) => word);
  draft.codes = reader.codes.length;
  draft.safeText = withoutTokens(line, reader.codes);
  return draft;
}

interface Reader {
  readonly line: string;
  readonly tokens: readonly Token[];
  readonly names: readonly Name[];
  readonly corrections: readonly Correction[];
  readonly now: LocalMoment;
  readonly draft: Draft;
  /** Tokens that look like a key code or PIN. */
  readonly codes: Token[];
  readonly unknown: Token[];
  /** Two-digit numbers, which may be a year. */
  readonly shortYears: Token[];
}

/** Reads what begins at one token and returns how many tokens it took, at least one. */
function readAt(reader: Reader, at: number): number {
  const token = reader.tokens[at] as Token;
  return (
    readToldCode(reader, at, token) ||
    readVin(reader, at) ||
    readDistance(reader, at, token) ||
    readButtons(reader, at, token) ||
    readLongest(reader, at, token) ||
    readYear(reader, token) ||
    readPhone(reader, at) ||
    readLooseWord(reader, at, token)
  );
}

/** 'code 4512', 'PIN is 1234': the numbers after the word are taken out. */
function readToldCode({ tokens, codes, unknown }: Reader, at: number, token: Token): number {
  if (!codeWords.has(token.word)) return 0;
  let length = 1;
  while (/\d|^(is|number|no)$/.test(tokens[at + length]?.word ?? '')) length += 1;
  const told = tokens.slice(at + 1, at + length).filter(({ word }) => /\d/.test(word));
  codes.push(...told);
  if (told.length === 0) unknown.push(token);
  return length;
}

/** Names in full, times and phrases: the longest wins, a name before a time before a phrase. */
function readLongest(reader: Reader, at: number, token: Token): number {
  const { draft, tokens, names, now } = reader;
  const exact = matchExact(names, tokens, at);
  const when = matchWhen(tokens, at, now);
  const phrase = matchPhrase(tokens, at);
  const length = Math.max(exact?.length ?? 0, when?.length ?? 0, phrase?.length ?? 0);
  if (length === 0) return 0;
  const words = wordsOf(reader, at, length);
  if (exact?.length === length) keepName(reader, exact, words, token);
  else if (when?.length === length) draft.when = mergeWhen(draft.when, when.when, words);
  else if (phrase) keepMeaning(reader, phrase.meaning, words, tokens.slice(at, at + length));
  return length;
}

/** What is left: a short year, a code by its looks, a filler, a name misspelt or begun, or a word not understood. */
function readLooseWord(reader: Reader, at: number, token: Token): number {
  const { tokens, names, corrections } = reader;
  if (/^\d{2}$/.test(token.word)) reader.shortYears.push(token);
  else if (looksLikeCode(token)) reader.codes.push(token);
  else if (!fillers.has(token.word)) {
    const name = matchCorrection(names, corrections, token) ?? matchPrefix(names, tokens, at);
    if (!name) reader.unknown.push(token);
    else keepName(reader, name, wordsOf(reader, at, name.length), token);
    return name?.length ?? 1;
  }
  return 1;
}

function wordsOf({ line, tokens }: Reader, at: number, length: number): string {
  return line.slice(tokens[at]?.start, tokens[at + length - 1]?.end);
}

/** A VIN in one piece or in groups, with an O for a 0 and an I for a 1. */
function readVin(reader: Reader, at: number): number {
  const { draft, tokens, unknown } = reader;
  const length = vinGroups(reader, at);
  if (length === 0) return 0;
  const words = wordsOf(reader, at, length);
  const vin = mendVin(words);
  if (!vin.ok) return 0;
  const { vin: value, mended } = vin.value;
  if (draft.vin && draft.vin.value !== value) unknown.push(...tokens.slice(at, at + length));
  draft.vin ??= { value, words, how: mended ? 'similar' : 'exact' };
  return length;
}

/**
 * How many tokens from here make a VIN: seventeen characters, letters and digits, in groups that hold a digit, stand
 * in capitals, or hang together by dashes.
 */
function vinGroups({ tokens, line }: Reader, at: number): number {
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

/** '14 km', '9 miles', '14km'. */
function readDistance({ draft, tokens }: Reader, at: number, token: Token): number {
  const next = tokens[at + 1];
  const joined = /^(\d{1,3}(?:\.\d+)?)(km|kms|mi|mile|miles)$/.exec(token.word);
  const apart =
    /^\d{1,3}(?:\.\d+)?$/.test(token.word) &&
    /^(km|kms|kilometres?|kilometers?|mi|miles?)$/.test(next?.word ?? '');
  if (!joined && !apart) return 0;
  const unit = (joined?.[2] ?? next?.word ?? '').startsWith('k') ? 'km' : 'mi';
  const value = Math.round(kmFrom(Number(joined?.[1] ?? token.word), unit) * 10) / 10;
  draft.distanceKm ??= { value, words: joined ? token.typed : `${token.typed} ${next?.typed}`, how: 'exact' };
  return joined ? 1 : 2;
}

/** '3 buttons', 'four-button'. */
function readButtons(reader: Reader, at: number, token: Token): number {
  const count = numberOf(token.word);
  if (count === undefined || count < 1 || count > 9 || !/^buttons?$/.test(reader.tokens[at + 1]?.word ?? ''))
    return 0;
  reader.draft.buttons ??= { value: count, words: wordsOf(reader, at, 2), how: 'exact' };
  return 2;
}

function readYear({ draft, unknown, now }: Reader, token: Token): number {
  if (!/^[12]\d{3}$/.test(token.word)) return 0;
  const year = Number(token.word);
  const last = Number(now.day.slice(0, 4)) + 1;
  if (year < firstYear || year > last) {
    draft.problems = [
      ...draft.problems,
      { field: 'year', message: `${year} is no year of a car here: ${firstYear} to ${last}.` },
    ];
    return 1;
  }
  if (draft.year && draft.year.value !== year) unknown.push(token);
  draft.year ??= { value: year, words: token.typed, how: 'exact' };
  return 1;
}

/** A two-digit number is a year where none stands in full: '19 before 19, and no later than next year. */
function settleShortYears({ draft, shortYears, unknown, now }: Reader): void {
  const chosen = draft.year
    ? undefined
    : (shortYears.find(({ abbreviated }) => abbreviated) ?? shortYears[0]);
  for (const token of shortYears) if (token !== chosen) unknown.push(token);
  if (!chosen) return;
  const last = Number(now.day.slice(0, 4)) + 1;
  const recent = Math.floor(last / 100) * 100 + Number(chosen.word);
  const value = recent <= last ? recent : recent - 100;
  if (value >= firstYear) draft.year = { value, words: chosen.typed, how: 'prefix' };
  else unknown.push(chosen);
}

/** A phone number: 7 to 12 digits in one to three groups. */
function readPhone({ draft, tokens, unknown }: Reader, at: number): number {
  for (const length of [3, 2, 1]) {
    const group = tokens.slice(at, at + length);
    const digits = group.map(({ word }) => word).join('');
    if (
      group.length === length &&
      group.every(({ word }) => /^\d{3,12}$/.test(word)) &&
      /^\d{7,12}$/.test(digits)
    ) {
      const value = group.map(({ typed }) => typed).join('-');
      if (draft.phone && draft.phone.value !== value) unknown.push(...group);
      draft.phone ??= { value, words: digits, how: 'exact' };
      return length;
    }
  }
  return 0;
}

/** Letters and digits mixed with at least three digits, or a bare number of four to six: a code stamped or told. */
function looksLikeCode({ word }: Token): boolean {
  if (/^\d{4,6}$/.test(word)) return true;
  return /^[a-z\d]{4,12}$/.test(word) && /[a-z]/.test(word) && word.replace(/\D/g, '').length >= 3;
}

function keepName({ draft, unknown }: Reader, match: NameMatch, words: string, token: Token): void {
  const { kind, id } = match.name;
  if (draft[kind] && draft[kind].value !== id) unknown.push(token);
  else draft[kind] ??= { value: id, words, how: match.how };
}

/** Keeps what a phrase says; one that says the opposite of an earlier one stays visible. */
function keepMeaning(
  { draft, unknown }: Reader,
  meaning: Meaning,
  words: string,
  tokens: readonly Token[],
): void {
  const against = <Value>(before: Read<Value> | undefined, told: Value | undefined) =>
    before !== undefined && told !== undefined && before.value !== told;
  if (against(draft.ignition, meaning.ignition) || against(draft.access, meaning.access)) {
    unknown.push(...tokens);
    return;
  }
  if (meaning.ignition) draft.ignition ??= { value: meaning.ignition, words, how: 'exact' };
  if (meaning.access) draft.access ??= { value: meaning.access, words, how: 'exact' };
  if (meaning.why && (!draft.why || draft.why.value === 'spare'))
    draft.why = { value: meaning.why, words, how: 'exact' };
  if (meaning.keys) draft.keys = mergeKeys(draft.keys, meaning.keys, words);
}

function mergeKeys(
  before: Read<KeysTold> | undefined,
  told: Partial<KeysTold>,
  words: string,
): Read<KeysTold> {
  const value = before?.value ?? noKeysTold;
  return {
    value: {
      working: value.working ?? told.working ?? null,
      lost: value.lost ?? told.lost ?? null,
      wanted: value.wanted ?? told.wanted ?? null,
    },
    words: before ? `${before.words} ${words}` : words,
    how: 'exact',
  };
}

function mergeWhen(before: Read<When> | undefined, told: Partial<When>, words: string): Read<When> {
  const value = before?.value ?? { urgent: false, day: null, from: null, by: null };
  return {
    value: {
      urgent: value.urgent || told.urgent === true,
      day: value.day ?? told.day ?? null,
      from: value.from ?? told.from ?? null,
      by: value.by ?? told.by ?? null,
    },
    words: before ? `${before.words} ${words}` : words,
    how: 'exact',
  };
}

/** A model says its make; a make that does not fit the model is said so. */
function settleMake(draft: Draft, lexicon: Lexicon): void {
  const model = lexicon.models.find(({ id }) => id === draft.model?.value);
  if (!model) return;
  if (!draft.make) {
    draft.make = { value: model.makeId, words: draft.model?.words ?? '', how: draft.model?.how ?? 'exact' };
  } else if (draft.make.value !== model.makeId) {
    const make = lexicon.makes.find(({ id }) => id === model.makeId)?.name ?? 'another make';
    draft.problems = [...draft.problems, { field: 'model', message: `${model.name} is a ${make}.` }];
  }
}

function withoutTokens(line: string, tokens: readonly Token[]): string {
  return [...tokens]
    .sort((a, b) => b.start - a.start)
    .reduce((text, token) => `${text.slice(0, token.start)}…${text.slice(token.end)}`, line);
}
