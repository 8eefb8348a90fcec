import { createHash } from 'node:crypto';

/** How a random token or one-time code is kept: it has bits enough to need no salt. */
export function hashToken(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}
