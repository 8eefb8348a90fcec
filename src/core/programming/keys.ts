/** Where a key is. */
export type Presence = 'here' | 'elsewhere' | 'lost' | 'unknown';
/** Where a platform has ranks, a master may introduce other keys and a valet may not. */
export type Rank = 'master' | 'valet' | 'none' | 'unknown';
export type BladeState = 'good' | 'worn' | 'broken' | 'uncut';
export const keyFaults = ['flatCell', 'wornButtons', 'crackedCase', 'brokenLoop', 'deadRemote'] as const;
export type KeyFault = (typeof keyFaults)[number];
/** Whether the car's memory holds an identity. */
export type Known = 'yes' | 'no' | 'untested';

export const presenceNames: Record<Presence, string> = {
  here: 'Here',
  elsewhere: 'Elsewhere, safe',
  lost: 'Lost or stolen',
  unknown: 'Nobody knows',
};

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

/** Whether a key can be learned or shown to the car: it is here and its blade is not broken off. */
export function isUsable(key: PhysicalKey): boolean {
  return key.presence === 'here' && key.blade !== 'broken';
}
