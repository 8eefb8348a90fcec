import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readCodeRows } from './code-rows';

const spec = { spaces: 4, depths: 3, macs: 2, begins: [0], first: 1, count: 500 };
const textOf = (copy: Uint8Array) => Buffer.from(copy).toString('utf8');

describe('readCodeRows', () => {
  it('gives valid rows as the database copies them in, in either order of the columns', () => {
    const read = readCodeRows('number,bitting\n0012,1231\n7,3213\n', spec);
    expect(read.ok && read.value.rows).toBe(2);
    expect(read.ok && textOf(read.value.copy)).toBe('12\t{1,2,3,1}\n7\t{3,2,1,3}\n');
    const turned = readCodeRows('bitting,number\n1231,12\n', spec);
    expect(turned.ok && textOf(turned.value.copy)).toBe('12\t{1,2,3,1}\n');
  });

  it('says the line of what is wrong, twenty at most, and never what the cell says', () => {
    const lines = Array.from({ length: 60 }, (_, at) => `${900 + at},1231`).join('\n');
    const read = readCodeRows(`number,bitting\n${lines}\n`, spec);
    if (read.ok) throw new Error('expected problems');
    expect(read.problems).toHaveLength(20);
    expect(read.problems[0]?.message).toBe('Line 2, number: Expected 1 to 500.');
  });

  it.each([
    ['', /header row/],
    ['number,bitting\n', /a row at least/],
    ['number\n1\n', /columns number and bitting/],
    ['number,bitting\n1,"12\n', /quote is opened/],
    [`number,bitting\n1,${'1'.repeat(300)}\n`, /longer than 200 signs/],
    [`number,bitting\n${',\n'.repeat(200_002)}`, /up to 200002 lines/],
  ])('refuses %s', (text, words) => {
    const read = readCodeRows(text, spec);
    expect(read.ok ? '' : read.problems[0]?.message).toMatch(words);
  });

  it('copies nothing but digits, whatever stands in the file', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.string(), fc.string())), (rows) => {
        const read = readCodeRows(`number,bitting\n${rows.map((row) => row.join(',')).join('\n')}\n`, spec);
        if (read.ok) expect(textOf(read.value.copy)).toMatch(/^(\d+\t\d+\n)+$/);
      }),
    );
  });
});
