import type { Ignition } from '@/core/catalogue/application';
/** Where a key is; a stolen one is with somebody who can come back for the car. */
export const presenceNames = {
  here: 'Here',
  elsewhere: 'Elsewhere, safe',
  lost: 'Lost',
  stolen: 'Stolen',
  unknown: 'Nobody knows',
} as const;
export type Presence = keyof typeof presenceNames;
export const presences = Object.keys(presenceNames) as Presence[];
/** Where a platform has ranks, a master may introduce other keys and a valet may not. */
export type Rank = 'master' | 'valet' | 'none' | 'unknown';
export type BladeState = 'good' | 'worn' | 'broken' | 'uncut';
export const keyFaults = ['flatCell', 'wornButtons', 'crackedCase', 'brokenLoop', 'deadRemote'] as const;
export type KeyFault = (typeof keyFaults)[number];
/** Whether the car's memory holds an identity. */
export type Known = 'yes' | 'no' | 'untested';

export const rankNames: Record<Rank, string> = {
  unknown: 'Not known',
  none: 'No ranks here',
  master: 'Master',
  valet: 'Valet',
};

export const bladeNames: Record<BladeState, string> = {
  good: 'Good',
  worn: 'Worn',
  broken: 'Broken',
  uncut: 'Uncut',
};

export const faultNames: Record<KeyFault, string> = {
  flatCell: 'Flat cell',
  wornButtons: 'Worn buttons',
  crackedCase: 'Cracked case',
  brokenLoop: 'Broken loop',
  deadRemote: 'Remote does nothing',
};

export const knownNames: Record<Known, string> = { yes: 'Yes, tried', untested: 'Not tried', no: 'No' };

/** A key one can hold: what it is made of, apart from what the car knows of it. */
export interface PhysicalKey {
  readonly id: string;
  /** Its number on the ring. */
  readonly tag: number;
  readonly name: string;
  readonly presence: Presence;
  readonly rank: Rank;
  readonly blade: BladeState;
  readonly faults: readonly KeyFault[];
  /** Made in this job, as opposed to brought by the customer. */
  readonly madeHere: boolean;
  /** The electronic identity it carries; clones share one, a new key has none yet. */
  readonly identityId: string | null;
}

/** An electronic identity, which a slot of the car may hold. */
export interface Identity {
  readonly id: string;
  readonly known: Known;
}

/** What the car says of its slots. */
export interface CarMemory {
  readonly knownCount: number | 'cannotSay' | 'notRead';
  readonly maximum: number;
  readonly minimum: number;
  /** The car keeps no memory of keys: what fits starts it, and nothing is learned or erased. */
  readonly none?: boolean;
}

/** Keys, identities and slots of one car. */
export interface KeySituation {
  readonly keys: readonly PhysicalKey[];
  readonly identities: readonly Identity[];
  readonly memory: CarMemory;
  /** How many new keys the customer wants. */
  readonly wanted: number;
}

/** What the car knows of a key; a key without an identity is not known. */
export function knownOf(key: PhysicalKey, identities: readonly Identity[]): Known {
  return identities.find(({ id }) => id === key.identityId)?.known ?? 'no';
}

/** Brought keys in hand that the car knows, or may know. */
export function knownInHand({ keys, identities }: KeySituation): PhysicalKey[] {
  return keys.filter((key) => key.presence === 'here' && !key.madeHere && knownOf(key, identities) !== 'no');
}

/** Whether a key turns in the locks; the chip of one whose blade is broken off is still read where it is held. */
export function canTurn({ blade }: Pick<PhysicalKey, 'blade'>): boolean {
  return blade !== 'broken' && blade !== 'uncut';
}

/** One key for each identity: to the car an original and its copies are one. A key that turns stands for the others. */
export function onePerIdentity(keys: readonly PhysicalKey[]): PhysicalKey[] {
  const found = new Map<string, PhysicalKey>();
  for (const key of keys) {
    const name = key.identityId ?? key.id;
    const before = found.get(name);
    if (!before || (!canTurn(before) && canTurn(key))) found.set(name, key);
  }
  return [...found.values()];
}

/** Keys in hand that are known to work; one that was not tried is a doubt, whatever is hoped of it. */
export function provedInHand({ keys, identities }: KeySituation): PhysicalKey[] {
  return keys.filter((key) => key.presence === 'here' && !key.madeHere && knownOf(key, identities) === 'yes');
}

/** Whether a key in hand opens and starts the car, as far as anybody knows. */
export function worksInHand(situation: Pick<KeySituation, 'keys' | 'identities'>): boolean {
  return situation.keys.some(
    (key) =>
      key.presence === 'here' && !key.madeHere && canTurn(key) && knownOf(key, situation.identities) !== 'no',
  );
}

/** Whether the car can be driven to where the key is made; a broken blade turns nothing and is still read by a push-start. */
export function drives(
  { keys, identities }: Pick<KeySituation, 'keys' | 'identities'>,
  ignition: Ignition | null,
): boolean {
  return keys.some(
    (key) =>
      key.presence === 'here' &&
      !key.madeHere &&
      (ignition === 'push' || canTurn(key)) &&
      knownOf(key, identities) !== 'no',
  );
}
