import {
  type ColumnMapping,
  fitsAsItIs,
  guessMapping,
  mappingFor,
  missingColumns,
} from '@/core/catalogue/column-mapping';
import { listOf } from '@/core/catalogue/lists/lists';
import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { findMapping } from '@/data/library/imports';
import { readCsv } from '@/formats/csv';
import type { HeaderInput } from '@/inputs/library-inputs';
import { database } from '../database';
import { refusedFor } from '../duties';

/** The columns of a file, and which of the list they fill. */
export interface FileHeader {
  /** It has the names of the list: nothing has to be said. */
  readonly fits: boolean;
  /** Each column of the file with what stands in its first rows. */
  readonly columns: readonly { readonly name: string; readonly examples: readonly string[] }[];
  /** As it was said the last time, else as it is likely meant. */
  readonly mapping: ColumnMapping;
  readonly remembered: boolean;
}

const exampleRows = 3;

/** Looks at the first lines of a file. */
export async function readHeader(
  actor: PersonActor,
  { list: name, text }: HeaderInput,
): Promise<Result<FileHeader>> {
  const mayNot = refusedFor(actor, 'editLibrary');
  if (mayNot) return mayNot;
  const list = listOf(name);
  // The last line may be cut off: it is no example.
  const whole = text.includes('\n') ? text.slice(0, text.lastIndexOf('\n')) : text;
  const { columns, rows, problems } = readCsv(whole);
  if (columns.length === 0)
    return failed(problems[0]?.reason ?? 'The file has no first line with its columns.', 'text');
  const headers = columns.map((column) => column.trim());
  const kept = mappingFor((await findMapping(database(), name)) ?? {}, headers);
  const remembered = Object.keys(kept).length > 0 && missingColumns(list, kept).length === 0;
  return done({
    fits: fitsAsItIs(list, headers),
    columns: headers.map((header, at) => ({
      name: header,
      examples: rows
        .slice(0, exampleRows)
        .map(({ cells }) => cells[columns[at] ?? ''] ?? '')
        .filter((cell) => cell !== ''),
    })),
    mapping: remembered ? kept : guessMapping(list, headers),
    remembered,
  });
}
