export const identityDocuments = {
  license: 'Driving licence',
  passport: 'Passport',
  identityCard: 'Identity card',
  none: 'None shown',
} as const;
export type IdentityDocument = keyof typeof identityDocuments;

export const rightDocuments = {
  registration: 'Registration',
  insurance: 'Insurance',
  fleetLetter: 'Fleet letter',
  order: 'Order of a court or authority',
  none: 'None shown',
} as const;
export type RightDocument = keyof typeof rightDocuments;

export const waysSeen = {
  original: 'Original in hand, person beside it',
  screen: 'On the person’s screen',
  picture: 'A picture sent, looked at and not kept',
  accountHolder: 'Known account, confirmed by phone',
} as const;
export type WaySeen = keyof typeof waysSeen;

/** The ways that are papers seen at the car; a picture or a call is enough in advance only. */
export const seenAtTheCar: readonly WaySeen[] = ['original', 'screen'];

/** When the shop wants a witness at the car. */
export const witnessRules = {
  never: 'Not wanted',
  keysGone: 'Where no key works',
  always: 'Always',
} as const;
export type WitnessRule = keyof typeof witnessRules;

/** What the shop asks for before it copies a working key without electronics; elsewhere papers are asked always. */
export const plainCopyRules = {
  papers: 'Papers, as always',
  note: 'A note of who asked and which key was shown',
} as const;
export type PlainCopyRule = keyof typeof plainCopyRules;

/** How a trainee agrees that a job costs nothing. */
export const freePriceRules = {
  secondPerson: 'With a second person',
  alone: 'Alone',
} as const;
export type FreePriceRule = keyof typeof freePriceRules;

/** The shop's own rules, shown at the gate; local law and licensed practice prevail over them. */
export interface LocalRules {
  /** Licence or registration of the shop, as it must be shown. */
  readonly licence: string;
  readonly identityAccepted: readonly IdentityDocument[];
  readonly rightAccepted: readonly RightDocument[];
  readonly witness: WitnessRule;
  readonly plainCopy: PlainCopyRule;
  readonly freePrice: FreePriceRule;
  /** Forms and duties of the place, in words. */
  readonly forms: string;
  /** Days after the close when the key to a job's codes, bittings and PINs is destroyed. */
  readonly secretDays: number;
  /** Days after the close when names, phones, places and signatures are removed. */
  readonly personalDays: number;
}

/**
 * The last characters of a document's number, which is all that is kept: four at most, and never more than half of it.
 * @example lastCharacters('D 123-456') // '456'
 */
export function lastCharacters(number: string): string {
  const plain = number.toUpperCase().replace(/[^0-9A-Z]/g, '');
  return plain.slice(plain.length - Math.min(4, Math.floor(plain.length / 2)));
}
