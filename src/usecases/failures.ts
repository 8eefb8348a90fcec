import { randomBytes } from 'node:crypto';
import { isPoolBusy } from '@/data/pool';
import { log } from '@/outside/log';
import { PoolFull } from './pool/pool-full';
import { noteTrouble } from './troubles';

export { isDatabaseAway } from '@/data/pool';

/** Whether too much is being worked on: a full thread pool, or no free connection. Trying again later helps. */
export function isOverloaded(error: unknown): boolean {
  return error instanceof PoolFull || isPoolBusy(error);
}

/** Whether a disk has no room left, the database's or this program's. */
export function isDiskFull(error: unknown): boolean {
  const { code } = (error ?? {}) as { code?: unknown };
  return code === '53100' || code === 'ENOSPC';
}

/** Says at Health for a while that a disk is full; gives the word for whoever met it. */
export function noteFullDisk(): string {
  noteTrouble('disk', 'A disk is full: nothing can be stored until there is room on it.', 10 * 60_000);
  return 'The disk of the database is full. Nothing was stored; make room on it and try again.';
}

/** Logs an unexpected error and returns the short id a person can name. */
export function reportUnexpected(error: unknown): string {
  const id = randomBytes(4).toString('hex');
  log.error({ id, err: error }, 'unexpected');
  return id;
}
