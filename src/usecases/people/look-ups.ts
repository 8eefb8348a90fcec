import { createHash } from 'node:crypto';
import type { PersonActor } from '@/core/kinds/actor';
import { attemptLimit } from '@/data/attempt-limits';
import { database } from '../database';

/** So many different things one person may look up in an hour. */
const mostAnHour = 60;
const hourSeconds = 3600;
const daySeconds = 86_400;

/** How a look stands: not met by this person within a day, met before, or beyond what one may look up. */
export type Look = 'first' | 'again' | 'tooMany';

/**
 * Counts a look of a person at something that is found by a number one can try: the same again is free for a day.
 * @param what the kind of look
 * @param of what is looked up; kept as a hash
 */
export async function countLook(actor: PersonActor, what: string, of: string): Promise<Look> {
  const seen = attemptLimit(database(), 'look-seen', 1, daySeconds);
  const counted = attemptLimit(database(), 'look-counted', mostAnHour, hourSeconds);
  const hash = createHash('sha256').update(`${actor.personId} ${what} ${of}`).digest('hex');
  if ((await seen.take(hash)) !== undefined) return 'again';
  if ((await counted.take(`${actor.personId} ${what}`)) === undefined) return 'first';
  // It was not looked at: asked again later, it counts then.
  await seen.clear(hash);
  return 'tooMany';
}
