import type { ColumnMapping } from '@/core/catalogue/column-mapping';
import type { ImportPreview, ImportProblem, ImportRow } from '@/core/catalogue/imports';
import { type ListName, listOf } from '@/core/catalogue/lists/lists';
import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import type { Db } from '@/data/db';
import {
  findImport,
  insertImport,
  moveImport,
  noteBackend,
  noteProgress,
  noteStagedSize,
  prepareForImport,
  rememberMapping,
} from '@/data/library/imports';
import { compareStaged, copyStagedText, dropStaged, findStagedProblems } from '@/data/library/staged';
import { CsvFailure } from '@/formats/csv';
import { listParts } from '@/formats/list-csv';
import { decodeText, EncodingError } from '@/formats/text-encoding';
import { now } from '@/outside/clock';
import { database, importDatabase, transact } from '../database';
import { refusedFor } from '../duties';
import { runInPool } from '../pool/pool';
import type { ListStaged } from '../pool/stage-rows';
import { importContradictions } from './contradictions';
import { giveSigns } from './signs-of-life';

export interface ImportFile {
  /** Made by who sends it, so that the progress can be asked for while it is sent. */
  readonly id: string;
  /** A list as CSV, or the whole library as JSON. */
  readonly list: ListName | 'library';
  readonly fileName: string;
  /** Bytes announced, where they were. */
  readonly announcedBytes: number | undefined;
  readonly bytes: AsyncIterable<Uint8Array>;
  /** Which of its columns fill those of the list, where it has names of its own. */
  readonly mapping?: ColumnMapping | undefined;
}

/** The largest file of one list, and of the whole library, which is read at once. */
export const largestCsvBytes = 128 * 1024 * 1024;
export const largestJsonBytes = 24 * 1024 * 1024;

const shownProblems = 200;
const shownChanges = 60;
/** Rows staged in one transaction. */
const rowsAtOnce = 8000;

/**
 * Reads a file into the staging rows and says what storing it would do: rows added, changed, left and refused. Nothing of
 * the library changes. Rows go through COPY as they come, so that memory stays bounded.
 */
export async function readImport(actor: PersonActor, file: ImportFile): Promise<Result<ImportRow>> {
  const mayNot = refusedFor(actor, 'editLibrary');
  if (mayNot) return mayNot;
  const pool = database();
  if (!(await insertImport(pool, actor, file))) return failed('This import is there already.', 'id');
  if (file.mapping && file.list !== 'library') await rememberMapping(pool, file.list, file.mapping);
  const reading = new Reading(file);
  const endSigns = giveSigns(file.id, 'reading');
  try {
    await reading.stage();
    const refused = await transact(async (db) => {
      // Noted on another pool, so that a cancel finds the query that compares.
      await noteBackend(pool, db, file.id);
      await prepareForImport(db);
      const preview = await reading.preview(db);
      const end = { rowsDone: reading.rows, rowsTotal: reading.rows, preview };
      // In the same transaction: a cancel that was first is met here, and nothing stays staged.
      const moved = await moveImport(db, file.id, ['reading'], preview.refused > 0 ? 'refused' : 'read', end);
      if (!moved) throw new Cancelled();
      return preview.refused > 0;
    }, importDatabase());
    if (refused) await dropStaged(pool, file.id);
  } catch (error) {
    const known = failureOf(error, file);
    const preview = known && refusedPreview(file, known);
    const moved = await moveImport(pool, file.id, ['reading'], known ? 'refused' : 'failed', {
      ...(preview ? { preview } : {}),
      endedAt: now(),
    });
    await dropStaged(pool, file.id);
    // Not moved: somebody cancelled it meanwhile, which is what ended it.
    if (!known && moved) throw error;
  } finally {
    endSigns();
  }
  const row = await findImport(pool, file.id);
  return row ? done(row) : failed('The import is gone.');
}

/** Somebody cancelled the import while it was read. */
class Cancelled extends Error {}

/** What is wrong with the file as a whole. */
function failureOf(error: unknown, file: ImportFile): ImportProblem | undefined {
  const list = file.list === 'library' ? 'makes' : file.list;
  if (error instanceof CsvFailure)
    return { list, line: error.line, column: error.column, reason: error.message };
  if (error instanceof EncodingError || error instanceof FileRefused)
    return { list, line: 1, reason: error.message };
  return undefined;
}

function refusedPreview({ list }: ImportFile, problem: ImportProblem): ImportPreview {
  const lists = list === 'library' ? [] : [{ list, rows: 0, counts: { added: 0, changed: 0, left: 0 } }];
  return { lists, changes: [], refused: 1, problems: [problem], formulas: [], remarks: [] };
}

class FileRefused extends Error {}

/** One file on its way into the staging rows. */
class Reading {
  rows = 0;
  private bytes = 0;
  private refusedLines = new Set<string>();
  private problems: ImportProblem[] = [];
  private formulas: ImportProblem[] = [];
  private remarks: string[] = [];
  private readonly perList = new Map<ListName, number>();

  constructor(private readonly file: ImportFile) {}

  /** Puts all rows into the staging rows, part by part, each in a transaction: nothing is held while bytes are awaited. */
  async stage(): Promise<void> {
    if (this.file.list === 'library') await this.stageDocument();
    else await this.stageList(this.file.list);
  }

  private async stageList(name: ListName): Promise<void> {
    const text = decodeText(this.counted(largestCsvBytes), (encoding) => {
      if (encoding !== 'utf-8') this.remarks.push('Read as Windows-1252, as spreadsheets write it.');
    });
    const parts = listParts(
      text,
      listOf(name),
      (separator) => {
        if (separator !== ',')
          this.remarks.push(
            separator === ';'
              ? 'Read with semicolons between the cells and decimal commas.'
              : 'Read with tabs between the cells.',
          );
      },
      undefined,
      this.file.mapping,
    );
    // Two parts are read and checked at once, and come out in their order.
    await this.storeAll(
      ahead(
        parts,
        async (part) => ({
          list: name,
          ...(await runInPool('stageRows', { importId: this.file.id, list: name, part })),
        }),
        2,
      ),
    );
  }

