import type { Cells, ColumnType, ListColumn } from '@/core/catalogue/lists/description';
import { isListName, type LibraryList, type ListName, listNames, listOf } from '@/core/catalogue/lists/lists';
import { rankSignForm } from '@/core/catalogue/platform';
import { done, failed, type Result } from '@/core/kinds/result';
import { documentInputs } from '@/inputs/documents/documents';
import { requestSchema } from './api/request-schema';

export const libraryFormat = 'kilnsman library 1';

/** A cell as JSON has it: numbers as numbers, yes and no as booleans, words as a list, a document as an object. */
type JsonCell =
  | string
  | number
  | boolean
  | readonly (string | number)[]
  | { readonly [name: string]: unknown };

/** One row of a list as a JSON object; empty cells are left out. */
export function rowToJson(list: LibraryList, cells: Cells): Record<string, JsonCell> {
  const entries = list.columns.flatMap(({ name, type }) => {
    const cell = cells[name];
    return cell === undefined ? [] : [[name, cellToJson(type, cell)] as const];
  });
  return Object.fromEntries(entries);
}

function cellToJson(type: ColumnType, cell: string): JsonCell {
  switch (type.kind) {
    case 'text':
    case 'choice':
      return cell;
    case 'whole':
    case 'decimal':
      return Number(cell);
    case 'yesNo':
      return cell === 'yes';
    case 'document':
      return JSON.parse(cell) as JsonCell;
    case 'words':
      return type.numbers ? cell.split(' ').map(Number) : cell.split(' ');
  }
}

export interface JsonRow {
  readonly list: ListName;
  /** Place in its list, from 1. */
  readonly line: number;
  readonly cells: Cells;
  readonly reason?: string;
}

/** Reads a document of lists into rows of text cells, list by list in the order of their references. */
export function readLibraryJson(text: string): Result<JsonRow[]> {
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    return failed('The file is not JSON.');
  }
  if (!isObject(document) || document.format !== libraryFormat || !isObject(document.lists))
    return failed(`Expected an object with "format": "${libraryFormat}" and "lists".`);
  const { lists, ...rest } = document;
  const strange = Object.keys(rest).find((name) => name !== 'format' && name !== '$schema');
  if (strange !== undefined) return failed('Beside "format", "$schema" and "lists" nothing is known here.');
  if (Object.keys(lists as object).some((name) => !isListName(name)))
    return failed('One of the lists is not known here.', 'lists');
  const rows: JsonRow[] = [];
  for (const name of listNames) {
    const own = (lists as Record<string, unknown>)[name];
    if (own === undefined) continue;
    if (!Array.isArray(own)) return failed(`Expected a list of rows for ${name}.`, name);
    for (const [at, row] of own.entries()) rows.push(toRow(name, at + 1, row));
  }
  return done(rows);
}

function toRow(list: ListName, line: number, row: unknown): JsonRow {
  if (!isObject(row)) return { list, line, cells: {}, reason: 'Expected an object.' };
  const cells: Record<string, string> = {};
  for (const [name, value] of Object.entries(row)) {
    const column = allColumns(listOf(list)).find((one) => one.name === name);
    const cell = column ? cellFromJson(column, value) : String(value).slice(0, 100);
    if (cell === undefined)
      return { list, line, cells: {}, reason: `${name}: expected ${expected(column?.type)}.` };
    if (cell !== '') Object.defineProperty(cells, name, { value: cell, enumerable: true });
  }
  return { list, line, cells };
}

function allColumns({ columns, former }: LibraryList): readonly ListColumn[] {
  return [...columns, ...(former?.columns ?? [])];
}

function cellFromJson({ type }: ListColumn, value: unknown): string | undefined {
  switch (type.kind) {
    case 'text':
    case 'choice':
      return typeof value === 'string' ? value : undefined;
    case 'whole':
    case 'decimal':
      return typeof value === 'number' ? String(value) : undefined;
    case 'yesNo':
      return typeof value === 'boolean' ? (value ? 'yes' : 'no') : undefined;
    case 'document':
      return isObject(value) ? JSON.stringify(value) : undefined;
    case 'words': {
      const kind = type.numbers ? 'number' : 'string';
      return Array.isArray(value) && value.every((one) => typeof one === kind) ? value.join(' ') : undefined;
    }
  }
}

function expected(type: ColumnType | undefined): string {
  if (!type) return 'a column of this list';
  return {
    text: 'a text',
    choice: 'a text',
    whole: 'a number',
    decimal: 'a number',
    yesNo: 'true or false',
    words: 'a list',
    document: 'an object',
  }[type.kind];
}

function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** The JSON Schema (2020-12) of one row of a list. */
export function rowSchema(list: LibraryList): Record<string, unknown> {
  return {
    type: 'object',
    title: list.one,
    description: list.about,
    properties: Object.fromEntries([
      ...list.columns.map((column) => [column.name, fieldOf(column)]),
      // What files of earlier times may hold; nothing is written so any more.
      ...(list.former?.columns ?? []).map((column) => [
        column.name,
        { ...fieldOf(column), deprecated: true },
      ]),
    ]),
    required: list.columns.filter(({ optional }) => !optional).map(({ name }) => name),
    additionalProperties: false,
  };
}

function fieldOf({ label, type }: ListColumn): Record<string, unknown> {
  return { title: label, ...cellSchema(type) };
}

function cellSchema(type: ColumnType): Record<string, unknown> {
  switch (type.kind) {
    case 'text':
      return {
        type: 'string',
        minLength: 1,
        maxLength: type.max,
        ...(type.form === 'rankSign' && { pattern: rankSignForm.source }),
        ...(type.form === 'month' && { pattern: '^\\d{4}-(0[1-9]|1[0-2])$' }),
      };
    case 'choice':
      return { type: 'string', enum: [...type.values] };
    case 'whole':
      return { type: 'integer', minimum: type.min, maximum: type.max };
    case 'decimal':
      return { type: 'number', minimum: type.min, maximum: type.max };
    case 'yesNo':
      return { type: 'boolean' };
    case 'document':
      return requestSchema(documentInputs[type.of]);
    case 'words':
      return { type: 'array', items: { type: type.numbers ? 'number' : 'string' } };
  }
}

/** The JSON Schema (2020-12) of a document of all lists. */
export function librarySchema(): Record<string, unknown> {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Library of a locksmith shop',
    type: 'object',
    properties: {
      $schema: { type: 'string' },
      format: { const: libraryFormat },
      lists: {
        type: 'object',
        properties: Object.fromEntries(
          listNames.map((name) => [
            name,
            { type: 'array', title: listOf(name).title, items: rowSchema(listOf(name)) },
          ]),
        ),
        additionalProperties: false,
      },
    },
    required: ['format', 'lists'],
    additionalProperties: false,
  };
}
