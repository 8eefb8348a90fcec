import { IsBoolean, IsIn, IsOptional, IsUUID, Length, Matches, MaxLength } from 'class-validator';
import { type BureauKind, bureauNames } from '@/core/authority/bureau';
import { listOf, numberIn, orNull, wholeIn } from './fields';

const amount = () => wholeIn(0, 1_000_000_000, 'An amount, 0 or more.');

/** The dealer of a make: amounts in minor units, the tow in the shop's unit. */
export class DealerInput {
  @IsUUID(undefined, { message: 'Choose a make.' }) makeId!: string;
  @Matches(/\S/, { message: 'Name the dealer, in up to 80 characters.' })
  @Length(1, 80, { message: 'Name the dealer, in up to 80 characters.' })
  name!: string;
  @amount() labourMinor!: number;
  @amount() programmingMinor!: number;
  /** Null where he cuts no blade by itself. */
  @orNull() @amount() cutMinor!: number | null;
  @wholeIn(0, 1000, 'A percentage, 0 to 1000.') keyMarkupPercent!: number;
  @wholeIn(0, 120, 'Days, 0 to 120.') workingDays!: number;
  @wholeIn(0, 120, 'Days, 0 to 120.') lateDays!: number;
  @numberIn(0, 999, 'How far by road, up to 999.') tow!: number;
  /** By its name on the roads; empty where it is not said. */
  @MaxLength(60, { message: 'Up to 60 characters.' }) place!: string;
}

export class DealerIdInput {
  @IsUUID(undefined, { message: 'Which dealer?' }) id!: string;
}

/** What the code service is asked for, and on which terms. */
export class CodeServiceRowInput {
  @IsIn(Object.keys(bureauNames), { message: 'Choose what is asked.' }) kind!: BureauKind;
  @IsBoolean({ message: 'Yes or no.' }) offered!: boolean;
  @amount() feeMinor!: number;
  @wholeIn(0, 10_000, 'Minutes, up to 10,000.') minutesFrom!: number;
  @wholeIn(0, 10_000, 'Minutes, up to 10,000.') minutesTo!: number;
  @wholeIn(0, 100, 'A percentage, 0 to 100.') failurePercent!: number;
}

export class CodeServiceInput {
  @listOf(() => CodeServiceRowInput, 3, 'questions') services!: CodeServiceRowInput[];
}

/** The roads of a district as the text of a file. */
export class RoadsInput {
  @Length(1, 100_000, { message: 'A file of up to 100,000 characters.' }) text!: string;
  /** The name of the workshop on the roads; left out while the file is looked at. */
  @IsOptional() @Length(1, 60, { message: 'Choose where the workshop is.' }) workshop?: string;
}
