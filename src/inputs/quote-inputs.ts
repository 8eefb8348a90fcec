import { IsBoolean, IsIn, IsUUID, Length, Matches, Max, MaxLength, Min } from 'class-validator';
import { type ComebackReason, comebackReasons } from '@/core/quote/comeback';
import { type MessageKind, messageKinds } from '@/core/quote/customer-message';
import { type OptionKind, optionKinds } from '@/core/quote/option-kinds';
import type { BookStyle } from '@/core/quote/price-rules';
import { calendarDay, decimals, listOf, orNull, strokes, whole, wholeIn } from './fields';
import { JobEdit } from './job-inputs';

const hour = /^([01]\d|2[0-3]):[0-5]\d$/;

/** How many works a job may have, and how often each. */
export const mostWorks = 12;
export const mostTimes = 20;

/** A work of the shop's prices, so many times. */
export class PickedWorkInput {
  @Length(1, 60, { message: 'Choose a work.' }) name!: string;
  @wholeIn(1, mostTimes, 'One to twenty.') count!: number;
}

/** A work that is added to those a job has. */
export class AddWorkInput {
  @whole('Which version?') version!: number;
  @Length(1, 60, { message: 'Name a work of the shop’s prices.' }) name!: string;
  @wholeIn(1, mostTimes, 'One to twenty.') count!: number;
}

/** The works of the shop that a job is quoted with. */
export class WorksInput extends JobEdit {
  @listOf(() => PickedWorkInput, mostWorks, 'works') works!: PickedWorkInput[];
}

/** On which terms a job is quoted. */
export class QuoteTermsInput extends JobEdit {
  @orNull() @IsIn(['flatRates', 'timeAndParts'], { message: 'Choose a price book.' }) book!: BookStyle | null;
  @IsIn(['price', 'day'], { message: 'Cheapest or quickest?' }) prefer!: 'price' | 'day';
  @IsBoolean({ message: 'Yes or no.' }) flexible!: boolean;
  @IsBoolean({ message: 'Yes or no.' }) waitsFilled!: boolean;
  @orNull() @IsUUID(undefined, { message: 'Choose an account.' }) accountId!: string | null;
  @orNull()
  @Matches(/^[A-Za-z0-9-]{3,20}$/, { message: '3 to 20 letters, digits and hyphens.' })
  couponCode!: string | null;
}

/** The price a customer and the shop agreed on for an option, as the shop states prices; null takes it back. */
export class AgreePriceInput extends JobEdit {
  @IsIn(optionKinds, { message: 'Choose an option.' }) option!: OptionKind;
  @orNull()
  @wholeIn(0, 1_000_000_000, 'Expected whole minor units.')
  minor!: number | null;
}

/** The time reserved for the van to come; null gives it back. */
export class VisitInput extends JobEdit {
  @IsUUID(undefined, { message: 'Choose a van.' }) vanId!: string;
  @orNull() @calendarDay('Choose a day.') day!: string | null;
  @orNull() @Matches(hour, { message: 'Type an hour such as 09:30.' }) from!: string | null;
  @orNull() @Matches(hour, { message: 'Type an hour such as 11:00.' }) to!: string | null;
}

/** What another firm is said to take, with tax. */
export class RivalInput extends JobEdit {
  @decimals(3, 'Type an amount such as 240.')
  @Min(0.001, { message: 'More than nothing.' })
  @Max(10_000_000, { message: 'Up to 10,000,000.' })
  amount!: number;
}

/** A link to the handover note of a job. */
export class HandoverLinkInput {
  @whole('Which job?') number!: number;
}

export class LinkInput {
  @whole('Which job?') number!: number;
  @whole('Which quote?') quote!: number;
}

export class RevokeLinkInput {
  @whole('Which job?') number!: number;
  @IsUUID(undefined, { message: 'Which link?' }) linkId!: string;
}

export class AcceptByPhoneInput extends LinkInput {
  @IsIn(optionKinds, { message: 'Choose an option.' }) option!: OptionKind;
}

/** What a customer accepts by link; the version is the one the page shows. */
export class AcceptOfferInput {
  @whole('Load the page again.') version!: number;
  @IsIn(optionKinds, { message: 'Choose one.' }) option!: OptionKind;
  @MaxLength(200, { message: 'Up to 200 characters.' }) when!: string;
  @MaxLength(200, { message: 'Up to 200 characters.' }) where!: string;
  /** Strokes of a finger; empty where nobody signed. */
  @strokes() signature!: string;
}

export class OfferMessageInput {
  @IsIn(messageKinds, { message: 'Words, or another time?' }) kind!: MessageKind;
  @Length(1, 1000, { message: 'Write 1 to 1,000 characters.' }) words!: string;
}

/** What a link says; too long or strange ones are not even looked up. */
export class OpenOfferInput {
  @Matches(/^[A-Za-z0-9_-]{43}$/, { message: 'This link is not whole.' }) token!: string;
}

/** A key of a closed job that came back. */
export class ComebackInput {
  @whole('Which job?') number!: number;
  /** Who it was bought from; empty where nobody sold it: a repair, or the shop's own work alone. */
  @MaxLength(80, { message: 'Choose where the key came from.' }) source!: string;
  @IsIn(Object.keys(comebackReasons), { message: 'Choose why it came back.' }) reason!: ComebackReason;
}

export class HandArticleInput {
  @Length(1, 40, { message: 'Which article?' }) article!: string;
  @whole('Whole pieces.') @Max(20, { message: 'Up to 20.' }) pieces!: number;
}

export class HandLineInput {
  @Length(1, 80, { message: 'What for, in up to 80 characters?' }) label!: string;
  /** Goods are taxed as goods, else as labour. */
  @IsBoolean({ message: 'Goods or work.' }) goods!: boolean;
  @decimals(2, 'An amount such as 45.00.')
  @Min(0, { message: '0 or more.' })
  @Max(99_999, { message: 'Up to 99,999.' })
  amount!: number;
}

/** A price written by hand; without articles and lines it is taken back. */
export class HandPriceInput extends JobEdit {
  @listOf(() => HandArticleInput, 20, 'articles') articles!: HandArticleInput[];
  @listOf(() => HandLineInput, 20, 'lines') lines!: HandLineInput[];
  @wholeIn(0, 1440, 'Whole minutes, 0 to 1440.')
  minutes!: number;
}
