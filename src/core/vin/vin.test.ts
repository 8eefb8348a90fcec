import { describe, expect, it } from 'vitest';
import { findMaker } from './maker';
import { spellingNames, spellVin } from './spell';
import { groupVin, parseVin } from './vin';

describe('parseVin', () => {
  it.each(['0HVMD42K4KH012734', '0hv md4 2k4 kh0 12734', '0HV-MD4-2K4-KH0-12734', ' 0HVMD42K4KH012734\n'])(
    'reads %j',
    (text) => {
      expect(parseVin(text)).toEqual({ ok: true, value: '0HVMD42K4KH012734' });
    },
  );

  it.each([
    ['', 'this has 0'],
    ['0HVMD42K4KH01273', 'this has 16'],
    ['0HVMD42K4KH0127345', 'this has 18'],
    ['0HVMD42K4KHO12734', 'Place 12'],
    ['0HVMD42K4KHI12734', 'It may be a 1'],
    ['🚗', 'Place 1'],
    ['x'.repeat(10_000), 'this has 10000'],
  ])('says what is wrong with %j', (text, word) => {
    const result = parseVin(text);
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.problems[0]?.message).toContain(word);
  });
});

it('groups for reading aloud', () => {
  expect(groupVin('0HVMD42K4KH012734')).toBe('0HV MD4 2K4 KH0 12734');
});

it('spells a VIN in groups with a word for each character', () => {
  expect(spellVin('0HVM?')).toEqual([
    { characters: '0HV', words: ['zero', 'Hotel', 'Victor'] },
    { characters: 'M?', words: ['Mike', 'unknown'] },
  ]);
  expect(spellVin('0HV', 'household')[0]?.words).toEqual(['zero', 'Hammer', 'Velvet']);
  for (const spelling of spellingNames) {
    const everything = spellVin('ABCDEFGHJKLMNPRST', spelling).concat(spellVin('UVWXYZ0123456789', spelling));
    const initials = everything.flatMap(({ characters, words }) =>
      words.map((word, at) => /\d/.test(characters[at] ?? '') || word.startsWith(characters[at] ?? '-')),
    );
    expect(initials).not.toContain(false);
  }
});

describe('findMaker', () => {
  const ids = [
    { code: '0HV', make: 'Halvorn', market: 'Meres' },
    { code: '0D9', make: 'Dunlark', market: 'Meres' },
    { code: '0D90L1', make: 'Dunlark lorries', market: 'Meres' },
  ];
  it.each([
    ['0HVMD42K4KH012734', 'Halvorn'],
    ['0HV', 'Halvorn'],
    ['0D9MD42K4KH0L1734', 'Dunlark lorries'],
    ['0D9MD42K4KH0L2734', 'Dunlark'],
    ['0D9', 'Dunlark'],
    ['0H?', undefined],
    ['0ZZ', undefined],
  ])('%s is of %s', (vin, make) => {
    expect(findMaker(vin, ids)?.make).toBe(make);
  });
});
