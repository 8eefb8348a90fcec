import type { Purpose } from '@/core/kinds/purpose';

export const secretKinds = ['keyCode', 'bitting', 'pin', 'keyData', 'candidates'] as const;
export type SecretKind = (typeof secretKinds)[number];
/** Kinds that are read as one word or number; candidates are a sheet that is worked at Blade. */
export type ToldKind = Exclude<SecretKind, 'candidates'>;
export const toldKinds = secretKinds.filter((kind): kind is ToldKind => kind !== 'candidates');

export const secretNames: Record<SecretKind, string> = {
  keyCode: 'Key code',
  bitting: 'Bitting',
  pin: 'PIN',
  keyData: 'Key data',
  candidates: 'Sheet',
};

/** Where a secret came from, and what getting it wants. */
const sources = {
  customer: { label: 'Told by the customer', purpose: 'decode' },
  keyInHand: { label: 'From a key in hand', purpose: 'decode' },
  dealer: { label: 'From the dealer', purpose: 'pinLookUp' },
  codeService: { label: 'From the code service', purpose: 'pinLookUp' },
  series: { label: 'From the code series', purpose: 'codeToBitting' },
  lock: { label: 'Read from a lock', purpose: 'readLock' },
  obdSocket: { label: 'Read by the OBD socket', purpose: 'pinRead' },
  imageServer: { label: 'Worked out by the image server', purpose: 'keyImage' },
} as const satisfies Record<string, { label: string; purpose: Purpose }>;

export type SecretSource = keyof typeof sources;
/** Sources that a person writes down; the others are the program's own. */
export const writtenSources = [
  'customer',
  'keyInHand',
  'dealer',
  'lock',
  'obdSocket',
] as const satisfies SecretSource[];

export function sourceLabel(source: SecretSource): string {
  return sources[source].label;
}

export function purposeOfSource(source: SecretSource): Purpose {
  return sources[source].purpose;
}

/** A secret by its reference: what it is, without what it says. */
export interface SecretRef {
  readonly id: string;
  /** Its number on the job: 'PIN 2'. */
  readonly number: number;
  readonly kind: SecretKind;
  readonly source: SecretSource;
  readonly madeAt: Date;
  readonly madeBy: string;
  /** The key to it was destroyed: it can never be read again. */
  readonly destroyed: boolean;
}

/**
 * How a secret is named where it must not be told.
 * @example secretName({ kind: 'pin', number: 2 }) // 'PIN 2'
 */
export function secretName({ kind, number }: Pick<SecretRef, 'kind' | 'number'>): string {
  return `${secretNames[kind]} ${number}`;
}

/** A secret stays in sight this long after it was asked for. */
export const shownSeconds = 20;