  private async stageDocument(): Promise<void> {
    const pieces: Uint8Array[] = [];
    for await (const piece of this.counted(largestJsonBytes)) pieces.push(piece);
    // The thread that answers holds the bytes and builds nothing of them.
    const bytes = Buffer.concat(pieces);
    const staged = await runInPool('stageDocument', { importId: this.file.id, bytes });
    if ('refused' in staged) throw new FileRefused(staged.refused);
    await this.storeAll(eachOf(staged.parts));
  }

  /** Stores what threads made of the parts of a file, several parts in one transaction. */
  private async storeAll(read: AsyncIterable<ListStaged>): Promise<void> {
    // While one part is stored the next are read.
    let storing: Promise<void> = Promise.resolve();
    try {
      for await (const texts of inParts(this.taken(read), rowsAtOnce)) {
        await storing;
        storing = this.store(texts, this.rows);
        storing.catch(() => {});
      }
    } finally {
      await storing;
    }
  }

  private store(texts: readonly Uint8Array[], rows: number): Promise<void> {
    return transact(async (db) => {
      if (!(await noteProgress(db, this.file.id, 'reading', rows))) throw new Cancelled();
      await copyStagedText(db, texts);
    }, importDatabase());
  }

  /** The bytes as they come, counted against the limit and against what was announced. */
  private async *counted(limit: number): AsyncGenerator<Uint8Array> {
    const { bytes, announcedBytes } = this.file;
    const source = bytes[Symbol.asyncIterator]();
    const lost = (): never => {
      throw new FileRefused('The file did not arrive whole: the connection was lost on its way.');
    };
    for (let part = await source.next().catch(lost); !part.done; part = await source.next().catch(lost)) {
      this.bytes += part.value.byteLength;
      if (this.bytes > limit)
        throw new FileRefused(`A file has up to ${Math.floor(limit / 1024 / 1024)} MB.`);
      yield part.value;
    }
    if (announcedBytes !== undefined && announcedBytes !== this.bytes)
      throw new FileRefused(
        `Expected ${announcedBytes} bytes, got ${this.bytes}: the file was cut short on its way.`,
      );
  }

  private async *taken(
    read: AsyncIterable<ListStaged>,
  ): AsyncGenerator<{ readonly text: Uint8Array; readonly rows: number }> {
    for await (const { list: name, text, counts, problems, formulas, failure } of read) {
      if (failure) throw new CsvFailure(failure.line, failure.column, failure.reason);
      let rows = 0;
      for (const [list, count] of Object.entries(counts) as [ListName, number][]) {
        rows += count;
        this.perList.set(list, (this.perList.get(list) ?? 0) + count);
      }
      this.rows += rows;
      for (const problem of problems) this.refuse(problem);
      for (const formula of formulas)
        if (this.formulas.length < shownProblems)
          this.formulas.push({ list: name, ...formula, reason: 'Would run as a formula in a spreadsheet.' });
      yield { text, rows };
    }
  }

  private refuse(problem: ImportProblem): void {
    this.refusedLines.add(`${problem.list} ${problem.line}`);
    if (this.problems.length < shownProblems) this.problems.push(problem);
  }

  /** What storing the staged rows would do. */
  async preview(db: Db): Promise<ImportPreview> {
    await noteStagedSize(db);
    const lists: ImportPreview['lists'][number][] = [];
    const changes: ImportPreview['changes'][number][] = [];
    for (const [name, rows] of this.perList) {
      for (const problem of await findStagedProblems(db, this.file.id, name, shownProblems))
        this.refuse(problem);
      const room = shownChanges - changes.length;
      const { counts, changes: first } = await compareStaged(db, this.file.id, name, room);
      lists.push({ list: name, rows, counts });
      changes.push(...first.map((change) => ({ ...change, list: name })));
    }
    // Rows that are refused by themselves would make a keyway look wrong that is not.
    if (this.refusedLines.size === 0)
      for (const problem of await importContradictions(db, this.file.id)) this.refuse(problem);
    const problems = [...this.problems].sort((a, b) => a.line - b.line);
    return {
      lists,
      changes,
      refused: this.refusedLines.size,
      problems,
      formulas: this.formulas,
      remarks: this.remarks,
    };
  }
}

/** Texts joined until they hold at least so many rows. */
async function* inParts(
  source: AsyncIterable<{ readonly text: Uint8Array; readonly rows: number }>,
  size: number,
): AsyncGenerator<readonly Uint8Array[]> {
  let part: Uint8Array[] = [];
  let held = 0;
  for await (const { text, rows } of source) {
    part.push(text);
    held += rows;
    if (held < size) continue;
    yield part;
    part = [];
    held = 0;
  }
  if (part.length > 0) yield part;
}

async function* eachOf<One>(all: readonly One[]): AsyncGenerator<One> {
  yield* all;
}

/** Maps with up to `width` under way at once; results in the order of the source. */
async function* ahead<In, Out>(
  source: AsyncIterable<In>,
  map: (value: In) => Promise<Out>,
  width: number,
): AsyncGenerator<Out> {
  const under: Promise<Out>[] = [];
  try {
    for await (const value of source) {
      const next = map(value);
      next.catch(() => {});
      under.push(next);
      if (under.length >= width) yield (await under.shift()) as Out;
    }
    while (under.length > 0) yield (await under.shift()) as Out;
  } finally {
    await Promise.allSettled(under);
  }
}
