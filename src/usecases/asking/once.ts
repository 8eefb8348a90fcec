import { createHash, createHmac } from 'node:crypto';
import { actorId, type ShopActor } from '@/core/kinds/actor';
import { done, type Failed, failed, type Result } from '@/core/kinds/result';
import type { Db } from '@/data/db';
import { dropOldRequests, findRequest, keepAnswer, takeRequest } from '@/data/requests-done';
import { now } from '@/outside/clock';
import { changeOrUndoAs, nobody, readAs } from './read-as';

/** A change as a program asks for it: its key, and the text of what is asked. */
export interface Asked {
  /** Made by whoever asks, one for each change; without it nothing is remembered. */
  readonly key: string | undefined;
  /** Method, path and body. */
  readonly request: string;
}

/** How long a change is remembered: a program that was off for some days may send it again. */
const keptDays = 7;

/**
 * Does what is asked in one transaction, and remembers its answer with it: the same request with the same key is answered again
 * and not done again, also where both come at once. What is refused is not remembered.
 * @param refuse what the key with another request is answered, by the answer that it had; a refusal under `key` by itself
 */
export function once<Value>(
  actor: ShopActor,
  { key, request }: Asked,
  work: (db: Db) => Promise<Result<Value>>,
  refuse: (before: Value) => Failed = () =>
    failed('This key came with another request before. Make a new one for each change.', 'key'),
): Promise<Result<Value>> {
  if (key === undefined) return changeOrUndoAs(actor, work);
  const ownerId = actorId(actor) ?? '';
  const keyHash = createHash('sha256').update(key).digest();
  // Under the key, which is not kept: what was asked cannot be guessed from it.
  const requestHash = createHmac('sha256', key).update(request).digest();
  return changeOrUndoAs(actor, async (db) => {
    if (!(await takeRequest(db, { ownerId, keyHash, requestHash, at: actor.at }))) {
      const before = await findRequest(db, ownerId, keyHash);
      const answer = before?.answer as Value;
      return before?.requestHash.equals(requestHash) ? done(answer) : refuse(answer);
    }
    const result = await work(db);
    if (result.ok) await keepAnswer(db, ownerId, keyHash, result.value);
    return result;
  });
}

export function forgetOldRequests(): Promise<void> {
  return dropOldRequests(readAs(nobody), new Date(now().getTime() - keptDays * 86_400_000));
}
