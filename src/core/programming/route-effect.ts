import { helpersOf } from './judge-route';
import { knownInHand } from './keys';
import { isClone, type OthersEffect, type RouteKind, type RouteRequest } from './route';

/** What a route does to the keys that do not go through it, in a sentence or two. */
export function effectOf(
  { platform, situation }: RouteRequest,
  kind: RouteKind,
  others: OthersEffect,
): string {
  const away = situation.keys.filter((key) => key.presence !== 'here' && key.identityId !== null).length;
  const inHand = knownInHand(situation).length;
  if (others === 'erase') {
    const again =
      inHand > 0 ? ` ${inHand === 1 ? 'The key' : `The ${inHand} keys`} in hand must be learned again.` : '';
    return `Every key that is not here stops working, and can be learned anew if found.${again}`;
  }
  const missing =
    away > 0
      ? `${away === 1 ? 'The missing key stays' : `The ${away} missing keys stay`} live and can still start the car.`
      : undefined;
  if (isClone(kind)) {
    const valet = helpersOf(situation, kind).every(({ rank }) => rank === 'valet') && inHand > 0;
    const copy = `The copy and its original are one key to the car: keep them apart near it.${valet ? ' A copy of a valet is a valet.' : ''}`;
    return missing ? `${copy} ${missing}` : copy;
  }
  const { knownCount, maximum } = situation.memory;
  const full = typeof knownCount === 'number' && knownCount + situation.wanted > maximum;
  if (full && platform.whenFull === 'drops oldest')
    return `The memory is full: the car drops its oldest key.${missing ? ` ${missing}` : ''}`;
  return missing ?? 'All keys the car knows stay known.';
}
