import { type KeySituation, knownOf } from './keys';

export interface KeyCount {
  /** Distinct identities, in hand or elsewhere but safe, that the car surely knows. */
  readonly presentKnown: number;
  /** Distinct identities in hand that nobody has tried yet. */
  readonly presentUntested: number;
  /** Keys the customer has lost whose identities the car may still hold. */
  readonly lostLive: number;
  /** Keys the car knows that nobody can show, as a range; or the car cannot say. */
  readonly unaccounted: { readonly low: number; readonly high: number } | 'cannotSay' | 'notRead';
}

/**
 * Holds what the car says against the keys on the ring. Clones count once: they share an identity.
 * Untested keys widen the range: each may be one of those the car knows.
 */
export function countKeys({ keys, identities, memory }: KeySituation): KeyCount {
  const distinct = (which: (presence: string, known: string) => boolean) =>
    new Set(
      keys
        .filter((key) => key.identityId !== null && which(key.presence, knownOf(key, identities)))
        .map((key) => key.identityId),
    ).size;
  const shown = (presence: string) => presence === 'here' || presence === 'elsewhere';
  const presentKnown = distinct((presence, known) => shown(presence) && known === 'yes');
  const presentUntested = distinct((presence, known) => shown(presence) && known === 'untested');
  const lostLive = distinct((presence, known) => !shown(presence) && known !== 'no');
  const { knownCount } = memory;
  const unaccounted =
    typeof knownCount === 'string'
      ? knownCount
      : {
          low: Math.max(0, knownCount - presentKnown - presentUntested),
          high: Math.max(0, knownCount - presentKnown),
        };
  return { presentKnown, presentUntested, lostLive, unaccounted };
}

/** How many keys nobody can show may still start the car: the lost ones, or as many as the count leaves unaccounted for. */
export function missingKeys(situation: KeySituation): number {
  const { lostLive, unaccounted } = countKeys(situation);
  return typeof unaccounted === 'object' ? Math.max(lostLive, unaccounted.high) : lostLive;
}
