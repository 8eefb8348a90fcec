import { JSONParser } from '@streamparser/json';
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

/**
 * So much a document may hold, counted as its signs come and before anything is built of them: how deep it is, how many lists
 * and objects are in it, and how many fields in one of them. A document of the largest size allowed for that holds what it should stays far below.
 */
const deepest = 40;
const mostParts = 600_000;
const mostFields = 1000;

/**
 * Reads a document of lists into rows of text cells, list by list in the order of their references. It is read as a stream, so
 * that one that is too deep or has too many parts is refused while it is read.
 */
export function readLibraryJson(text: string | Iterable<string>): Result<JsonRow[]> {
  const rows = new Map<ListName, JsonRow[]>();
  const seen = new Set<string>();
  let format: unknown;
  let hasLists = false;
  /** Fields of each object that is open, the outermost first. */
  const fields: number[] = [];
  let parts = 0;
  const parser = new JSONParser({ paths: ['$', '$.*', '$.lists.*', '$.lists.*.*'] });
  parser.onToken = ({ token }) => {
    if (token === tokens.rightBrace || token === tokens.rightBracket) fields.pop();
    if (token === tokens.colon) {
      const own = (fields.pop() ?? 0) + 1;
      if (own > mostFields) throw new NotRead(`Up to ${mostFields} fields in one object.`);
      fields.push(own);
    }
    if (token !== tokens.leftBrace && token !== tokens.leftBracket) return;
    parts += 1;
    if (fields.push(0) > deepest) throw new NotRead(`Up to ${deepest} levels of lists and objects.`);
    if (parts > mostParts) throw new NotRead(`Up to ${mostParts} lists and objects in one file.`);
  };
  parser.onValue = ({ value, key, parent, stack }) => {
    const { length } = stack;
    if (length === 0) {
      if (!isObject(value)) throw new NotRead(wrongForm);
      return;
    }
    if (typeof key === 'string' && length < 3) {
      if (seen.has(`${length} ${key}`)) throw new NotRead('A name stands twice.');
      seen.add(`${length} ${key}`);
    }
    if (length === 1) {
      if (key === 'format') format = value;
      else if (key === 'lists') hasLists = isObject(value);
      else if (key !== '$schema' && !Array.isArray(parent))
        throw new NotRead('Beside "format", "$schema" and "lists" nothing is known here.');
      return;
    }
    const name = String(length === 2 ? key : stack[2]?.key);
    if (!isListName(name)) throw new NotRead('One of the lists is not known here.', 'lists');
    if (length === 2) {
      if (!Array.isArray(value)) throw new NotRead(`Expected a list of rows for ${name}.`, name);
      return;
    }
    if (!Array.isArray(parent)) return;
    const own = rows.get(name) ?? [];
    rows.set(name, own);
    own.push(toRow(name, own.length + 1, value));
  };
  try {
    for (const part of typeof text === 'string' ? [text] : text) parser.write(part);
    if (!parser.isEnded) parser.end();
  } catch (error) {
    if (error instanceof NotRead) return failed(error.message, error.field);
    return failed('The file is not JSON.');
  }
  if (format !== libraryFormat || !hasLists) return failed(wrongForm);
  return done(listNames.flatMap((name) => rows.get(name) ?? []));
}

const wrongForm = `Expected an object with "format": "${libraryFormat}" and "lists".`;

/** Kinds of token that open and close, as the reader numbers them. */
const tokens = { leftBrace: 0, rightBrace: 1, leftBracket: 2, rightBracket: 3, colon: 4 };

class NotRead extends Error {
  constructor(
    message: string,
    readonly field?: string,
  ) {
    super(message);
  }
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
