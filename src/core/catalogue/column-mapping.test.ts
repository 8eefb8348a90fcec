import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitsAsItIs, guessMapping, mappingFor, missingColumns } from './column-mapping';
import { listNames, listOf } from './lists/lists';

describe('the columns of a file of one’s own', () => {
  it('fit as they are where they have the names of the list', () => {
    for (const name of listNames) {
      const list = listOf(name);
      expect(
        fitsAsItIs(
          list,
          list.columns.map((column) => column.name),
        ),
      ).toBe(true);
      expect(fitsAsItIs(list, ['something'])).toBe(false);
    }
  });

  it('are found by name or label however they are written', () => {
    for (const name of listNames) {
      const list = listOf(name);
      const written = list.columns.map((column) => column.name.toUpperCase().replaceAll('_', ' '));
      const guessed = guessMapping(list, written);
      expect([name, missingColumns(list, guessed)]).toEqual([name, []]);
      for (const [ours, theirs] of Object.entries(guessed))
        expect(theirs).toBe(ours.toUpperCase().replaceAll('_', ' '));
    }
  });

  it('are taken once each, whatever stands there', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...listNames),
        fc.uniqueArray(fc.string({ maxLength: 12 })),
        (name, headers) => {
          const taken = Object.values(guessMapping(listOf(name), headers));
          expect(new Set(taken).size).toBe(taken.length);
          for (const theirs of taken) expect(headers).toContain(theirs);
        },
      ),
    );
  });

  it('are guessed by a part of a name only where no other has it', () => {
    const blanks = listOf('blanks');
    expect(guessMapping(blanks, ['Article no.', 'Our keyway', 'x']).article).toBe('Article no.');
    expect(guessMapping(blanks, ['Article A', 'Article B']).article).toBeUndefined();
  });

  it('lose what another file does not have', () => {
    expect(mappingFor({ article: 'No.', keyway: 'Profile' }, ['No.', 'Name'])).toEqual({ article: 'No.' });
  });
});
