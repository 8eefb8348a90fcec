import {
  ArrayMaxSize,
  ArrayNotEmpty,
  IsIn,
  IsOptional,
  IsUUID,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import {
  type FreePriceRule,
  freePriceRules,
  type IdentityDocument,
  identityDocuments,
  type PlainCopyRule,
  plainCopyRules,
  type RightDocument,
  rightDocuments,
  type WitnessRule,
  witnessRules,
} from '@/core/authority/documents';
import { type ArrivalForm, arrivalForms } from '@/core/job/arrival';
import type { Habits } from '@/core/programming/choices';
import { type ProveDepth, proveDepths } from '@/core/prove/checks';
import { type Spelling, spellingNames } from '@/core/vin/spell';
import { decimals, numberIn, orNull, wholeIn } from './fields';

export class PriceClassInput {
  @decimals(3, 'Type an amount such as 25.')
  @Min(0.01, { message: 'More than nothing.' })
  @Max(10_000_000, { message: 'Up to 10,000,000.' })
  amount!: number;
}

const accepted = (names: Readonly<Record<string, string>>) =>
  Object.keys(names).filter((name) => name !== 'none');

/** The shop's own rules at the gate. */
export class RulesInput {
  @ArrayNotEmpty({ message: 'Accept one at least.' })
  @ArrayMaxSize(10, { message: 'Each once.' })
  @IsIn(accepted(identityDocuments), { each: true, message: 'Choose of the list.' })
  identityAccepted!: IdentityDocument[];
  @ArrayNotEmpty({ message: 'Accept one at least.' })
  @ArrayMaxSize(10, { message: 'Each once.' })
  @IsIn(accepted(rightDocuments), { each: true, message: 'Choose of the list.' })
  rightAccepted!: RightDocument[];
  @IsIn(Object.keys(witnessRules), { message: 'Choose when a witness is wanted.' }) witness!: WitnessRule;
  @IsIn(Object.keys(plainCopyRules), { message: 'Choose what is asked for.' }) plainCopy!: PlainCopyRule;
  @IsIn(Object.keys(freePriceRules), { message: 'Choose who agrees it.' }) freePrice!: FreePriceRule;
  @MaxLength(2000, { message: 'Up to 2,000 characters.' }) forms!: string;
  @wholeIn(1, 3650, 'Days, 1 to 3650.')
  secretDays!: number;
  @wholeIn(1, 7300, 'Days, 1 to 7300.')
  personalDays!: number;
}

/** What the shop does where the schools differ, and when an idle screen is locked. */
export class HabitsInput {
  @IsIn(['advised', 'keep', 'erase'], { message: 'Choose one.' }) missing!: Habits['missing'];
  @IsIn(['advised', 'clone', 'learn'], { message: 'Choose one.' }) copy!: Habits['copy'];
  @IsIn(['advised', 'cut', 'program'], { message: 'Choose one.' }) first!: Habits['first'];
  @wholeIn(1, 240, 'Minutes, 1 to 240.')
  lockMinutes!: number;
  /** As it is where it is missing. */
  @IsOptional() @IsIn(spellingNames, { message: 'Choose one.' }) spelling?: Spelling;
  /** As it is where it is missing. */
  @IsOptional() @IsIn(proveDepths, { message: 'Choose one.' }) proveDepth?: ProveDepth;
  /** As it is where it is missing. */
  @IsOptional() @IsIn(Object.keys(arrivalForms), { message: 'Choose one.' }) arrivalForm?: ArrivalForm;
  @numberIn(0, 100_000, 'An amount, 0 to 100,000.')
  onlyKeyHarm!: number;
  @numberIn(0, 100_000, 'An amount, 0 to 100,000.')
  stolenLiveHarm!: number;
  @numberIn(0, 100_000, 'An amount, 0 to 100,000.')
  awayKeyHarm!: number;
}

export class VanInput {
  @IsOptional() @IsUUID(undefined, { message: 'Which van?' }) id?: string;
  @Matches(/\S/, { message: 'Name the van, in up to 40 characters.' })
  @Length(1, 40, { message: 'Name the van, in up to 40 characters.' })
  name!: string;
  /** By its name on the roads; empty for the workshop. As it is where it is left out. */
  @IsOptional() @MaxLength(60, { message: 'Choose of the list.' }) standsAt?: string;
}

export class VanIdInput {
  @IsUUID(undefined, { message: 'Which van?' }) id!: string;
}

/** A place that calls come from; the distance in the shop's unit. */
export class PlaceInput {
  @IsOptional() @IsUUID(undefined, { message: 'Which place?' }) id?: string;
  @Matches(/\S/, { message: 'Name the place, in up to 60 characters.' })
  @Length(1, 60, { message: 'Name the place, in up to 60 characters.' })
  name!: string;
  @numberIn(0, 999, 'How far by road, up to 999.') distance!: number;
  /** By distance alone where nobody says. */
  @orNull() @wholeIn(0, 1440, 'Whole minutes, up to 1,440.') minutes!: number | null;
}

export class PlaceIdInput {
  @IsUUID(undefined, { message: 'Which place?' }) id!: string;
}
