import { IsEmail, IsIn, IsTimeZone, Length, Matches, MaxLength } from 'class-validator';
import { type PaperSize, paperSizes } from '@/core/kinds/firm';
import { type FirstStep, firstStepNames, type StepState } from '@/core/kinds/first-hour';
import type { DistanceUnit } from '@/core/kinds/units';
import { orNull, orWords, sentences, wholeIn } from './fields';

/** Who the shop is, as its papers say; a text is empty where nothing is said. */
export class FirmInput {
  @Matches(/\S/, { message: 'Name the shop, in up to 80 characters.' })
  @Length(1, 80, { message: 'Name the shop, in up to 80 characters.' })
  name!: string;
  @MaxLength(300, { message: 'Up to 300 characters.' }) address!: string;
  @MaxLength(60, { message: 'Up to 60 characters.' }) phone!: string;
  @orWords('')
  @IsEmail({ require_tld: false }, { message: 'A mail address, such as desk@shop.example.' })
  @MaxLength(120, { message: 'Up to 120 characters.' })
  mail!: string;
  @MaxLength(200, { message: 'Up to 200 characters.' }) licence!: string;
  @MaxLength(60, { message: 'Up to 60 characters.' }) taxNumber!: string;
  @MaxLength(300, { message: 'Up to 300 characters.' }) bank!: string;
}

/** How numbers and days are written in English words. */
export const locales = [
  'en-US',
  'en-GB',
  'en-IE',
  'en-CA',
  'en-AU',
  'en-NZ',
  'en-ZA',
  'en-IN',
  'en-DE',
  'en-CH',
] as const;

/** What the shop goes by. */
export class StandardsInput {
  @IsTimeZone({ message: 'Choose a time zone by its name, such as America/Chicago.' }) zone!: string;
  @IsIn(locales, { message: 'Choose of the list.' }) locale!: string;
  @IsIn(['km', 'mi'], { message: 'Choose kilometres or miles.' }) distanceUnit!: DistanceUnit;
  /** Of the library, or none. */
  @MaxLength(40, { message: 'Choose of the list.' }) market!: string;
  @wholeIn(1, 365, 'Days, 1 to 365.') quoteValidDays!: number;
  @IsIn(Object.keys(paperSizes), { message: 'Choose of the list.' }) paperSize!: PaperSize;
}

/** The shop's own words on its papers, a sentence each. */
export class OwnTextsInput {
  @sentences(8) included!: string[];
  @sentences(8) notIncluded!: string[];
  @sentences(8) terms!: string[];
  @sentences(8) cautions!: string[];
  @sentences(8) handover!: string[];
  @sentences(3) message!: string[];
}

/** What is said of a step of the first hour. */
export class FirstStepInput {
  @IsIn(firstStepNames, { message: 'Which step?' }) step!: FirstStep;
  @IsIn(['open', 'done', 'skipped'], { message: 'Done, left out, or open again?' }) state!: StepState;
}

/** A caller's line to try the prices with. */
export class TrialLineInput {
  @Matches(/\S/, { message: 'Type what a caller would say.' })
  @Length(1, 300, { message: 'Up to 300 characters.' })
  line!: string;
}

/** When the shop's data are written away by themselves, and how many archives are kept. */
export class BackupPlanInput {
  /** Null for never. */
  @orNull()
  @Matches(/^([01]\d|2[0-3]):[0-5]\d$/, { message: 'An hour such as 03:00.' })
  at!: string | null;
  @wholeIn(1, 366, 'One to 366.') keep!: number;
}

/** An archive of the backup folder. */
export class BackupNameInput {
  @Matches(/^kilnsman-[\dT-]{10,20}(-\w{1,12})?\.zip$/, { message: 'Which archive?' }) name!: string;
}
