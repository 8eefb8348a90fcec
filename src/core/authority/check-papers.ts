import { type Failed, failedOf } from '../kinds/result';
import {
  type IdentityDocument,
  type LocalRules,
  type RightDocument,
  seenAtTheCar,
  type WaySeen,
} from './documents';

/** What is shown for a stage of authority. */
export interface PapersShown {
  readonly stage: 'advance' | 'onSite';
  readonly identityDocument: IdentityDocument;
  readonly rightDocument: RightDocument;
  readonly howSeen: WaySeen;
  readonly personFits: boolean;
  readonly plateFits: boolean;
  readonly witness: string;
  readonly signature: string;
  readonly signedOnPaper: boolean;
}

const close = 'Without it there is no authority; refuse the job with its reason.';

/**
 * What keeps a stage from being recorded, all at once: a document, the shop's rules, and at the car person, papers and plate
 * together, a witness where the rules want one, and a signature.
 * @param allLost whether no key works
 * @returns undefined where nothing does
 */
export function papersRefused(shown: PapersShown, rules: LocalRules, allLost: boolean): Failed | undefined {
  const { identityDocument, rightDocument } = shown;
  const wrong = (is: boolean, field: keyof PapersShown, message: string) => is && { field, message };
  const onSite = shown.stage === 'onSite';
  const wantsWitness = rules.witness === 'always' || (rules.witness === 'keysGone' && allLost);
  return failedOf(
    identityDocument === 'none'
      ? { field: 'identityDocument', message: `No identity document. ${close}` }
      : wrong(
          !rules.identityAccepted.includes(identityDocument),
          'identityDocument',
          'The shop’s rules do not accept this document.',
        ),
    rightDocument === 'none'
      ? { field: 'rightDocument', message: `No right to the car. ${close}` }
      : wrong(
          !rules.rightAccepted.includes(rightDocument),
          'rightDocument',
          'The shop’s rules do not accept this paper.',
        ),
    wrong(
      onSite && !seenAtTheCar.includes(shown.howSeen),
      'howSeen',
      'At the car the papers are seen themselves; a picture or a call is for before.',
    ),
    wrong(onSite && !shown.personFits, 'personFits', 'The person must be the one on the document.'),
    wrong(onSite && !shown.plateFits, 'plateFits', 'The VIN on the plate must be the one on the papers.'),
    wrong(
      onSite && wantsWitness && shown.witness.trim() === '',
      'witness',
      'The shop’s rules want a witness here.',
    ),
    wrong(
      onSite && shown.signature === '' && !shown.signedOnPaper,
      'signature',
      'Have it signed here, or on paper.',
    ),
  );
}
