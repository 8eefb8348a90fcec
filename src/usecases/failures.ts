import { randomBytes } from 'node:crypto';
import { log } from '@/outside/log';

export { isDatabaseAway } from '@/data/pool';

/** Logs an unexpected error and returns the short id a person can name. */
export function reportUnexpected(error: unknown): string {
  const id = randomBytes(4).toString('hex');
  log.error({ id, err: error }, 'unexpected');
  return id;
}
