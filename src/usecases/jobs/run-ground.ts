import { LRUCache } from 'lru-cache';
import type { Actor } from '@/core/kinds/actor';
import type { RunGround } from '@/core/run/events/run-event-kind';
import { boundOf } from '@/core/run/run-basis';
import type { Db } from '@/data/db';
import { findRunBasis } from '@/data/runs';
import { writerOf } from '../asking/read-as';

/** What runs rest on never changes once they began, so each server keeps those that it met last, for each reader of its words. */
const met = new LRUCache<string, RunGround>({ max: 400 });

/**
 * What a run rests on, with its procedure filled in; undefined where there is no such run.
 * @param reader who reads its words, or `kept` inside a transaction, where they stand as they are kept
 */
export async function readRunGround(
  db: Db,
  runId: string,
  reader: Actor | 'kept',
): Promise<RunGround | undefined> {
  const key = `${runId} ${reader === 'kept' ? reader : writerOf(reader)}`;
  const known = met.get(key);
  if (known) return known;
  const basis = await findRunBasis(db, runId);
  if (!basis) return undefined;
  const ground = { basis, bound: boundOf(basis) };
  met.set(key, ground);
  return ground;
}
