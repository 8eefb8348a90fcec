import type { PinSource } from '@/core/catalogue/platform';
import type { Purpose } from '@/core/kinds/purpose';
import { type PurposeGround, purposeOf } from '@/core/programming/purpose';
import type { Attempt } from './log';

const ofPin: Record<PinSource, Purpose> = {
  customer: 'decode',
  codeService: 'pinLookUp',
  dealer: 'pinLookUp',
  obdSocket: 'pinRead',
};

/**
 * Everything that an attempt did, each of which its job must have the authority for: what the route does to the car, keys
 * the car learned, where the PIN came from, and secrets that were used. A dealer works on his own authority and brings his
 * own PIN; his paper stands for it.
 */
export function attemptPurposes(
  { route, learnedKeyIds, pinFrom, secretIds }: Attempt,
  ground: PurposeGround,
): Purpose[] {
  const own = purposeOf(route, ground);
  if (route === 'dealer') return [own];
  return [
    own,
    ...(learnedKeyIds.length > 0 ? (['learn'] as const) : []),
    ...(pinFrom ? [ofPin[pinFrom]] : []),
    ...(secretIds && secretIds.length > 0 ? (['seeSecret'] as const) : []),
  ];
}
