import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { listOf } from '@/core/catalogue/lists/lists';
import { CsvFailure, writeCsv } from './csv';
import { csvHeader, listParts, readPart } from './list-csv';
import { decodeText, EncodingError } from './text-encoding';

const blanks = listOf('blanks');

async function* parts(bytes: Uint8Array, size: number): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size);
}

async function read(content: string | Uint8Array, size = 7, list = blanks, partsOf = 30) {
  const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content;
  const rows: { line: number; cells: Record<string, string>; reason?: string }[] = [];
  let separator = '';
  let encoding = '';
  const text = decodeText(parts(bytes, size), (found) => {
    encoding = found;
  });
  const found = listParts(
    text,
    list,
    (one) => {
      separator = one;
    },
    partsOf,
  );
  for await (const part of found)
    for (const { cells, ...row } of readPart(part, list)) {
      const named = part.columns.flatMap((name, at) => (cells[at] === undefined ? [] : [[name, cells[at]]]));
      rows.push({ ...row, cells: Object.fromEntries(named) });
    }
  return { rows, separator, encoding };
}

const header = 'article,keyway,seat\r\n';
const ascii = (text: string) => new TextEncoder().encode(text);

describe('a list as CSV', () => {
  it('is read whatever the size of its parts, with the line of each row', async () => {
    const content = `${header}A,"two\nlines",x\r\nB,"quote ""inside""",y\r\n`;
    for (const size of [1, 2, 5, 1000]) {
      const { rows } = await read(content, size);
      expect(rows).toEqual([
        { line: 3, cells: { article: 'A', keyway: 'two\nlines', seat: 'x' } },
        { line: 4, cells: { article: 'B', keyway: 'quote "inside"', seat: 'y' } },
      ]);
    }
  });

  it.each([
    [',', 'article,keyway,seat\nA,B,C\n'],
    [';', 'article;keyway;seat\r\nA;B;C\r\n'],
    ['\t', 'seat\tarticle\tkeyway\nC\tA\tB'],
  ])('is read with %j between its cells, in any order of columns', async (separator, content) => {
    const found = await read(content);
    expect(found.separator).toBe(separator);
    expect(found.rows.map(({ cells }) => cells)).toEqual([{ article: 'A', keyway: 'B', seat: 'C' }]);
  });

  it('reads decimal commas only between semicolons', async () => {
    const keyways = listOf('keyways');
    const columns = 'name;profile;spaces;depths;stop;blade_width_mm;pellet';
    const { rows } = await read(`${columns}\nPipit;disc;6;4;tip;7,85;no\n`, 9, keyways);
    expect(rows[0]?.cells.blade_width_mm).toBe('7.85');
    const quoted = await read(`${columns.replaceAll(';', ',')}\nPipit,disc,6,4,tip,"7,85",no\n`, 9, keyways);
    expect(quoted.rows[0]?.cells.blade_width_mm).toBe('7,85');
  });

  it('is read as Windows-1252 where it is no UTF-8', async () => {
    const bytes = new Uint8Array([...new TextEncoder().encode(header), 0xc4, 0x2c, 0x42, 0x2c, 0x80, 0x0a]);
    const { rows, encoding } = await read(bytes);
    expect(encoding).toBe('windows-1252');
    expect(rows[0]?.cells).toEqual({ article: 'Ä', keyway: 'B', seat: '€' });
  });

  it.each([
    ['nothing', '', 1, undefined],
    ['an unknown column', 'article,keyway,seat,colour\nA,B,C,D\n', 1, 'colour'],
    ['a missing column', 'article,keyway\nA,B\n', 1, 'seat'],
    ['a column twice', 'article,keyway,seat,article\nA,B,C,D\n', 1, 'article'],
    ['an open quote', `${header}A,"B,C\n`, 2, undefined],
    ['a row of megabytes', `${header}A,B,${'x'.repeat(30_000)}\n`, 2, undefined],
  ])('with %s is refused at its line', async (_, content, line, column) => {
    const error = await read(content, 1000).catch((thrown: unknown) => thrown);
    expect(error).toBeInstanceOf(CsvFailure);
    expect((error as CsvFailure).line).toBe(line);
    if (column !== undefined) expect((error as CsvFailure).column).toBe(column);
  });

  it.each([
    ['fewer', 'A,B'],
    ['more', 'A,B,C,D'],
  ])('has a row with %s cells than the header, with a word why', async (_, row) => {
    const { rows } = await read(`${header}${row}\nE,F,G\n`);
    expect(rows[0]?.reason).toMatch(/Expected 3 cells, got/);
    expect(rows[1]?.cells.article).toBe('E');
  });

  it.each([
    ['UTF-16', new Uint8Array([0xff, 0xfe, 0x61, 0x00])],
    ['a mixture', new Uint8Array([...ascii(header), 0xc3, 0xa4, 0x2c, 0x0a, 0x61, 0x61, 0x61, 0xe4, 0x2c])],
    ['no text', new Uint8Array([0x61, 0x00, 0x62])],
    ['cut inside a sign', new Uint8Array([...ascii(header), 0x61, 0x0a, 0xe2, 0x82])],
  ])('that is %s is refused', async (_, bytes) => {
    await expect(read(bytes, 4)).rejects.toBeInstanceOf(EncodingError);
  });

  it('goes out as it came in, whatever stands in its cells', async () => {
    // A cell of nothing but blanks is an empty one.
    const cell = fc
      .string({ unit: 'grapheme', minLength: 1, maxLength: 12 })
      .map((text) => text.replace(/\0/g, ''))
      .filter((text) => text === '' || text.trim() !== '');
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(cell, cell, cell), { maxLength: 6 }), async (rows) => {
        const text = csvHeader(blanks) + writeCsv(rows);
        const found = await read(text, 5);
        expect(found.rows.map(({ cells }) => [cells.article, cells.keyway, cells.seat])).toEqual(
          rows.map((row) => row.map((one) => (one === '' ? undefined : one))),
        );
      }),
      { numRuns: 60 },
    );
  });
});
