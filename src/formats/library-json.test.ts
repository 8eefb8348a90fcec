import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cells, ColumnType } from '@/core/catalogue/lists/description';
import { type LibraryList, listNames, listOf } from '@/core/catalogue/lists/lists';
import { parseLibraryRow } from '@/inputs/library-row';
import { libraryFormat, librarySchema, readLibraryJson, rowSchema, rowToJson } from './library-json';

const ajv = new Ajv2020({ strict: false, allErrors: true });
const example = readFileSync(join(import.meta.dirname, '../../docs/examples/library.json'), 'utf8');

/** Documents of the demo world, each in one line. */
const documents = (file: string): string[] => {
  const { lists } = JSON.parse(readFileSync(join(import.meta.dirname, '../../world', file), 'utf8')) as {
    lists: Record<string, { body: unknown }[]>;
  };
  return Object.values(lists).flatMap((rows) => rows.map(({ body }) => JSON.stringify(body)));
};
const bodies = { behaviour: documents('behaviours.json'), procedure: documents('procedures.json') };

/** Any value that a column can hold, as a cell has it. */
function cellOf(type: ColumnType): fc.Arbitrary<string> {
  const word = fc.stringMatching(/^[A-Za-zäéñ0-9]{1,6}$/);
  switch (type.kind) {
    case 'text':
      return type.form === 'makerId'
        ? fc.stringMatching(/^[A-HJ-NPR-Z0-8]{3}$/)
        : type.form === 'month'
          ? fc.constantFrom('2016-05', '1999-12')
          : type.form === 'rankSign'
            ? fc.constantFrom('off', 'slow blink', 'head: slate')
            : type.form === 'factSources'
              ? fc.constant('chip: 0.97 K-1042 | pocket: 0.9 Handbook')
              : fc
                  .array(word, { minLength: 1, maxLength: 2 })
                  .map((words) => words.join(' ').slice(0, type.max).trim());
    case 'choice':
      return fc.constantFrom(...type.values);
    case 'whole':
      return fc.integer({ min: type.min, max: type.max }).map(String);
    case 'decimal':
      return fc
        .integer({ min: Math.ceil(type.min * 100), max: Math.floor(type.max * 100) })
        .map((hundredths) => String(hundredths / 100));
    case 'yesNo':
      return fc.constantFrom('yes', 'no');
    case 'document':
      return fc.constantFrom(...bodies[type.of]);
    case 'words':
      return fc
        .array(type.numbers ? fc.integer({ min: 1, max: 999 }).map(String) : word, {
          minLength: 1,
          maxLength: 3,
        })
        .map((words) => words.join(' '));
  }
}

function rowOf(list: LibraryList): fc.Arbitrary<Cells> {
  const cells = Object.fromEntries(
    list.columns.map(({ name, type, optional }) => [
      name,
      optional ? fc.option(cellOf(type), { nil: undefined }) : cellOf(type),
    ]),
  );
  return fc
    .record(cells)
    .map(
      (row) =>
        Object.fromEntries(Object.entries(row).filter(([, cell]) => cell !== undefined)) as Record<
          string,
          string
        >,
    );
}

describe('a document of the library', () => {
  it('as the example has it fits its schema, is read, and every row of it passes', () => {
    const document = JSON.parse(example);
    const validate = ajv.compile(librarySchema());
    validate(document);
    expect(validate.errors ?? []).toEqual([]);
    const read = readLibraryJson(example);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.value.length).toBe(Object.values(document.lists).flat().length);
    for (const { list, cells, reason } of read.value) {
      expect(reason).toBeUndefined();
      expect(parseLibraryRow(list, cells), JSON.stringify(cells)).toEqual({ ok: true, value: cells });
    }
  });

  it.each(listNames)('holds any row of %s with equal values, and as its schema says', (name) => {
    const list = listOf(name);
    const validate = ajv.compile(rowSchema(list));
    fc.assert(
      fc.property(rowOf(list), (cells) => {
        const row = rowToJson(list, cells);
        validate(row);
        expect(validate.errors ?? []).toEqual([]);
        const read = readLibraryJson(JSON.stringify({ format: libraryFormat, lists: { [name]: [row] } }));
        expect(read.ok && { ...read.value[0]?.cells }).toEqual(cells);
      }),
      { numRuns: 40 },
    );
  });

  it.each([
    ['not JSON', '{', /not JSON/],
    ['a list', '[]', /Expected an object/],
    ['of another format', '{"format":"x","lists":{}}', /"format"/],
    ['without lists', `{"format":"${libraryFormat}"}`, /"lists"/],
    ['with more in it', `{"format":"${libraryFormat}","lists":{},"more":1}`, /nothing is known/],
    ['with a list nobody knows', `{"format":"${libraryFormat}","lists":{"recipes":[]}}`, /not known/],
    ['with a list that is none', `{"format":"${libraryFormat}","lists":{"makes":{}}}`, /list of rows/],
  ])('that is %s is refused', (_, text, words) => {
    const read = readLibraryJson(text);
    expect(read.ok ? '' : read.problems[0]?.message).toMatch(words);
  });

  it.each([
    ['too deep', `{"format":"${libraryFormat}","lists":{"makes":${'['.repeat(60)}`, /40 levels/],
    [
      'of too many parts',
      `{"format":"${libraryFormat}","lists":{"makes":[${'[],'.repeat(700_000)}`,
      /600000 lists/,
    ],
    [
      'of too many fields',
      `{"format":"${libraryFormat}","lists":{"makes":[{${Array.from({ length: 1200 }, (_, at) => `"k${at}":1`)}`,
      /1000 fields/,
    ],
  ])('that is %s is refused while it is read, before its end', (_, text, words) => {
    const read = readLibraryJson(text);
    expect(read.ok ? '' : read.problems[0]?.message).toMatch(words);
  });

  it('that names a list twice is refused, and one that comes in pieces is read as one', () => {
    const twice = readLibraryJson(`{"format":"${libraryFormat}","lists":{"makes":[],"makes":[]}}`);
    expect(twice.ok ? '' : twice.problems[0]?.message).toMatch(/stands twice/);
    const whole = readLibraryJson(example);
    expect(readLibraryJson(example.match(/[\s\S]{1,7}/g) ?? [])).toEqual(whole);
  });

  it.each([
    [{ name: 7 }, /name: expected a text/],
    [{ name: 'A', aliases: 'b c' }, /aliases: expected a list/],
    ['A', /Expected an object/],
    [null, /Expected an object/],
  ])('has a row %o with a word why it is wrong', (row, words) => {
    const read = readLibraryJson(JSON.stringify({ format: libraryFormat, lists: { makes: [row] } }));
    expect(read.ok && read.value[0]?.reason).toMatch(words);
  });

  it('takes names of a prototype for columns nobody knows', () => {
    const read = readLibraryJson(
      `{"format":"${libraryFormat}","lists":{"makes":[{"name":"A","__proto__":"x"}]}}`,
    );
    const [row] = read.ok ? read.value : [];
    const parsed = parseLibraryRow('makes', row?.cells ?? {});
    expect(parsed.ok ? [] : parsed.problems).toEqual([
      { field: '__proto__', message: 'This field is not known here.' },
    ]);
  });
});
