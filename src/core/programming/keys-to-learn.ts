import type { PlatformMethod } from '@/core/catalogue/platform';
import { canTurn, type KeySituation, knownInHand, onePerIdentity, type PhysicalKey } from './keys';
import { learnsKey, type OthersEffect, type RouteKind } from './route';

/** What of a way decides which keys go through it. */
export type Learning = Pick<PlatformMethod, 'others' | 'needsTurning'>;

/** Known keys in hand that can be learned again after an erase, each identity once. */
export function learnableAgain(
  situation: KeySituation,
  { needsTurning }: Pick<Learning, 'needsTurning'>,
): PhysicalKey[] {
  return onePerIdentity(knownInHand(situation)).filter((key) => !needsTurning || canTurn(key));
}

/** The identities that go through the procedure: the wanted ones, and after an erase those in hand too. */
export function keysToLearn(situation: KeySituation, way: Learning): number {
  return situation.wanted + (way.others === 'erase' ? learnableAgain(situation, way).length : 0);
}

/** How many keys the car should say it knows afterwards; a copy and a repair leave the count as it is. */
export function plannedCount(situation: KeySituation, kind: RouteKind, way: Learning): number | 'cannotSay' {
  const { knownCount, maximum } = situation.memory;
  if (knownCount === 'cannotSay') return 'cannotSay';
  if (way.others === 'erase') return keysToLearn(situation, way);
  if (typeof knownCount !== 'number') return 'cannotSay';
  return learnsKey(kind)
    ? Math.min(knownCount + situation.wanted, Math.max(maximum, knownCount))
    : knownCount;
}

/** What leaves every key as it is. */
export const leavesAll: Learning & { readonly others: OthersEffect } = {
  others: 'keep',
  needsTurning: false,
};

/** 'one key', '2 keys' */
export function keyWord(count: number): string {
  return count === 1 ? 'one key' : `${count} keys`;
}
