import { IsIn, IsNumber, IsOptional, IsUUID, Length, Max, Min } from 'class-validator';
import { listOf, nested, numbers, orNull, texts, whole } from './fields';

/** A meter as its sheet says; what cannot be is said by the core. */
export class MeterInput {
  @IsOptional() @IsUUID(undefined, { message: 'Which meter?' }) id?: string;
  @Length(1, 60, { message: 'Name the meter, in up to 60 characters.' }) name!: string;
  @IsNumber({}, { message: 'Percent of the reading.' }) accuracyPercent!: number;
  @IsNumber({}, { message: 'Digits of the range.' }) accuracyDigits!: number;
  @IsNumber({}, { message: 'What its display counts to.' }) counts!: number;
  @numbers({ most: 20, from: 0, to: 1e10 }, 'The ends of its ranges, in ohms.') ranges!: number[];
  @IsNumber({}, { message: 'What its leads add, in ohms.' }) leadOhms!: number;
}

export class MeterIdInput {
  @IsUUID(undefined, { message: 'Which meter?' }) id!: string;
}

/** A step of a ladder that is sent whole. */
class SentStepInput {
  @whole('A step, 1 to 40.', 1) @Max(40, { message: 'Up to 40.' }) step!: number;
  @IsNumber({}, { message: 'Ohms.' })
  @Min(1, { message: '1 or more.' })
  @Max(10_000_000, { message: 'Up to 10,000,000.' })
  ohms!: number;
}

class SentLadderInput {
  @IsNumber({}, { message: 'Percent.' })
  @Min(0.1, { message: '0.1 or more.' })
  @Max(30, { message: 'Up to 30.' })
  tolerancePercent!: number;
  @listOf(() => SentStepInput, 40, 'steps') steps!: SentStepInput[];
}

class SentMeterInput {
  @IsNumber({}, { message: 'Percent of the reading.' }) accuracyPercent!: number;
  @IsNumber({}, { message: 'Digits of the range.' }) accuracyDigits!: number;
  @IsNumber({}, { message: 'What its display counts to.' }) counts!: number;
  @numbers({ most: 20, from: 0, to: 1e10 }, 'The ends of its ranges, in ohms.') ranges!: number[];
  @IsNumber({}, { message: 'What its leads add, in ohms.' }) leadOhms!: number;
}

class PelletFaceInput {
  /** As they were typed: `3.3`, `3k3`, `3.3 kΩ`, `OL`. */
  @texts({ most: 40, longest: 24 }, 'Readings as they are typed.') readings!: string[];
}

/** Readings of a pellet, for a ladder of the library or one sent whole. */
export class PelletInput {
  @IsOptional() @Length(1, 40, { message: 'Name a platform.' }) platform?: string;
  @IsOptional() @nested(() => SentLadderInput, 'One ladder.') ladder?: SentLadderInput;
  @IsOptional() @whole('A year.') @Max(2100, { message: 'Up to 2100.' }) year?: number;
  /** The profile of the blade, as keyways have it. */
  @IsOptional() @Length(1, 40, { message: 'A profile.' }) profile?: string;
  @IsOptional() @Length(1, 60, { message: 'Name a meter of the shop.' }) meter?: string;
  @IsOptional() @nested(() => SentMeterInput, 'One meter.') whole?: SentMeterInput;
  /** The range it was set to, in ohms; the lowest that holds the ladder where it is left out. */
  @IsOptional() @IsNumber({}, { message: 'A range in ohms.' }) range?: number;
  @listOf(() => PelletFaceInput, 2, 'faces') faces!: PelletFaceInput[];
}

/** What the stand-in of a meter is asked: which demo key lies under its tips. */
export class MeterReadInput {
  @Length(1, 40, { message: 'Name a platform.' }) platform!: string;
  @whole('The number of a key.', 1) @Max(9, { message: 'Up to 9.' }) key!: number;
  @IsIn([0, 1], { message: 'Face 0 or 1.' }) face!: 0 | 1;
  /** Which value of this measurement it is. */
  @whole('Which value it is.') @Max(10_000, { message: 'Up to 10,000.' }) at!: number;
  @orNull() @Length(1, 60, { message: 'Name a meter.' }) meter!: string | null;
}
