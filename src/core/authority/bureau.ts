import type { Purpose } from '@/core/kinds/purpose';
import type { SecretKind } from './secrets';

/** What can be asked of the bureau. */
export type BureauKind = 'codeFromVin' | 'pinFromVin' | 'bittingFromCode';

export const bureauNames: Record<BureauKind, string> = {
  codeFromVin: 'Key code by VIN',
  pinFromVin: 'PIN by VIN',
  bittingFromCode: 'Bitting by key code',
};

/** What an answer is. */
export const bureauGives: Record<BureauKind, SecretKind> = {
  codeFromVin: 'keyCode',
  pinFromVin: 'pin',
  bittingFromCode: 'bitting',
};

export const bureauPurpose: Record<BureauKind, Purpose> = {
  codeFromVin: 'codeFromVin',
  pinFromVin: 'pinLookUp',
  bittingFromCode: 'codeToBitting',
};

/** A question put to the bureau for a job. */
export interface BureauEnquiry {
  readonly id: string;
  readonly kind: BureauKind;
  readonly feeMinor: number;
  readonly askedAt: Date;
  readonly askedBy: string;
  /** When the answer is fetched, or asked for again. */
  readonly dueAt: Date;
  /** How often it was tried in vain: the service could not be reached. */
  readonly missed: number;
  readonly state: 'waiting' | 'answered' | 'failed';
  readonly failure: string | null;
  readonly envelopeId: string | null;
}

/** What a question costs and how it goes. */
export interface BureauTerms {
  readonly feeMinor: number;
  readonly minutesFrom: number;
  readonly minutesTo: number;
  readonly failurePercent: number;
}
