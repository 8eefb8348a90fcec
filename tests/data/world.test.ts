import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { database } from '@/usecases/database';
import { loadWorld } from '@/usecases/world/load-world';
import { drawHistory } from '../../scripts/draw-history';
import { testDatabase } from '../support/test-database';

testDatabase('bare');

const folder = join(import.meta.dirname, '../../world');
const file = (name: string) => readFileSync(join(folder, name), 'utf8');
const changed = (which: string, change: (text: string) => string) => (name: string) =>
  name === which ? change(file(name)) : file(name);

async function storedRows(): Promise<number> {
  const result = await database().query(
    'SELECT (SELECT count(*) FROM make) + (SELECT count(*) FROM person) + (SELECT count(*) FROM shop) AS rows',
  );
  return Number(result.rows[0].rows);
}

describe('a broken row in a world file', () => {
  it.each([
    [
      'a number that is none',
      'keyways.csv',
      (text: string) => text.replace('Pipit 7,"edge, one side",7', 'Pipit 7,"edge, one side",many'),
      { file: 'keyways.csv', line: 2, column: 'spaces', reason: 'Expected a whole number.' },
    ],
    [
      'a name that is not there',
      'models.csv',
      (text: string) => text.replace('Halvorn,Tolliver', 'Halvon,Tolliver'),
      { file: 'models.csv', line: 4, column: 'make', reason: 'No make of this name.' },
    ],
    [
      'a word outside the choice',
      'platforms.csv',
      (text: string) => text.replace('Treadle,FIX', 'Treadle,FIXX'),
      {
        file: 'platforms.csv',
        line: 4,
        column: 'chip_family',
        reason: expect.stringContaining('Expected one of'),
      },
    ],
    [
      'a row cut short',
      'places.csv',
      (text: string) => text.replace('Millrace,6.8,11', 'Millrace,6.8'),
      { file: 'places.csv', line: 3, column: undefined, reason: 'Expected 3 cells, got 2.' },
    ],
    [
      'a quote left open',
      'applications.csv',
      (text: string) => text.replace('"Centre console', '"Centre" console'),
      { file: 'applications.csv' },
    ],
    [
      'a name twice',
      'vans.csv',
      (text: string) => `${text}Wherry,no,edge\n`,
      { file: 'vans.csv', line: 4, column: 'name', reason: 'There is a van of this name already.' },
    ],
    [
      'a column nobody knows',
      'makes.csv',
      (text: string) => text.replace('name,aliases', 'name,colour').replace('brev', 'red'),
      { file: 'makes.csv', line: 3, column: 'colour' },
    ],
  ])(
    '%s is refused with file, line, column and reason, and nothing is loaded',
    async (_what, which, change, expected) => {
      const result = await loadWorld(changed(which, change));
      expect(result.ok).toBe(false);
      if (!result.ok) expect(result.problems).toContainEqual(expect.objectContaining(expected));
      expect(await storedRows()).toBe(0);
    },
  );
});

it('loads whole, and a second time does nothing', async () => {
  const loaded = await loadWorld(file);
  expect(loaded.ok && loaded.value).toBeGreaterThan(200);
  const rows = await storedRows();
  expect(await loadWorld(file)).toEqual({ ok: true, value: 0 });
  expect(await storedRows()).toBe(rows);
});

it('brings six hundred past jobs with their attempts, the same at every draw', async () => {
  const rows = await database().query(
    `SELECT count(*) AS jobs, count(*) FILTER (WHERE closed_at IS NOT NULL) AS closed,
       (SELECT count(*) FROM job_event WHERE kind = 'attemptRecorded') AS attempts FROM job`,
  );
  expect(rows.rows[0]).toMatchObject({ jobs: '609', closed: '600' });
  expect(Number(rows.rows[0].attempts)).toBeGreaterThan(600);
  const drawn = drawHistory();
  for (const [name, text] of Object.entries(drawn)) expect(text).toBe(file(`past-${name}.csv`));
});
