import type { ClassConstructor } from 'class-transformer';
import { v5 as uuidFrom } from 'uuid';
import { isListName, listOf } from '@/core/catalogue/lists/lists';
import type { Result } from '@/core/kinds/result';
import { fieldOfColumn, readCsv } from '@/formats/csv';
import { readLibraryJson } from '@/formats/library-json';
import { parseInput } from '@/inputs/parse';

export interface WorldProblem {
  readonly file: string;
  readonly line: number;
  readonly column: string | undefined;
  readonly reason: string;
}

/** Rows ready to be stored, in the order of the tables' references. */
export interface TableRows {
  readonly table: string;
  readonly rows: readonly Readonly<Record<string, unknown>>[];
}

interface FileRow {
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
}

/** One row's dealings with names: all problems carry its file and line. */
export interface RowPlace {
  /** Keeps the id of something this row names, so that later rows can refer to it. */
  define(kind: string, name: string, column: string, id?: string): string;
  /** The id of something named earlier, of one of the kinds; an unknown name is a problem. */
  refer(kinds: string | readonly string[], name: string, column: string): string;
  wrong(column: string, reason: string): void;
}

const namespace = '6f1d3a52-7a0e-4d6c-9f0b-3f6f5b1c2e84';

/** The same name gives the same id at every load. */
export function worldId(kind: string, name: string): string {
  return uuidFrom(`${kind}:${name}`, namespace);
}

/** Reads the files of a world, collects everything that is wrong, and turns names into ids. */
export class WorldReader {
  readonly problems: WorldProblem[] = [];
  private readonly ids = new Map<string, string>();

  constructor(private readonly readFile: (name: string) => string) {}

  /** The rows of a list's file, each checked and turned into what `make` makes; a wrong row is told and left out. */
  read<Row extends object, Made>(
    list: string,
    Class: ClassConstructor<Row>,
    make: (row: Row, place: RowPlace) => Made,
  ): Made[] {
    const parse = (cells: Readonly<Record<string, string>>) =>
      parseInput(
        Class,
        Object.fromEntries(Object.entries(cells).map(([name, text]) => [fieldOfColumn(name), text])),
      );
    return this.readCells(list, parse, make);
  }

  /** The same with a parser of the cells as they stand in the file. */
  readCells<Row, Made>(
    list: string,
    parse: (cells: Readonly<Record<string, string>>) => Result<Row>,
    make: (row: Row, place: RowPlace, line: number) => Made,
  ): Made[] {
    const { file, rows } = this.fileOf(list);
    return rows.flatMap(({ line, cells }) => {
      const parsed = parse(cells);
      if (parsed.ok) return [make(parsed.value, this.placeAt(file, line), line)];
      for (const { field, message } of parsed.problems) {
        this.problems.push({
          file,
          line,
          column: field === undefined ? undefined : snake(field),
          reason: message,
        });
      }
      return [];
    });
  }

  /** Lists of documents are JSON, since a document in a cell is hard to read; the others are CSV. */
  private fileOf(list: string): { readonly file: string; readonly rows: readonly FileRow[] } {
    if (isListName(list) && listOf(list).columns.some(({ type }) => type.kind === 'document')) {
      const file = `${list}.json`;
      const read = readLibraryJson(this.readFile(file));
      const rows = read.ok ? read.value : [];
      const wrong = read.ok
        ? rows.filter(({ reason }) => reason !== undefined)
        : read.problems.map(({ message }) => ({ line: 1, reason: message }));
      for (const { line, reason = '' } of wrong)
        this.problems.push({ file, line, column: undefined, reason });
      return { file, rows: rows.filter((row) => row.list === list && row.reason === undefined) };
    }
    const file = `${list}.csv`;
    const table = readCsv(this.readFile(file));
    for (const { line, column, reason } of table.problems) this.problems.push({ file, line, column, reason });
    return { file, rows: table.rows };
  }

  private placeAt(file: string, line: number): RowPlace {
    const wrong = (column: string, reason: string) => {
      this.problems.push({ file, line, column, reason });
    };
    return {
      wrong,
      define: (kind, name, column, id = worldId(kind, name)) => {
        const key = `${kind}:${name}`;
        if (this.ids.has(key)) wrong(column, `There is a ${kindWords(kind)} of this name already.`);
        this.ids.set(key, id);
        return id;
      },
      refer: (kinds, name, column) => {
        const all = [kinds].flat();
        const id = all.map((kind) => this.ids.get(`${kind}:${name}`)).find((one) => one !== undefined);
        if (id === undefined) wrong(column, `No ${all.map(kindWords).join(' or ')} of this name.`);
        return id ?? '';
      },
    };
  }
}

function snake(name: string): string {
  return name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
}

/** A kind in words: lists of the library by what one row of them is. */
function kindWords(kind: string): string {
  return isListName(kind) ? listOf(kind).one : kind;
}
