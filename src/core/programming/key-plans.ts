import { type Bounds, missingKeys } from './key-count';
import { type KeySituation, knownInHand, onePerIdentity } from './keys';
import { keyWord } from './keys-to-learn';

export type KeyPlanKind = 'add' | 'erase' | 'aklAdd' | 'clone';

export const keyPlanNames: Record<KeyPlanKind, string> = {
  add: 'Add, keeping the others',
  erase: 'Erase and learn again',
  aklAdd: 'AKL that adds',
  clone: 'Clone',
};

/** What one way of making the wanted keys comes to. */
export interface KeyPlan {
  readonly kind: KeyPlanKind;
  /** Whether it goes by the numbers; null where the car has not told enough to say. */
  readonly fits: boolean | null;
  /** Why it does or does not. */
  readonly why: string;
  /** What the car should know afterwards. */
  readonly after: number | 'cannotSay';
  /** Keys that nobody can show and that could still start the car afterwards. */
  readonly live: Bounds;
}

/**
 * The ways by the numbers alone. Add: known + wanted ≤ maximum. Erase: the keys in hand that the car knows and the wanted
 * ones lie between minimum and maximum. An AKL that adds keeps every lost key live. A clone changes nothing in the car.
 */
export function keyPlans(situation: KeySituation): KeyPlan[] {
  const { memory, wanted } = situation;
  const { knownCount, maximum, minimum } = memory;
  const live = missingKeys(situation);
  const inHand = onePerIdentity(knownInHand(situation));
  const known = typeof knownCount === 'number' ? knownCount : undefined;
  const again = inHand.length + wanted;
  const added = known === undefined ? undefined : known + wanted;
  const room: Pick<KeyPlan, 'fits' | 'why' | 'after'> =
    added === undefined
      ? { fits: null, why: 'The car has not said how many keys it knows.', after: 'cannotSay' }
      : added <= maximum
        ? { fits: true, why: `${known} known and ${wanted} more of ${maximum}.`, after: added }
        : {
            fits: false,
            why: `${known} known and ${wanted} more are over ${maximum}.`,
            after: known ?? 'cannotSay',
          };
  const introducers = inHand.filter(({ rank }) => rank !== 'valet').length;
  return [
    {
      kind: 'add',
      ...(introducers === 0 ? { ...room, fits: false, why: 'No key in hand can introduce another.' } : room),
      live,
    },
    {
      kind: 'erase',
      fits: again >= minimum && again <= maximum && again > 0,
      why: eraseWords(again, inHand.length, minimum, maximum),
      after: knownCount === 'cannotSay' ? 'cannotSay' : again,
      live: { low: 0, high: 0 },
    },
    { kind: 'aklAdd', ...room, live },
    {
      kind: 'clone',
      fits: inHand.length > 0 && wanted > 0,
      why:
        inHand.length === 0
          ? 'There is no known key in hand to copy.'
          : 'The car sees the copy as its original; nothing in it changes.',
      after: known ?? 'cannotSay',
      live,
    },
  ];
}

function eraseWords(again: number, inHand: number, minimum: number, maximum: number): string {
  const counted = `${keyWord(again)} to learn${inHand > 0 ? `, ${inHand} of them again` : ''}`;
  if (again < minimum) return `${counted}; the car wants at least ${minimum}.`;
  if (again > maximum) return `${counted}; the car holds ${maximum}.`;
  return again === 0
    ? 'No key would be left.'
    : `${counted}: have every one proved and in hand before the erase.`;
}
