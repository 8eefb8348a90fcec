import { AsyncLocalStorage } from 'node:async_hooks';
import { holdsSealedPart, marksIn, withParts } from '@/core/authority/sealed-words';
import { mapTexts, textsIn } from '@/core/authority/secret-words';
import { type Actor, actorId } from '@/core/kinds/actor';
import type { Db } from '@/data/db';
import { listOwnParts } from '@/data/sealed-texts';
import { watchTexts } from '@/data/watch-texts';
import { log } from '@/outside/log';
import { database, transact, transactOrUndo } from '../database';
import { unsealPart, unwrap } from '../vault/vault';

// What a use-case reads and answers is somebody's view: the parts of texts that they wrote and that were sealed stand in it as
// they wrote them, so that nothing tells them what became of their words. There is no other way to the texts of a job; the
// table of who may import whom holds it.

/** Whose words stand as they were written: of whoever asks, or of several writers. */
export type Reader = Actor | readonly string[];

/** Whoever asks for what no person wrote; a part that was sealed stays so. */
export const nobody: Reader = [];

/** Who counts as the writer: a program's texts are of whoever made its token. */
export function writerOf(actor: Actor): string | null {
  return actor.kind === 'program' ? actor.makerId : actorId(actor);
}

function writersOf(reader: Reader): readonly string[] {
  if (!('kind' in reader)) return reader;
  const writer = writerOf(reader);
  return writer === null ? [] : [writer];
}

/** The database as somebody reads it, outside of a transaction. */
export function readAs(reader: Reader): Db {
  const db = database() as Db;
  return watchTexts(db, holdsSealedPart, (rows) => withOwnParts(db, writersOf(reader), rows));
}

/**
 * Runs `work` in one transaction. Inside of it texts stand as they are kept, so that they can be kept again; what it answers is
 * the view of whoever asks.
 */
export function changeAs<Outcome>(reader: Reader, work: (db: Db) => Promise<Outcome>): Promise<Outcome> {
  return leavingAnyway((leaveNow) =>
    transact(async (db) => {
      const outcome = await withOwnParts(db, writersOf(reader), await work(db));
      leaveNow();
      return outcome;
    }),
  );
}

/** The same, undone where it fails. */
export function changeOrUndoAs<Outcome extends { readonly ok: boolean }>(
  reader: Reader,
  work: (db: Db) => Promise<Outcome>,
): Promise<Outcome> {
  return leavingAnyway((leaveNow) =>
    transactOrUndo(async (db) => {
      const outcome = await withOwnParts(db, writersOf(reader), await work(db));
      if (outcome.ok) leaveNow();
      return outcome;
    }),
  );
}

type Leave = (db: Db) => Promise<void>;
const leaving = new AsyncLocalStorage<Leave[]>();

/** What a transaction has to leave even where it is undone; nothing where it ends well, since it stored that itself. */
export function leaveAnyway(leave: Leave): void {
  leaving.getStore()?.push(leave);
}

async function leavingAnyway<Outcome>(change: (endedWell: () => void) => Promise<Outcome>): Promise<Outcome> {
  const left: Leave[] = [];
  let well = false;
  try {
    return await leaving.run(left, () =>
      change(() => {
        well = true;
      }),
    );
  } catch (error) {
    well = false;
    throw error;
  } finally {
    if (!well && left.length > 0)
      await transact(async (db) => {
        for (const leave of left) await leave(db);
      }).catch((error: Error) => log.warn({ code: error.name }, 'what an undone change leaves was not kept'));
  }
}

/** A value with the sealed parts of some writers as they wrote them. */
export async function withOwnParts<Value>(
  db: Db,
  writerIds: readonly string[],
  value: Value,
): Promise<Value> {
  const marks = [...new Set(textsIn(value).flatMap(marksIn))];
  if (marks.length === 0 || writerIds.length === 0) return value;
  const keys = new Map<string, Buffer>();
  const parts = new Map<string, string>();
  for (const row of await listOwnParts(db, writerIds, marks)) {
    const bytes = keys.get(row.dataKeyId) ?? unwrap({ ...row, id: row.dataKeyId });
    keys.set(row.dataKeyId, bytes);
    parts.set(row.mark, unsealPart({ id: row.dataKeyId, bytes }, row, row.body));
  }
  return parts.size === 0 ? value : mapTexts(value, (text) => withParts(text, parts));
}
