import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsUUID,
  Length,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator';
import type { BureauKind } from '@/core/authority/bureau';
import {
  type IdentityDocument,
  identityDocuments,
  type RightDocument,
  rightDocuments,
  type WaySeen,
  waysSeen,
} from '@/core/authority/documents';
import { type SecretSource, type ToldKind, toldKinds, writtenSources } from '@/core/authority/secrets';
import { type FactKind, factKindNames } from '@/core/catalogue/fact-kinds';
import { type Outcome, outcomes } from '@/core/job/closing';
import { type ChoiceQuestion, choiceAnswers, choiceQuestions } from '@/core/programming/choices';
import {
  type BladeState,
  type KeyFault,
  type Known,
  keyFaults,
  type Presence,
  presences,
  type Rank,
} from '@/core/programming/keys';
import { type RouteKind, routeKinds } from '@/core/programming/route';
import { type OptionKind, optionKinds } from '@/core/quote/option-kinds';
import { CallInput } from './call-input';
import { listOf, notList, orNull, strokes, whole } from './fields';

/** Which job, and the version that the screen showed. */
export class JobEdit {
  @whole('Which job?') number!: number;
  @whole('Which version?') version!: number;
}

export class ChangeCallInput extends JobEdit {
  @notList('Expected a call.') @ValidateNested() @Type(() => CallInput) call!: CallInput;
}

export class ChooseCandidateInput extends JobEdit {
  @IsUUID(undefined, { message: 'Choose a candidate.' }) applicationId!: string;
  @Length(1, 300, { message: 'Write why, in up to 300 characters.' }) reason!: string;
}

export class KeyInput {
  @IsUUID(undefined, { message: 'Which key?' }) id!: string;
  @Length(1, 40, { message: 'Name the key, in up to 40 characters.' }) name!: string;
  @IsIn(presences, { message: 'Choose where the key is.' })
  presence!: Presence;
  @IsIn(['master', 'valet', 'none', 'unknown'], { message: 'Choose the rank.' }) rank!: Rank;
  @IsIn(['good', 'worn', 'broken', 'uncut'], { message: 'Choose the state of the blade.' })
  blade!: BladeState;
  @IsIn(keyFaults, { each: true, message: 'Choose faults of the list.' }) faults!: KeyFault[];
  @IsBoolean({ message: 'Yes or no.' }) madeHere!: boolean;
  @IsIn(['yes', 'no', 'untested'], { message: 'Choose whether the car knows it.' }) known!: Known;
  /** The key it was cloned from, with whom it shares an identity. */
  @orNull() @IsUUID(undefined, { message: 'Choose a key of the ring.' }) cloneOf!: string | null;
}

export class ChangeRingInput extends JobEdit {
  @listOf(() => KeyInput, 24, 'keys')
  keys!: KeyInput[];
}

export class ChooseVanInput extends JobEdit {
  @IsUUID(undefined, { message: 'Choose a van.' }) vanId!: string;
}

export class ChooseRouteInput extends ChooseVanInput {
  @IsIn(routeKinds, { message: 'Choose a route.' }) route!: RouteKind;
  @MaxLength(300, { message: 'Up to 300 characters.' }) reason!: string;
}

export class NetworkInput extends JobEdit {
  @orNull() @IsBoolean({ message: 'Yes, no or not known.' }) network!: boolean | null;
}

export class ChoiceInput extends JobEdit {
  @IsIn(choiceQuestions, { message: 'Which question?' }) question!: ChoiceQuestion;
  @orNull()
  @IsIn(Object.values(choiceAnswers).flatMap(Object.keys), { message: 'Choose one of the two.' })
  choice!: string | null;
  @IsIn(['customer', 'shop'], { message: 'Who chose?' }) chosenBy!: 'customer' | 'shop';
}

export class OfferQuoteInput extends JobEdit {
  @IsIn(optionKinds, { message: 'Choose an option.' }) option!: OptionKind;
}

export class AuthorityInput extends JobEdit {
  @IsIn(['advance', 'onSite'], { message: 'In advance or on site?' }) stage!: 'advance' | 'onSite';
  @Length(2, 80, { message: 'Write the name on the document, in 2 to 80 characters.' }) holderName!: string;
  @IsIn(Object.keys(identityDocuments), { message: 'Choose the document.' })
  identityDocument!: IdentityDocument;
  /** Only its last characters are kept. */
  @MaxLength(40, { message: 'Up to 40 characters.' }) identityNumber!: string;
  @IsIn(Object.keys(rightDocuments), { message: 'Choose what shows the right.' })
  rightDocument!: RightDocument;
  @MaxLength(40, { message: 'Up to 40 characters.' }) rightNumber!: string;
  @IsIn(Object.keys(waysSeen), { message: 'Choose how it was seen.' }) howSeen!: WaySeen;
  @IsBoolean({ message: 'Yes or no.' }) personFits!: boolean;
  @IsBoolean({ message: 'Yes or no.' }) plateFits!: boolean;
  @MaxLength(80, { message: 'Up to 80 characters.' }) witness!: string;
  @MaxLength(200, { message: 'Up to 200 characters.' }) place!: string;
  @strokes() signature!: string;
  @IsBoolean({ message: 'Yes or no.' }) signedOnPaper!: boolean;
  /** What was read of the car itself; empty where it was not. */
  @MaxLength(40, { message: 'Up to 40 characters.' }) carVin!: string;
  @Matches(/^[0-9A-Za-z .·-]{0,15}$/, { message: 'Letters, digits, blanks and dashes, up to 15.' })
  carPlate!: string;
}

