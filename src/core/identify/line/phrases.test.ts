import { describe, expect, it } from 'vitest';
import { matchPhrases } from './phrases';
import { fold, numberOf, tokenize } from './tokens';

const read = (text: string) => matchPhrases(tokenize(text), 0)[0];

describe('matchPhrase', () => {
  const rows: readonly [string, number, object][] = [
    ['push to start', 3, { ignition: 'push' }],
    ['push-button', 2, { ignition: 'push' }],
    ['keyless entry', 2, { ignition: 'push' }],
    ['turn the key', 3, { ignition: 'turn' }],
    ['not push start', 3, { ignition: 'turn' }],
    ['no push button', 3, { ignition: 'turn' }],
    ['car is locked', 3, { access: 'locked' }],
    ['doors unlocked', 2, { access: 'open' }],
    ['not locked', 2, { access: 'open' }],
    ['it is open', 3, { access: 'open' }],
    ['locked out', 2, { access: 'locked' }],
    ['second key', 2, { why: 'spare' }],
    ['duplicate key', 2, { why: 'spare' }],
    ['key snapped off in the lock', 6, { why: 'broken' }],
    ['remote battery flat', 3, { why: 'flatCell' }],
    ['dead fob', 2, { why: 'flatCell' }],
    ['fob stopped', 2, { why: 'flatCell' }],
    ['missing buttons', 2, { why: 'wornButtons' }],
    ['smashed shell', 2, { why: 'crackedCase' }],
    ['loop is broken', 3, { why: 'brokenLoop' }],
    ['lost both of them', 4, { why: 'lost', keys: { lost: 2, working: 0 } }],
    ['both stolen', 2, { why: 'stolen', keys: { lost: 2, working: 0 } }],
    ['lost all her keys', 4, { why: 'lost', keys: { working: 0 } }],
    ['lost one of the three keys', 6, { why: 'lost', keys: { lost: 1, working: 2 } }],
    ['2 of 2 gone', 4, { why: 'lost', keys: { lost: 2, working: 0 } }],
    ['lost my last key', 4, { why: 'lost', keys: { lost: 1, working: 0 } }],
    ['only key stolen', 3, { why: 'stolen', keys: { lost: 1, working: 0 } }],
    ['lost two keys', 3, { why: 'lost', keys: { lost: 2 } }],
    ['three keys missing', 3, { why: 'lost', keys: { lost: 3 } }],
    ['has two working keys left', 5, { keys: { working: 2 } }],
    ['one left', 2, { keys: { working: 1 } }],
    ['two keys work', 3, { keys: { working: 2 } }],
    ['no keys left', 3, { keys: { working: 0 } }],
    ['without any key', 3, { keys: { working: 0 } }],
    ['wants two new keys', 4, { keys: { wanted: 2 } }],
    ['make 3 spares', 3, { why: 'spare', keys: { wanted: 3 } }],
    ['a spare key', 3, { why: 'spare', keys: { wanted: 1 } }],
  ];
  it.each(rows)('%s', (text, length, meaning) => {
    expect(read(text)).toEqual({ length, meaning });
  });

  it('takes no more working keys than can be when the numbers do not fit', () => {
    expect(read('lost 3 of 2')).toEqual({ length: 4, meaning: { why: 'lost', keys: { lost: 3 } } });
  });

  it.each(['merrowdale', 'quarry end', '', '19 keys', "'19 keys"])('nothing of %j', (text) => {
    expect(read(text)).toBeUndefined();
  });
});

describe('tokens', () => {
  it('keeps points and colons between digits, and says where each word stood', () => {
    const text = "MÉRROWDALE, '19 by 6.30pm!";
    const tokens = tokenize(text);
    expect(tokens.map(({ word }) => word)).toEqual(['merrowdale', '19', 'by', '6.30pm']);
    for (const { typed, start, end } of tokens) expect(text.slice(start, end)).toBe(typed);
    expect(tokens[1]?.abbreviated).toBe(true);
  });

  it('folds letters of many languages', () => {
    expect(fold('Øst ÉCLAIR Ünal Çelik')).toBe('øst eclair unal celik');
  });

  it.each([
    ['both', 2],
    ['twelve', 12],
    ['24', 24],
    ['25', undefined],
    ['constructor', undefined],
    ['', undefined],
  ])('number of %j is %s', (word, expected) => {
    expect(numberOf(word)).toBe(expected);
  });
});
