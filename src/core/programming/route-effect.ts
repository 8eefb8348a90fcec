import type { PlatformMethod } from '@/core/catalogue/platform';
import { helpersOf } from './judge-route';
import { elsewhereKeys, missingKeys, missingSays } from './key-count';
import { knownInHand, onePerIdentity } from './keys';
import { isClone, type RouteRequest } from './route';

/** What a route does to the keys that do not go through it, in a sentence or two. */
export function effectOf({ platform, situation }: RouteRequest, method: PlatformMethod): string {
  const { kind, others } = method;
  const missing = missingKeys(situation);
  const away = elsewhereKeys(situation);
  const inHand = onePerIdentity(knownInHand(situation)).length;
  if (others === 'erase') {
    const elsewhere =
      away > 0
        ? ` So ${away === 1 ? 'does the one' : `do the ${away}`} kept elsewhere: have ${away === 1 ? 'it' : 'them'} brought.`
        : '';
    const again =
      inHand > 0 ? ` ${inHand === 1 ? 'The key' : `The ${inHand} keys`} in hand must be learned again.` : '';
    return `Every key that is not here stops working, and can be learned anew if found.${elsewhere}${again}`;
  }
  const live =
    missing.high > 0
      ? `${missingSays(missing, 'stays', 'stay')} live and can still start the car.`
      : undefined;
  if (isClone(kind)) {
    const valet =
      helpersOf({ platform, situation }, method).every(({ rank }) => rank === 'valet') && inHand > 0;
    const copy = `The copy and its original are one key to the car: keep them apart near it.${valet ? ' A copy of a valet is a valet.' : ''}`;
    return live ? `${copy} ${live}` : copy;
  }
  const { knownCount, maximum } = situation.memory;
  const full = typeof knownCount === 'number' && knownCount + situation.wanted > maximum;
  if (full && platform.whenFull === 'drops oldest')
    return `The memory is full: the car drops its oldest key.${live ? ` ${live}` : ''}`;
  return live ?? 'All keys the car knows stay known.';
}
