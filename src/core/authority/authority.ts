/** How far the right to the car was shown. */
export type AuthorityStage = 'none' | 'advance' | 'onSite';

/** What is asked for, of the table of purposes that this release serves. */
export type Purpose = 'identify' | 'quote' | 'repair' | 'learn' | 'erase';

/** The least stage each purpose wants: the only source for use-cases, handlers and screens. */
const least: Record<Purpose, AuthorityStage> = {
  identify: 'none',
  quote: 'none',
  repair: 'none',
  learn: 'onSite',
  erase: 'onSite',
};

const order: readonly AuthorityStage[] = ['none', 'advance', 'onSite'];

export function isAllowed(purpose: Purpose, stage: AuthorityStage): boolean {
  return order.indexOf(stage) >= order.indexOf(least[purpose]);
}

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
  screen: 'On the person’s screen, at the car',
  accountHolder: 'Known account, confirmed by phone',
} as const;
export type WaySeen = keyof typeof waysSeen;
