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

export interface PapersProblem {
  readonly field: keyof PapersShown;
  readonly message: string;
}

const close = 'Without it there is no authority; refuse the job with its reason.';

/**
 * What keeps a stage from being recorded, or undefined where nothing does: a document, the shop's rules, and at the car
 * person, papers and plate together, a witness where the rules want one, and a signature.
 * @param allLost whether no key works
 */
export function papersProblem(
  shown: PapersShown,
  rules: LocalRules,
  allLost: boolean,
): PapersProblem | undefined {
  const problem = (field: keyof PapersShown, message: string): PapersProblem => ({ field, message });
  if (shown.identityDocument === 'none') return problem('identityDocument', `No identity document. ${close}`);
  if (shown.rightDocument === 'none') return problem('rightDocument', `No right to the car. ${close}`);
  if (!rules.identityAccepted.includes(shown.identityDocument))
    return problem('identityDocument', 'The shop’s rules do not accept this document.');
  if (!rules.rightAccepted.includes(shown.rightDocument))
    return problem('rightDocument', 'The shop’s rules do not accept this paper.');
  if (shown.stage === 'advance') return undefined;
  if (!seenAtTheCar.includes(shown.howSeen))
    return problem(
      'howSeen',
      'At the car the papers are seen themselves; a picture or a call is for before.',
    );
  if (!shown.personFits) return problem('personFits', 'The person must be the one on the document.');
  if (!shown.plateFits) return problem('plateFits', 'The VIN on the plate must be the one on the papers.');
  const wantsWitness = rules.witness === 'always' || (rules.witness === 'keysGone' && allLost);
  if (wantsWitness && shown.witness.trim() === '')
    return problem('witness', 'The shop’s rules want a witness here.');
  if (shown.signature === '' && !shown.signedOnPaper)
    return problem('signature', 'Have it signed here, or on paper.');
  return undefined;
}
