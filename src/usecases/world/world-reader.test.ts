import { IsInt } from 'class-validator';
import { describe, expect, it } from 'vitest';
import { cell } from '@/inputs/cells';
import { WorldReader, worldId } from './world-reader';

class PartRow {
  @cell.text(10) name!: string;
  @cell.optional() @cell.text(10) partOf?: string;
  @cell.whole(1, 9) piecesEach!: number;
  @cell.optional() @cell.yesNo() spare?: boolean;
}

const read = (text: string) => {
  const world = new WorldReader(() => text);
  const rows = world.read('parts', PartRow, (row, at) => ({
    id: at.define('part', row.name, 'name'),
    whole: row.partOf === undefined ? null : at.refer('part', row.partOf, 'part_of'),
    pieces: row.piecesEach,
    spare: row.spare ?? null,
  }));
  return { rows, problems: world.problems };
};

const header = 'name,part_of,pieces_each,spare\n';

describe('WorldReader', () => {
  it('checks cells, turns them into values and names into ids', () => {
    expect(read(`${header}ring,,1,no\ntag,ring,4,yes\n`)).toEqual({
      problems: [],
      rows: [
        { id: worldId('part', 'ring'), whole: null, pieces: 1, spare: false },
        { id: worldId('part', 'tag'), whole: worldId('part', 'ring'), pieces: 4, spare: true },
      ],
    });
  });

  it('gives the same id at every load and another for another kind', () => {
    expect(worldId('part', 'ring')).toBe(worldId('part', 'ring'));
    expect(worldId('part', 'ring')).not.toBe(worldId('van', 'ring'));
  });

  it.each([
    ['ring,,none,no', 'pieces_each', 'Expected a whole number.'],
    ['ring,,0,no', 'pieces_each', 'Expected 1 or more.'],
    ['ring,,10,no', 'pieces_each', 'Expected 9 or less.'],
    ['ring,,,no', 'pieces_each', 'Expected a whole number.'],
    ['ring,,1,maybe', 'spare', 'Expected yes or no.'],
    ['elevenletters,,1,no', 'name', 'Expected 1 to 10 characters.'],
    ['tag,ring,1,no', 'part_of', 'No part of this name.'],
  ])('%s: column %s, %s', (row, column, reason) => {
    expect(read(`${header}${row}\n`).problems).toEqual([{ file: 'parts.csv', line: 2, column, reason }]);
  });

  it('tells all that is wrong at once', () => {
    const { problems } = read(`${header}ring,,1,no\nring,,1,no\ntag,,x,no\ncut\n`);
    expect(problems.map(({ line, column }) => [line, column])).toEqual([
      [5, undefined],
      [3, 'name'],
      [4, 'pieces_each'],
    ]);
  });
});

describe('cells', () => {
  class CountRow {
    @cell.count() answer!: number | 'cannotSay';
    @cell.amount() price!: string;
    @cell.decimal(0, 10) size!: number;
    @IsInt() extra = 1;
  }
  const one = (answer: string, price: string, size: string) =>
    new WorldReader(() => `answer,price,size\n${answer},${price},${size}\n`);
  const told = (world: WorldReader) => {
    const rows = world.read('counts', CountRow, (row) => [row.answer, row.price, row.size]);
    return world.problems.length > 0 ? world.problems.map(({ column }) => column) : rows[0];
  };

  it('read counts, amounts and decimals', () => {
    expect(told(one('3', '12.50', '1.5'))).toEqual([3, '12.50', 1.5]);
    expect(told(one('cannotSay', '0', '0'))).toEqual(['cannotSay', '0', 0]);
  });

  it.each([
    ['65', '1', '1', 'answer'],
    ['two', '1', '1', 'answer'],
    ['1', '-1', '1', 'price'],
    ['1', '1.2345', '1', 'price'],
    ['1', '1e3', '1', 'price'],
    ['1', '1', '10.1', 'size'],
    ['1', '1', 'Infinity', 'size'],
  ])('refuse %s, %s, %s', (answer, price, size, column) => {
    expect(told(one(answer, price, size))).toEqual([column]);
  });
});
