import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bestReading } from './best-reading';
import { indexNames } from './names';
import type { Lexicon } from './reading';
import { spansAt } from './spans';
import { tokenize } from './tokens';

const lexicon: Lexicon = {
  makes: [
    { id: 'halvorn', name: 'Halvorn', aliases: [] },
    { id: 'dunlark', name: 'Dunlark', aliases: [] },
  ],
  models: [
    { id: 'merrowdale', makeId: 'halvorn', name: 'Merrowdale', aliases: [] },
    { id: 'cabwell', makeId: 'dunlark', name: 'Cabwell', aliases: [] },
    { id: 'millstone', makeId: 'dunlark', name: 'Millstone', aliases: [] },
  ],
  places: [{ id: 'millrace', name: 'Millrace', distanceKm: 7, travelMinutes: 11 }],
};
const contextOf = (line: string) => ({
  line,
  tokens: tokenize(line),
  names: indexNames(lexicon),
  corrections: [],
  now: { day: '2027-03-03', hour: '09:20' },
});
const read = (line: string) => bestReading(contextOf(line), lexicon);
const words =
  'merrowdale halvorn 2016 16 09 2 two spare keys lost both open locked at six 12 mill lane millrace push turn by not'.split(
    ' ',
  );

describe('the best whole reading', () => {
  it('gives each number one owner, by what the rest of the line leaves it', () => {
    expect(read('merrowdale 2015 at 2012 mill lane').said).toMatchObject({
      year: { value: 2015 },
      street: { value: '2012 mill lane' },
    });
    expect(read('merrowdale 2012 mill lane').said).toMatchObject({ year: { value: 2012 } });
    expect(read('merrowdale 09 spare').said).toMatchObject({
      year: { value: 2009 },
      why: { value: 'spare' },
    });
    expect(read('merrowdale 09 spare').said.keys).toBeUndefined();
  });

  it('lets a name in full beat any likeness, and a street a place', () => {
    expect(read('cabw merrowdale').said.model?.value).toBe('merrowdale');
    expect(read('cabw merrowdale').unknown.map(({ word }) => word)).toEqual(['cabw']);
    expect(read('Millrace Road, merrowdale').said).not.toHaveProperty('place');
    expect(read('millrace, merrowdale').said.place?.value).toBe('millrace');
  });

  it('leaves what says the opposite of what was read to be seen', () => {
    expect(read('open locked').unknown).toHaveLength(1);
    expect(read('push turn').unknown).toHaveLength(1);
  });

  it('is no worse than any reading that takes the words one by one from the left', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...words), { minLength: 1, maxLength: 10 }), (line) => {
        const context = contextOf(line.join(' '));
        const { unknown } = bestReading(context, lexicon);
        // Every word is taken by a stretch, a filler, or left over: none twice and none lost.
        expect(unknown.length).toBeLessThanOrEqual(context.tokens.length);
        expect(new Set(unknown).size).toBe(unknown.length);
        for (const token of unknown) {
          const at = context.tokens.indexOf(token);
          const alone = spansAt(contextOf(token.word), 0).filter(({ length }) => length === 1);
          // A word that could be read alone is left over only beside others.
          if (alone.length > 0) expect(context.tokens.length).toBeGreaterThan(1);
          expect(at).toBeGreaterThanOrEqual(0);
        }
      }),
    );
  });
});
