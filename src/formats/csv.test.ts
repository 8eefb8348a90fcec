import { describe, expect, it } from 'vitest';
import { readCsv } from './csv';

describe('readCsv', () => {
  it('reads cells by column, with quotes, a byte order mark and either line end', () => {
    const table = readCsv('\uFEFFname,note\r\nHalvorn,"tray, left"\r\nBrevane,\r\n');
    expect(table.problems).toEqual([]);
    expect(table.rows).toEqual([
      { line: 2, cells: { name: 'Halvorn', note: 'tray, left' } },
      { line: 3, cells: { name: 'Brevane' } },
    ]);
  });

  it.each([
    ['a quote left open', 'name,note\nHalvorn,"tray\n', /not closed/],
    ['too few cells', 'name,note\nHalvorn\n', /Expected 2 cells, got 1/],
    ['too many cells', 'name,note\nHalvorn,a,b\n', /Expected 2 cells, got 3/],
    ['nothing at all', '', /header/],
  ])('refuses %s and names the line', (_what, text, reason) => {
    const [problem] = readCsv(text).problems;
    expect(problem?.reason).toMatch(reason);
    expect(problem?.line).toBeGreaterThan(0);
  });

  it('keeps the good rows beside a bad one, so that all problems are told at once', () => {
    const table = readCsv('a,b\n1,2\n3\n4,5\n6\n');
    expect(table.rows).toHaveLength(2);
    expect(table.problems.map(({ line }) => line)).toEqual([3, 5]);
  });
});

describe('the limits of a text', () => {
  const limits = { lines: 5, signs: 40 };

  it.each([
    ['a\n1\n2\n3\n4\n', 0],
    ['a\r\n1\r\n2\r\n3\r\n4\r\n', 0],
    ['a\n1\n2\n3\n4\n5\n', 1],
    ['a\r1\r2\r3\r4\r5', 1],
    [`a\n${'x'.repeat(40)}\n`, 0],
    [`a\n${'x'.repeat(41)}\n`, 1],
    [','.repeat(41), 1],
  ])('%j has %d problems', (text, problems) => {
    expect(readCsv(text, limits).problems).toHaveLength(problems);
  });

  it('are looked at before anything is split: a line of four million commas is refused at once', () => {
    const { rows, columns, problems } = readCsv(','.repeat(4_000_000));
    expect({ rows, columns }).toEqual({ rows: [], columns: [] });
    expect(problems).toEqual([{ line: 1, reason: 'The line is longer than 20000 signs.' }]);
  });
});
