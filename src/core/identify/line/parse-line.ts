import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import type { LocalMoment } from '@/core/kinds/local-time';
import { bestReading } from './best-reading';
import { commonWords } from './common-words';
import { indexNames } from './names';
import { type Correction, type Lexicon, type LineReading, lineLimit, noKeysTold } from './reading';
import { type Token, tokenize } from './tokens';

/**
 * Reads a caller's line into facts, in any order of its words: of all readings of its words the best whole one, in which
 * each number has one owner. Names match in full or by their beginning; misspelt ones through `corrections`, so that the
 * browser and the server read the same line alike. Anything that looks like a key code or PIN is taken out of `safeText`
 * and kept nowhere.
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
  const tokens = tokenize(line);
  const found = bestReading({ line, tokens, names: indexNames(lexicon), corrections, now }, lexicon);
  const { noOther, askKeys, problems, ...said } = found.said;
  const { keys, why, model, make } = said;
  const value = keys?.value;
  const without =
    noOther &&
    value?.working == null &&
    ((value?.lost ?? 0) > 0 || why?.value === 'lost' || why?.value === 'stolen');
  const owner = model && lexicon.models.find(({ id }) => id === model.value);
  return {
    ...said,
    ...(without && {
      keys: {
        value: { ...noKeysTold, ...value, working: 0 },
        words: [keys?.words, noOther].filter(Boolean).join(' '),
        how: 'exact' as const,
      },
    }),
    ...(owner && !make && { make: { value: owner.makeId, words: model.words, how: model.how } }),
    problems: [
      ...(text.length > lineLimit
        ? [
            {
              field: 'line' as const,
              message: `A line has up to ${lineLimit} characters; this has ${text.length}.`,
            },
          ]
        : []),
      ...problems.map((message) => ({ field: 'year' as const, message })),
      ...(owner && make && make.value !== owner.makeId
        ? [{ field: 'model' as const, message: `${owner.name} is a ${makeName(lexicon, owner.makeId)}.` }]
        : []),
      ...(askKeys
        ? [
            {
              field: 'keys' as const,
              message: `${askKeys} keys? One job makes up to ${mostKeysWanted}: ask how many.`,
            },
          ]
        : []),
    ],
    unknown: found.unknown.map(({ typed }) => typed),
    maybeNames: found.unknown
      .filter(({ word }) => /^[\p{L}]{4,}$/u.test(word) && !commonWords.has(word))
      .map(({ word }) => word),
    codes: found.codes.length,
    safeText: withoutTokens(line, found.codes),
  };
}

function makeName(lexicon: Lexicon, makeId: string): string {
  return lexicon.makes.find(({ id }) => id === makeId)?.name ?? 'another make';
}

function withoutTokens(line: string, tokens: readonly Token[]): string {
  return [...tokens]
    .sort((a, b) => b.start - a.start)
    .reduce((text, token) => `${text.slice(0, token.start)}…${text.slice(token.end)}`, line);
}
