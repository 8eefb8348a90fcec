import { commonWords } from './common-words';
import type { Token } from './tokens';

/** Words that are a street wherever they stand behind a name. */
const streets = new Set(
  'street st road rd lane ln avenue ave court row terrace crescent boulevard blvd alley highway mews'.split(
    ' ',
  ),
);
/** Words that are one only behind a house number, or written large. */
const alsoWords = new Set(
  'drive close way square hill gardens park quay wharf green grove walk rise view place bridge'.split(' '),
);

/** How many tokens from here are a street, with or without its house number: '14 Harbour Street'. */
export function matchStreet(tokens: readonly Token[], at: number): number {
  const numbered = /^\d{1,4}[a-d]?$/.test(tokens[at]?.word ?? '') ? 1 : 0;
  for (const names of [2, 1]) {
    const named = tokens.slice(at + numbered, at + numbered + names);
    const last = tokens[at + numbered + names];
    if (
      !last ||
      last.afterBreak ||
      named.length < names ||
      named.some((one, step) => one.afterBreak && step + numbered > 0)
    )
      continue;
    const barred = numbered === 1 ? ofKeys : commonWords;
    if (!named.every(({ word }) => /^\p{L}{2,}$/u.test(word) && !barred.has(word) && !small.has(word)))
      continue;
    const large = /^\p{Lu}/u.test(last.typed);
    if (streets.has(last.word) || (alsoWords.has(last.word) && (numbered === 1 || large)))
      return numbered + names + 1;
  }
  return 0;
}

const small = new Set('the a an my on at in of to and by'.split(' '));
/** Words that follow a number in this trade and name no street. */
const ofKeys = new Set(
  'key keys fob fobs lost spare spares work works working button buttons left gone km miles'.split(' '),
);
