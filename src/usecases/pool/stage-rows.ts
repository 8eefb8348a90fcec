import { randomFillSync } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import type { ImportProblem } from '@/core/catalogue/imports';
import { type ListName, listNames, listOf, rowName } from '@/core/catalogue/lists/lists';
import { stagedText } from '@/data/library/staged';
import { checkRows, type RowOfCells } from '@/formats/check-rows';
import { CsvFailure } from '@/formats/csv';
import { readLibraryJson } from '@/formats/library-json';
import { type ListPart, readPart } from '@/formats/list-csv';
import { decodeText, EncodingError } from '@/formats/text-encoding';

/** A part of a list's file, or rows of a document with their columns. */
type RowsToStage = {
  readonly importId: string;
  readonly list: ListName;
} & (
  | { readonly part: ListPart }
  | { readonly columns: readonly string[]; readonly rows: readonly RowOfCells[] }
);

export interface RowsStaged {
  /** As COPY reads them. */
  readonly text: Uint8Array;
  /** How many rows there are of each list: columns of earlier files stand for rows of other lists. */
  readonly counts: Readonly<Partial<Record<ListName, number>>>;
  readonly problems: readonly ImportProblem[];
  readonly formulas: readonly { readonly line: number; readonly column: string }[];
  /** Why the file cannot be read on. */
  readonly failure?: { readonly line: number; readonly column: string | undefined; readonly reason: string };
}

/** Reads, checks and writes rows as they are staged: nothing of a row goes between threads but the text it is staged as. */
export function stageRows(task: RowsToStage): RowsStaged {
  const { importId, list } = task;
  let rows: readonly RowOfCells[];
  try {
    rows = 'part' in task ? readPart(task.part, listOf(list)) : task.rows;
  } catch (error) {
    if (!(error instanceof CsvFailure)) throw error;
    const { line, column, message: reason } = error;
    return {
      text: new Uint8Array(),
      counts: {},
      problems: [],
      formulas: [],
      failure: { line, column, reason },
    };
  }
  const columns = 'part' in task ? task.part.columns : task.columns;
  const { rows: checked, problems, formulas } = checkRows(list, columns, rows);
  const counts: Partial<Record<ListName, number>> = {};
  const texts = checked.map((row) => {
    const of = listOf(row.list);
    counts[row.list] = (counts[row.list] ?? 0) + 1;
    return stagedText(importId, row, of.keyStays ? rowName(of, row.cells) : newId());
  });
  return {
    text: Buffer.from(texts.join('')),
    counts,
    problems: problems.map((problem) => ({ list, ...problem })),
    formulas,
  };
}

/** Drawn for many ids at once: asking for each alone takes longer than reading its row. */
const random = new Uint8Array(16 * 1024);
let drawn = random.length;

function newId(): string {
  if (drawn === random.length) {
    randomFillSync(random);
    drawn = 0;
  }
  drawn += 16;
  return uuid({ random: random.subarray(drawn - 16, drawn) });
}

/** The whole library as a document, as its bytes came. */
export interface DocumentToStage {
  readonly importId: string;
  readonly bytes: Uint8Array;
}

/** Rows of one list of a document, staged. */
export type ListStaged = RowsStaged & { readonly list: ListName };

/** So many rows are written together. */
const rowsTogether = 1000;

/** Reads a document of the library as a stream, and stages its rows list by list; or says why it cannot be read. */
export async function stageDocument({
  importId,
  bytes,
}: DocumentToStage): Promise<{ readonly refused: string } | { readonly parts: readonly ListStaged[] }> {
  const texts: string[] = [];
  try {
    for await (const text of decodeText(piecesOf(bytes), () => {})) texts.push(text);
  } catch (error) {
    if (error instanceof EncodingError) return { refused: error.message };
    throw error;
  }
  const document = readLibraryJson(texts);
  if (!document.ok) return { refused: document.problems[0]?.message ?? 'The file cannot be read.' };
  const parts: ListStaged[] = [];
  for (const list of listNames) {
    const own = document.value.filter((row) => row.list === list);
    const columns = [...new Set(own.flatMap(({ cells }) => Object.keys(cells)))];
    for (let at = 0; at < own.length; at += rowsTogether) {
      const rows = own
        .slice(at, at + rowsTogether)
        .map(({ cells, ...row }) => ({ ...row, cells: columns.map((column) => cells[column]) }));
      parts.push({ list, ...stageRows({ importId, list, columns, rows }) });
    }
  }
  return { parts };
}

async function* piecesOf(bytes: Uint8Array, size = 256 * 1024): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size);
}
