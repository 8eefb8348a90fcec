import type { Db } from '../db';
import { together } from '../together';
import type { RowsSearch } from './storage/list-storage';

/** Years a row may have; a part of one is looked for among them. */
const years = Array.from({ length: 201 }, (_, at) => 1900 + at);
const ignitions = ['turn', 'push'];

/** More generations than these are not named one by one. */
const mostGenerations = 1000;

const generationsWith = (
  pattern: string,
) => `SELECT g.id AS value FROM generation g WHERE g.name ILIKE ${pattern}
  OR g.market IN (SELECT name FROM market WHERE name ILIKE ${pattern})
  OR g.model_id IN (SELECT id FROM model WHERE name ILIKE ${pattern}
    OR make_id IN (SELECT id FROM make WHERE name ILIKE ${pattern}))`;

/** Columns whose values are written once elsewhere: their type, and where a word is looked for. */
const listed = {
  platform_id: { type: 'uuid', where: 'SELECT id AS value FROM platform WHERE name ILIKE $1' },
  blank: { type: 'text', where: 'SELECT article AS value FROM blank WHERE article ILIKE $1' },
  chip: { type: 'text', where: 'SELECT article AS value FROM chip WHERE article ILIKE $1' },
  remote: { type: 'text', where: 'SELECT article AS value FROM remote WHERE article ILIKE $1' },
  pocket: { type: 'text', where: 'SELECT name AS value FROM pocket WHERE name ILIKE $1' },
  source: { type: 'text', where: 'SELECT source AS value FROM application_source WHERE source ILIKE $1' },
} as const;

/** Columns with texts of a row's own. */
const own = ['equipment', 'made_mark', 'fact_sources'];

/**
 * What finds the applications that hold every word somewhere. What a word may be is looked up first where it is written
 * once: in makes, models, markets, articles, sources. So a row is compared with short lists of whole values, and columns
 * that no word can be in are not looked at.
 */
export async function searchApplications(db: Db, words: readonly string[]): Promise<RowsSearch> {
  const found = await together(db, ...words.map((word) => (db: Db) => meaningsOf(db, word)));
  const values: unknown[] = [];
  const place = (value: unknown) => `$${values.push(value)}`;
  const conditions = found.map(({ pattern, generations, columns }) => {
    const of = place(pattern);
    const any = own.map((column) => `t.${column} ILIKE ${of}`);
    if (generations.length > mostGenerations) any.push(`t.generation_id IN (${generationsWith(of)})`);
    else if (generations.length > 0) any.push(`t.generation_id = ANY(${place(generations)}::uuid[])`);
    for (const { column, type, list } of columns)
      if (list.length > 0) any.push(`t.${column} = ANY(${place(list)}::${type}[])`);
    return `(${any.join(' OR ')})`;
  });
  return { text: conditions.join(' AND '), values };
}

/** The values of each column that hold a word. */
async function meaningsOf(db: Db, word: string) {
  const pattern = patternOf(word);
  const valuesOf = async (db: Db, text: string) =>
    (await db.query<{ value: string }>(text, [pattern])).rows.map(({ value }) => value);
  const [generations, ...lists] = await together(
    db,
    (db) => valuesOf(db, `${generationsWith('$1')} LIMIT ${mostGenerations + 1}`),
    ...Object.entries(listed).map(([column, { type, where }]) => async (db: Db) => ({
      column,
      type,
      list: (await valuesOf(db, where)) as unknown[],
    })),
  );
  const inYear = years.filter((year) => String(year).includes(word));
  const columns = [
    ...lists,
    { column: 'ignition', type: 'text', list: ignitions.filter((one) => one.includes(word.toLowerCase())) },
    { column: 'from_year', type: 'int', list: inYear },
    { column: 'to_year', type: 'int', list: inYear },
  ];
  return { pattern, generations, columns };
}

/** A pattern for ILIKE that finds a text anywhere, its signs taken as they are. */
export function patternOf(word: string): string {
  return `%${word.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
}
