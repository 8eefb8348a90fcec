import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { listNames, listOf } from './lists/lists';
import { type Rows, starterOf } from './starter';

const lines = (text: string) => text.trim().split('\n');
/** Files of the world without quotes and commas in their cells. */
const world: Rows = Object.fromEntries(
  (['makes', 'models', 'generations', 'keyway-depths'] as const).map((name) => {
    const [head = '', ...rows] = lines(readFileSync(join('world', `${name}.csv`), 'utf8'));
    const columns = head.split(',');
    return [
      name,
      rows.map((row) =>
        Object.fromEntries(
          row.split(',').flatMap((cell, at) => (cell === '' ? [] : [[columns[at] ?? '', cell] as const])),
        ),
      ),
    ];
  }),
);

describe('a small library that stands by itself', () => {
  it('has all that its rows name, once, and nothing of what else those would bring', () => {
    const generation = world.generations?.[0] ?? {};
    const starter = starterOf(
      { ...world, markets: [{ name: generation.market ?? '', check_digit: 'none' }] },
      [
        { list: 'generations', cells: generation },
        { list: 'generations', cells: generation },
      ],
    );
    expect(Object.keys(starter).sort()).toEqual(['generations', 'makes', 'markets', 'models']);
    expect(starter.models).toHaveLength(1);
    expect(starter.models?.[0]).toMatchObject({ make: generation.make, name: generation.model });
  });

  it('brings what belongs to a row, and leaves out a reference that leads nowhere', () => {
    const all: Rows = {
      keyways: [{ name: 'Dunnock 8' }, { name: 'Other 7' }],
      'keyway-depths': [
        { keyway: 'Dunnock 8', number: '1' },
        { keyway: 'Other 7', number: '1' },
      ],
      blanks: [{ article: 'BLANK-1', keyway: 'Dunnock 8' }],
      platforms: [{ name: 'Heddle 2' }],
      'platform-methods': [{ platform: 'Heddle 2', kind: 'add', procedure: 'Gone', arguments: '{}' }],
    };
    const starter = starterOf(all, [
      { list: 'blanks', cells: all.blanks?.[0] ?? {} },
      { list: 'platforms', cells: all.platforms?.[0] ?? {} },
    ]);
    expect(starter['keyway-depths']).toEqual([{ keyway: 'Dunnock 8', number: '1' }]);
    expect(starter['platform-methods']).toEqual([{ platform: 'Heddle 2', kind: 'add' }]);
  });

  it('knows every list by its description', () => {
    for (const name of listNames) expect(listOf(name).columns.length).toBeGreaterThan(0);
  });
});
