import { isUsable, type KeySituation, knownInHand } from './keys';
import { learnsKey, type OthersEffect, type RouteKind } from './route';

/** The keys that go through the procedure: the wanted ones, and after an erase those in hand too. */
export function keysToLearn(situation: KeySituation, others: OthersEffect): number {
  const again = others === 'erase' ? knownInHand(situation).filter(isUsable).length : 0;
  return situation.wanted + again;
}

/** How many keys the car should know afterwards; a copy and a repair leave the count as it is. */
export function plannedCount(
  situation: KeySituation,
  kind: RouteKind,
  others: OthersEffect,
): number | 'cannotSay' {
  const { knownCount, maximum } = situation.memory;
  if (knownCount === 'cannotSay') return 'cannotSay';
  if (others === 'erase') return keysToLearn(situation, others);
  if (typeof knownCount !== 'number') return 'cannotSay';
  return learnsKey(kind)
    ? Math.min(knownCount + situation.wanted, Math.max(maximum, knownCount))
    : knownCount;
}

/** 'one key', '2 keys' */
export function keyWord(count: number): string {
  return count === 1 ? 'one key' : `${count} keys`;
}
