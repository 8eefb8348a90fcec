import type { PinSource } from '@/core/catalogue/platform';
import type { Purpose } from '@/core/kinds/purpose';
import { purposeOf } from '@/core/programming/purpose';
import type { OthersEffect } from '@/core/programming/route';
import type { Attempt } from './log';

const ofPin: Record<PinSource, Purpose> = {
  customer: 'decode',
  bureau: 'pinLookUp',
  desk: 'pinLookUp',
  socket: 'pinRead',
};

/**
 * Everything that an attempt did, each of which its job must have the authority for: what the route does to the car, keys
 * the car learned, where the PIN came from, and secrets that were used. A dealer works on his own authority and brings his
 * own PIN; his paper stands for it.
 */
export function attemptPurposes(
  { route, learnedKeyIds, pinFrom, secretIds }: Attempt,
  others: OthersEffect = 'keep',
): Purpose[] {
  const own = purposeOf(route, others);
  if (route === 'desk') return [own];
  return [
    own,
    ...(learnedKeyIds.length > 0 ? (['learn'] as const) : []),
    ...(pinFrom ? [ofPin[pinFrom]] : []),
    ...(secretIds && secretIds.length > 0 ? (['seeSecret'] as const) : []),
  ];
}
