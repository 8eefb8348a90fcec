import { randomBytes } from 'node:crypto';
import { isDatabaseAway, isPoolBusy } from '@/data/pool';
import { log } from '@/outside/log';
import { PoolFull } from './pool-full';
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

/** Why something failed, for the log and for Health: a code or a few words of ours, never what a row or a file holds. */
export function whyNot(error: unknown): string {
  if (isPoolBusy(error)) return 'no connection was free in time';
  if (isDatabaseAway(error)) return 'the database does not answer';
  if (isDiskFull(error)) return 'no room is left';
  const { code, name } = (error ?? {}) as { code?: unknown; name?: unknown };
  return typeof code === 'string' ? code : typeof name === 'string' ? name : 'something unexpected';
}

/** A failure that comes from outside of the program and passes. */
export interface Passing {
  readonly status: 503 | 507;
  /** What is wrong; whoever was storing adds that nothing was. */
  readonly words: string;
  readonly advice: string;
  readonly retrySeconds?: number;
}

/** What passes by itself or with some help, told in words; undefined for what nobody expects. A full disk stands at Health. */
export function passingFailure(error: unknown): Passing | undefined {
  if (isOverloaded(error))
    return {
      status: 503,
      words: 'Too much is being worked on.',
      advice: 'Try again in a moment.',
      retrySeconds: 2,
    };
  if (isDiskFull(error))
    return { status: 507, words: noteFullDisk(), advice: 'Make room on it and try again.' };
  return isDatabaseAway(error)
    ? { status: 503, words: 'The database cannot be reached.', advice: 'Try again in a moment.' }
    : undefined;
}

/** Says at Health for a while that a disk is full; gives the word for whoever met it. */
export function noteFullDisk(): string {
  noteTrouble('disk', 'A disk is full: nothing can be stored until there is room on it.', 10 * 60_000);
  return 'The disk of the database is full.';
}

/** Logs an unexpected error and returns the short id a person can name. */
export function reportUnexpected(error: unknown): string {
  const id = randomBytes(4).toString('hex');
  log.error({ id, err: error }, 'unexpected');
  return id;
}
