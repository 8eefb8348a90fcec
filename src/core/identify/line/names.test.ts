import { describe, expect, it } from 'vitest';
import { indexNames, matchCorrections, matchExact, matchPrefix } from './names';
import { tokenize } from './tokens';

const names = indexNames({
  makes: [{ id: 'brevane', name: 'Brevane', aliases: ['brev'] }],
  models: [
    { id: 'pelmore', makeId: 'brevane', name: 'Pelmore', aliases: [] },
    { id: 'pelmore-long', makeId: 'brevane', name: 'Pelmore Long', aliases: [] },
  ],
  places: [
    { id: 'saltpan', name: 'Saltpan Ferry', distanceKm: 31, travelMinutes: 46 },
    { id: 'saltmarsh', name: 'Saltmarsh', distanceKm: 8, travelMinutes: 12 },
  ],
});
const id = (match: { name: { id: string } } | undefined) => match?.name.id;

describe('names', () => {
  it.each([
    ['brevane', 'brevane', 1],
    ['brev', 'brevane', 1],
    ['pelmore', 'pelmore', 1],
    ['pelmore long', 'pelmore-long', 2],
    ['saltpan ferry', 'saltpan', 2],
  ])('%s in full is %s', (text, expected, length) => {
    const match = matchExact(names, tokenize(text), 0);
    expect([id(match), match?.length]).toEqual([expected, length]);
  });

  it.each([
    ['saltp', 'saltpan'],
    ['saltpan fer', 'saltpan'],
    ['saltpan', 'saltpan'],
    ['salt', undefined],
    ['sa', undefined],
    ['breva', 'brevane'],
    ['brevanes', 'brevane'],
    ['xbrev', undefined],
  ])('%s by its beginning is %s', (text, expected) => {
    expect(id(matchPrefix(names, tokenize(text), 0))).toBe(expected);
  });

  it('takes a correction for the word it was made for, of the kind it says', () => {
    const [token] = tokenize('Pelmroe');
    if (!token) throw new Error('expected a token');
    expect(id(matchCorrections(names, [{ word: 'pelmroe', kind: 'model', id: 'pelmore' }], token)[0])).toBe(
      'pelmore',
    );
    expect(matchCorrections(names, [{ word: 'pelmroe', kind: 'make', id: 'pelmore' }], token)).toEqual([]);
    expect(matchCorrections(names, [{ word: 'other', kind: 'model', id: 'pelmore' }], token)).toEqual([]);
  });
});