export class RefuseInput extends JobEdit {
  @Length(3, 500, { message: 'Write why, in 3 to 500 characters.' }) reason!: string;
}

export class ReopenJobInput extends JobEdit {
  @Length(3, 500, { message: 'Write why, in 3 to 500 characters.' }) reason!: string;
}

export class DoorNoteInput extends JobEdit {
  @Length(2, 80, { message: 'Write who asks, in 2 to 80 characters.' }) askedBy!: string;
  @Length(2, 20, { message: 'Write the plate, in 2 to 20 characters.' }) plate!: string;
  @Length(3, 500, { message: 'Write what was said, in 3 to 500 characters.' }) said!: string;
}

export class DangerRecordInput extends JobEdit {
  @Length(3, 1000, { message: 'Write what happened, in 3 to 1,000 characters.' }) record!: string;
}

export class DangerInput {
  @whole('Which job?') number!: number;
}

export class SecondPersonInput {
  @whole('Which job?') number!: number;
  @IsUUID(undefined, { message: 'Choose who stands beside you.' }) personId!: string;
  @Length(1, 200, { message: 'The second person types a passcode.' }) passcode!: string;
}

export class KeepSecretInput extends JobEdit {
  @IsIn(toldKinds, { message: 'Choose what it is.' }) kind!: ToldKind;
  @IsIn(writtenSources, { message: 'Choose where it came from.' }) source!: SecretSource;
  @Matches(/^[\x21-\x7e][\x20-\x7e]{0,198}[\x21-\x7e]$/, { message: '2 to 200 letters, digits and signs.' })
  value!: string;
}

export class SecretInput {
  @whole('Which job?') number!: number;
  @IsUUID(undefined, { message: 'Which secret?' }) id!: string;
}

export class AskBureauInput extends JobEdit {
  @IsIn(['codeFromVin', 'pinFromVin', 'bittingFromCode'], { message: 'Choose what to ask.' })
  kind!: BureauKind;
  /** The key code whose bitting is asked for. */
  @orNull() @IsUUID(undefined, { message: 'Choose a key code of the job.' }) about!: string | null;
}

export class BittingInput extends JobEdit {
  @IsUUID(undefined, { message: 'Choose a key code of the job.' }) about!: string;
}

export class FactInput {
  @IsIn(factKindNames, { message: 'Choose a kind of fact.' }) kind!: FactKind;
  @Length(1, 80, { message: 'Up to 80 characters.' }) value!: string;
}

export class FactsInput extends JobEdit {
  @listOf(() => FactInput, factKindNames.length, 'facts')
  facts!: FactInput[];
}

export class CloseJobInput extends JobEdit {
  @IsIn(Object.keys(outcomes), { message: 'Choose how it ended.' }) outcome!: Outcome;
  @MaxLength(500, { message: 'Up to 500 characters.' }) reason!: string;
}

/** What of the library's names a page asks for. */
export class NamesInput {
  @IsArray({ message: 'Expected words.' })
  @ArrayMaxSize(60, { message: 'Up to 60 words.' })
  @Length(2, 40, { each: true, message: 'Words of 2 to 40 letters.' })
  words!: string[];

  /** All makes. */
  @IsBoolean({ message: 'Yes or no.' }) makes!: boolean;
  /** The models of a make. */
  @orNull() @IsUUID(undefined, { message: 'Choose a make of the list.' }) modelsOf!: string | null;
}

export class WordsInput {
  @IsArray({ message: 'Expected words.' })
  @ArrayMaxSize(12, { message: 'Up to 12 words.' })
  @Length(2, 40, { each: true, message: 'Words of 2 to 40 letters.' })
  words!: string[];
}

/** A universal remote to be written at the bench for the car of a job. */
export class WriteRemoteInput {
  @whole('Expected a number.') number!: number;
  @IsUUID(undefined, { message: 'It has an id of its own.' }) id!: string;
  @whole('Which sequence was seen?') basedOn!: number;
  @Length(1, 40, { message: 'Choose a universal remote.' }) universal!: string;
  @IsIn([true], { message: 'Put a fresh cell into it first.' }) freshCell!: true;
}
