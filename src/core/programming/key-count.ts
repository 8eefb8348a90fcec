import { type KeySituation, knownOf } from './keys';

export interface KeyCount {
  /** Distinct identities, in hand or elsewhere but safe, that the car surely knows. */
  readonly presentKnown: number;
  /** Distinct identities in hand that nobody has tried yet. */
  readonly presentUntested: number;
  /** Keys the customer has lost whose identities the car may still hold. */
  readonly lostLive: number;
  /** Keys the car knows that nobody can show, as a range; or the car cannot say. */
  readonly unaccounted: Bounds | 'cannotSay' | 'notRead';
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

/** A number that is known within bounds. */
export interface Bounds {
  readonly low: number;
  readonly high: number;
}

/**
 * How many keys that nobody can show start the car: the lost and stolen ones, or as many as the count leaves unaccounted
 * for. A key that was not tried may be one of those the car counts, so that there is a range; every text gives this one.
 */
export function missingKeys(situation: KeySituation): Bounds {
  const { lostLive, unaccounted } = countKeys(situation);
  return typeof unaccounted === 'object'
    ? { low: Math.max(lostLive, unaccounted.low), high: Math.max(lostLive, unaccounted.high) }
    : { low: lostLive, high: lostLive };
}

/** Whether a key that nobody can show is in the car's memory, as far as anybody knows. */
export function isMissing(situation: KeySituation): boolean {
  return !situation.memory.none && missingKeys(situation).high > 0;
}

/** '1', '1 to 2' */
export function boundsWord({ low, high }: Bounds): string {
  return low === high ? `${high}` : `${low} to ${high}`;
}

/**
 * A sentence about keys that nobody can show, without its end; the verb for one and for several.
 * @example missingSays({ low: 1, high: 2 }, 'starts', 'start') // '1 to 2 keys that nobody can show start'
 */
export function missingSays(missing: Bounds, one: string, several: string): string {
  const single = missing.low === 1 && missing.high === 1;
  return `${single ? 'One key' : `${boundsWord(missing)} keys`} that nobody can show ${single ? one : several}`;
}

/** Keys kept elsewhere, safe, that the car may know, each identity once. */
export function elsewhereKeys({ keys, identities }: KeySituation): number {
  const away = keys.filter(
    (key) => key.presence === 'elsewhere' && key.identityId !== null && knownOf(key, identities) !== 'no',
  );
  return new Set(away.map(({ identityId }) => identityId)).size;
}
