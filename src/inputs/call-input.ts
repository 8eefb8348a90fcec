import {
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import { type Access, lineLimit, type Why, whys } from '@/core/identify/line/reading';
import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import { calendarDay, decimals, orNull } from './fields';

const noControl = /^[^\p{Cc}]*$/u;
const phoneForm = /^[+\d][\d\s().-]{3,23}$/;

/** A call as the form sends it. Null is 'not said'. */
export class CallInput {
  @MaxLength(lineLimit, { message: `A line has up to ${lineLimit} characters.` })
  @IsString({ message: 'Type a line.' })
  line!: string;

  @orNull()
  @IsInt({ message: 'Type a year such as 2019.' })
  @Min(1950, { message: 'The year is before 1950.' })
  @Max(2100, { message: 'The year is after 2100.' })
  year!: number | null;

  /** The last of several years the caller doubts between. */
  @orNull()
  @IsInt({ message: 'Type a year such as 2020.' })
  @Min(1950, { message: 'The year is before 1950.' })
  @Max(2100, { message: 'The year is after 2100.' })
  yearTo!: number | null;

  /** Somebody is shut in the car. */
  @IsOptional() @IsBoolean({ message: 'Yes or no.' }) danger?: boolean;
  /** A used or refurbished key would do. */
  @IsOptional() @IsBoolean({ message: 'Yes or no.' }) used?: boolean;

  @orNull() @IsUUID(undefined, { message: 'Choose a make of the list.' }) makeId!: string | null;
  @orNull() @IsUUID(undefined, { message: 'Choose a model of the list.' }) modelId!: string | null;

  @MaxLength(80, { message: 'Up to 80 characters.' })
  @Matches(noControl, { message: 'Letters and signs only.' })
  carWords!: string;

  @orNull() @IsIn(['turn', 'push'], { message: 'Choose turn-key or push-start.' }) ignition!:
    | 'turn'
    | 'push'
    | null;

  @orNull() @Length(1, 40, { message: 'Up to 40 characters.' }) market!: string | null;

  @orNull()
  @Matches(/^[A-HJ-NPR-Z0-9]{17}$/, { message: 'A VIN has 17 characters, without I, O and Q.' })
  vin!: string | null;

  @orNull() @IsIn(whys, { message: 'Choose a reason of the list.' }) why!: Why | null;
  @orNull() @IsIn(['open', 'locked'], { message: 'Choose open or locked.' }) access!: Access | null;

  @orNull() @IsUUID(undefined, { message: 'Choose a place of the list.' }) placeId!: string | null;

  @orNull()
  @IsNumber({}, { message: 'Type the distance as a number.' })
  @Min(0, { message: 'A distance is 0 or more.' })
  @Max(999, { message: 'Up to 999.' })
  distanceKm!: number | null;

  @IsBoolean({ message: 'Yes or no.' }) urgent!: boolean;

  @orNull() @calendarDay('Choose a day.') day!: string | null;
  @orNull() @Matches(/^([01]\d|2[0-3]):[0-5]\d$/, { message: 'Type an hour such as 14:30.' }) from!:
    | string
    | null;
  @orNull() @Matches(/^([01]\d|2[0-3]):[0-5]\d$/, { message: 'Type an hour such as 18:00.' }) by!:
    | string
    | null;

  @orNull() @Length(1, 200, { message: 'Up to 200 characters.' }) placeDetail!: string | null;
  @orNull() @Length(1, 2000, { message: 'Up to 2,000 characters.' }) note!: string | null;

  @orNull()
  @Length(1, 80, { message: 'Up to 80 characters.' })
  @Matches(noControl, { message: 'Letters and signs only.' })
  name!: string | null;

  @orNull()
  @Matches(phoneForm, { message: 'Digits, spaces and dashes only, 4 to 24 of them.' })
  phone!: string | null;
}

/** Keys as told on the phone, from which the first ring is made. */
export class OpenJobInput extends CallInput {
  /** The code on the customer's tag; kept sealed with the job. */
  @orNull()
  @Matches(/^[\x21-\x7e][\x20-\x7e]{0,38}[\x21-\x7e]$/, { message: '2 to 40 letters and digits.' })
  keyCode!: string | null;

  /** The key that works is the valet's. */
  @IsOptional() @IsBoolean({ message: 'Yes or no.' }) valet?: boolean;

  /** The customer wants keys that are not here erased. */
  @IsOptional() @IsBoolean({ message: 'Yes or no.' }) erase?: boolean;

  /** What another firm is said to take, in the shop's money. */
  @orNull()
  @decimals(2, 'Type an amount.')
  @Min(1, { message: 'An amount of 1 or more.' })
  @Max(99_999, { message: 'Up to 99,999.' })
  rival!: number | null;

  /** Buttons of the remote, as the caller sees or remembers them. */
  @IsOptional()
  @IsInt({ message: '1 to 9 buttons.' })
  @Min(1, { message: '1 to 9 buttons.' })
  @Max(9, { message: '1 to 9 buttons.' })
  buttons?: number | null;

  @orNull()
  @IsInt({ message: 'Type a number of keys.' })
  @Min(0, { message: '0 or more.' })
  @Max(8, { message: 'Up to 8.' })
  working!: number | null;

  @orNull()
  @IsInt({ message: 'Type a number of keys.' })
  @Min(0, { message: '0 or more.' })
  @Max(8, { message: 'Up to 8.' })
  lost!: number | null;

  @orNull()
  @IsInt({ message: 'Type a number of keys.' })
  @Min(0, { message: '0 or more.' })
  @Max(mostKeysWanted, { message: `Up to ${mostKeysWanted}.` })
  wanted!: number | null;
}

/** A call from its page, with the key under which its job is opened once. */
export class OpenCallInput extends OpenJobInput {
  @IsUUID(undefined, { message: 'Load the page again.' }) key!: string;
}

/** A call while it is typed: the code itself is not sent until the job is opened. */
export class PreviewCallInput extends OpenJobInput {
  /** A key code was told. */
  @IsOptional() @IsBoolean({ message: 'Yes or no.' }) codeTold?: boolean;
}

/** A call as a program takes it: the caller's line, and who calls from where. Make, model, keys and hour are read from the line. */
export class CallLineInput {
  @MaxLength(lineLimit, { message: `A line has up to ${lineLimit} characters.` })
  @Matches(/\S/, { message: 'What did the caller say?' })
  line!: string;

  @IsOptional()
  @Length(1, 80, { message: 'Up to 80 characters.' })
  @Matches(noControl, { message: 'Letters and signs only.' })
  name?: string;

  @IsOptional()
  @Matches(phoneForm, { message: 'Digits, spaces and dashes only, 4 to 24 of them.' })
  phone?: string;

  @IsOptional() @Length(1, 200, { message: 'Up to 200 characters.' }) placeDetail?: string;
  @IsOptional() @Length(1, 2000, { message: 'Up to 2,000 characters.' }) note?: string;
}

/** Whether whoever calls, or the car, is known. */
export class KnownCarsInput {
  @orNull() @Matches(phoneForm, { message: 'Digits, spaces and dashes only, 4 to 24 of them.' }) phone!:
    | string
    | null;
  @orNull()
  @Matches(/^[A-HJ-NPR-Z0-9]{17}$/, { message: 'A VIN has 17 characters, without I, O and Q.' })
  vin!: string | null;
}
