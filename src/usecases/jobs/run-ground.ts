import { LRUCache } from 'lru-cache';
import type { RunGround } from '@/core/run/events/run-event-kind';
import { boundOf } from '@/core/run/run-basis';
import type { Db } from '@/data/db';
import { findRunBasis } from '@/data/runs';

/** What runs rest on never changes once they began, so each server keeps those that it met last. */
const met = new LRUCache<string, RunGround>({ max: 400 });

/** What a run rests on, with its procedure filled in; undefined where there is no such run. */
export async function readRunGround(db: Db, runId: string): Promise<RunGround | undefined> {
  const known = met.get(runId);
  if (known) return known;
  const basis = await findRunBasis(db, runId);
  if (!basis) return undefined;
  const ground = { basis, bound: boundOf(basis) };
  met.set(runId, ground);
  return ground;
}
