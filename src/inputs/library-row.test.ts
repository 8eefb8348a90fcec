import { describe, expect, it } from 'vitest';
import type { Cells } from '@/core/catalogue/lists/description';
import { type ListName, listNames, listOf, rowName } from '@/core/catalogue/lists/lists';
import { readAfter } from './library-inputs';
import { isFormulaCell, parseLibraryRow } from './library-row';

const blank = { article: 'BLANK-1', keyway: 'Siskin 11', seat: 'plain' };
const generation = { make: 'A', model: 'B', market: 'C', name: 'I', from_year: '2010', to_year: '2018' };

describe('a row of a list', () => {
  it('is kept in one form: trimmed, numbers plain, words by single spaces', () => {
    expect(parseLibraryRow('blanks', { ...blank, seat: '  plain ' })).toEqual({ ok: true, value: blank });
    const remote = {
      article: 'REM-1',
      badge: 'A',
      buttons: '02',
      frequency_mhz: '433.920',
      board: 'B 1',
      layout: ' lock   unlock ',
      seat: 'flip',
      retainer: 'screw',
    };
    const parsed = parseLibraryRow('remotes', remote);
    expect(parsed.ok && parsed.value).toMatchObject({
      buttons: '2',
      frequency_mhz: '433.92',
      layout: 'lock unlock',
    });
  });

  it.each<[string, ListName, Cells, string, RegExp]>([
    ['an empty name', 'blanks', { ...blank, article: '  ' }, 'article', /1 to 40/],
    ['a name too long', 'blanks', { ...blank, article: 'x'.repeat(41) }, 'article', /1 to 40/],
    ['two lines', 'blanks', { ...blank, seat: 'a\nb' }, 'seat', /one line/],
    ['a bell', 'blanks', { ...blank, seat: 'a\u0007' }, 'seat', /one line/],
    ['no keyway', 'blanks', { article: 'A', seat: 'b' }, 'keyway', /1 to 40/],
    ['a column nobody knows', 'blanks', { ...blank, colour: 'red' }, 'colour', /not known/],
    ['a year in words', 'generations', { ...generation, to_year: 'later' }, 'to_year', /whole number/],
    ['a year before cars', 'generations', { ...generation, from_year: '1800' }, 'from_year', /1950 or more/],
    [
      'an end before the begin',
      'generations',
      { ...generation, to_year: '2009' },
      'to_year',
      /before it begins/,
    ],
    ['a maker with an O', 'maker-ids', { code: '0OV', make: 'A', market: 'B' }, 'code', /./],
    [
      'an equivalent of itself',
      'equivalents',
      { article: 'R', equivalent: 'R' },
      'equivalent',
      /no equivalent of itself/,
    ],
  ])('with %s is refused at its column', (_, list, cells, column, words) => {
    const parsed = parseLibraryRow(list, cells);
    const problems = parsed.ok ? [] : parsed.problems;
    expect(problems.map(({ field }) => field)).toContain(column);
    expect(problems.map(({ message }) => message).join(' ')).toMatch(words);
  });

  it('names every wrong cell, not the first alone', () => {
    const parsed = parseLibraryRow('generations', {
      ...generation,
      from_year: 'x',
      to_year: 'y',
      market: '',
    });
    expect(parsed.ok ? [] : parsed.problems.map(({ field }) => field)).toEqual([
      'market',
      'from_year',
      'to_year',
    ]);
  });

  it('comes to the same however often the same text is read', () => {
    for (let at = 0; at < 12_000; at += 1) {
      const parsed = parseLibraryRow('blanks', { ...blank, article: `BLANK-${at}` });
      if (!parsed.ok || parsed.value.article !== `BLANK-${at}`) throw new Error(`row ${at} was not kept`);
    }
    expect(parseLibraryRow('blanks', { ...blank, article: '' }).ok).toBe(false);
    expect(parseLibraryRow('blanks', { ...blank, article: '' }).ok).toBe(false);
  });

  it('has cells that would run as formulas only where text stands', () => {
    const columns = listOf('keyways').columns;
    const of = (name: string) => columns.find((column) => column.name === name) ?? columns[0];
    const [text, number] = [of('name'), of('spaces')];
    if (!text || !number) throw new Error('expected columns');
    for (const cell of ['=1+1', '+1', '-1', '@x']) expect(isFormulaCell(text, cell)).toBe(true);
    expect(isFormulaCell(text, 'a=1')).toBe(false);
    expect(isFormulaCell(number, '-1')).toBe(false);
  });
});

describe('the lists', () => {
  it('refer only to lists before them, by columns that both have', () => {
    for (const [at, name] of listNames.entries()) {
      const list = listOf(name);
      const has = (of: ListName, column: string) => listOf(of).columns.some((one) => one.name === column);
      expect(list.key.every((column) => has(name, column))).toBe(true);
      for (const { list: other, columns } of list.references) {
        expect(listNames.indexOf(other)).toBeLessThan(at);
        for (const [own, theirs] of Object.entries(columns))
          expect(has(name, own) && has(other, theirs)).toBe(true);
      }
    }
  });

  it('have no list of the rows of a code series', () => {
    expect(listNames.filter((name) => /code/.test(name))).toEqual(['code-series']);
    expect(listOf('code-series').columns.map(({ name }) => name)).not.toContain('bitting');
  });

  it('name a row by its key', () => {
    expect(rowName(listOf('equivalents'), { article: 'A', equivalent: 'B', note: 'c' })).toBe('A B');
  });
});

describe('where a page begins', () => {
  it.each([
    ['["A","B"]', ['A', 'B']],
    ['[]', []],
    ['["A",1]', undefined],
    ['{"a":1}', undefined],
    ['nonsense', undefined],
    [`["${'x'.repeat(3000)}"]`, undefined],
    [undefined, undefined],
    [['["A"]'], undefined],
  ])('%o is read as %o', (text, cells) => {
    expect(readAfter(text)).toEqual(cells);
  });
});
