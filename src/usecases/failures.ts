import { randomBytes } from 'node:crypto';
import { isPoolBusy } from '@/data/pool';
import { log } from '@/outside/log';
import { PoolFull } from './pool/pool-full';

export { isDatabaseAway } from '@/data/pool';

/** Whether too much is being worked on: a full thread pool, or no free connection. Trying again later helps. */
export function isOverloaded(error: unknown): boolean {
  return error instanceof PoolFull || isPoolBusy(error);
}

/** Logs an unexpected error and returns the short id a person can name. */
export function reportUnexpected(error: unknown): string {
  const id = randomBytes(4).toString('hex');
  log.error({ id, err: error }, 'unexpected');
  return id;
}
