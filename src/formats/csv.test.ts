import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CsvFailure, type CsvRecord, cutCsv, longestLine, readCsv, splitCsv } from './csv';

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

describe('a text cut into parts', () => {
  async function* pieces(text: string, size: number): AsyncGenerator<string> {
    for (let at = 0; at < text.length; at += size) yield text.slice(at, at + size);
  }

  /** Header and records as they come from parts of about so many signs. */
  async function cut(text: string, size: number, partsOf: number): Promise<CsvRecord[]> {
    const records: CsvRecord[] = [];
    for await (const part of cutCsv(pieces(text, size), partsOf)) {
      if ('header' in part) records.push({ line: 0, record: part.header });
      else {
        // A part is whole records: it can be split anywhere, by itself.
        expect(part.text.length).toBeGreaterThan(0);
        records.push(...splitCsv(part));
      }
    }
    return records;
  }

  /** The same by the library alone, at once. */
  function whole(text: string): { record: string[]; line: number }[] {
    const found = parse(text, {
      info: true,
      record_delimiter: ['\r\n', '\n', '\r'],
      relax_column_count: true,
      skip_empty_lines: true,
    }) as unknown as { record: string[]; info: { lines: number } }[];
    return found.map(({ record, info }) => ({ record, line: info.lines }));
  }

  const word = fc.constantFrom('', 'a', 'BLANK-1', ' x ', 'é', '12.5');
  const quoted = fc
    .array(fc.constantFrom('a', ',', '""', '\n', '\r\n', '\r', ' ', '–'), { maxLength: 6 })
    .map((signs) => `"${signs.join('')}"`);
  const lineEnd = fc.constantFrom('\n', '\r\n', '\r', '\n\n');
  const body = fc.array(fc.tuple(fc.array(fc.oneof(word, quoted), { minLength: 1, maxLength: 4 }), lineEnd), {
    maxLength: 12,
  });

  it('has the records that the library finds in the whole text, wherever it is cut and however it comes', async () => {
    await fc.assert(
      fc.asyncProperty(
        body,
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 1, max: 60 }),
        async (rows, size, partsOf) => {
          const text = `h,i,j\n${rows.map(([cells, end]) => cells.join(',') + end).join('')}`;
          const found = await cut(text, size, partsOf);
          expect(found.map(({ record }) => record)).toEqual(whole(text).map(({ record }) => record));
        },
      ),
      { numRuns: 400 },
    );
  });

  it('counts lines by line ends, empty ones and those inside of quotes too', async () => {
    const text = 'h\r\n\r\na\r\n"two\nlines"\rb\n\n"c"';
    for (const size of [1, 3, 100])
      expect(await cut(text, size, 1)).toEqual([
        { line: 0, record: ['h'] },
        { line: 3, record: ['a'] },
        { line: 5, record: ['two\nlines'] },
        { line: 6, record: ['b'] },
        { line: 8, record: ['c'] },
      ]);
  });

  it.each([
    ['a quote that is never closed', `h\na\n"b\n${'c\n'.repeat(20)}`, 3, /not closed/],
    ['a quote inside a cell', 'h,i\na,b\nx"y,z\n"', 3, /inside a cell/],
    ['something after a closing quote', 'h\na\n"b"c\n', 3, /after a closing quote/],
    ['a line of megabytes', `h\na\n${'x'.repeat(3 * longestLine)}`, 3, /too long/],
    ['an open quote before megabytes', `h\na\n"${'x\n'.repeat(12 * longestLine)}`, 3, /too long/],
    ['empty lines alone', '\n\n\r\n', 1, /header/],
  ])('is refused at the line of %s', async (_what, text, line, reason) => {
    const error = await cut(text, 4000, 10).catch((thrown: unknown) => thrown);
    expect(error).toBeInstanceOf(CsvFailure);
    expect((error as CsvFailure).message).toMatch(reason);
    expect((error as CsvFailure).line).toBe(line);
  });
});
