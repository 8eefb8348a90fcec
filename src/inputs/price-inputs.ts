import {
  ArrayMaxSize,
  ArrayMinSize,
  IsBoolean,
  IsIn,
  IsISO4217CurrencyCode,
  IsOptional,
  IsUUID,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import { type OptionKind, optionKinds } from '@/core/quote/option-kinds';
import {
  type BookStyle,
  bookStyles,
  type Difficulty,
  type DistanceBand,
  difficulties,
  type FlatWork,
  flatWorks,
  type HourRule,
  type RoundingMode,
  roundingModes,
} from '@/core/quote/price-rules';
import { type SupplierKind, supplierKinds } from '@/core/supply/supplier-prices';
import { calendarDay, decimals, listOf, numberIn, orNull, wholeIn } from './fields';

/** Minor units of the shop's currency. */
const minor = (from = 0) =>
  wholeIn(from, 1_000_000_000, from > 0 ? 'An amount, more than nothing.' : 'An amount, 0 or more.');
/** Hundredths of a percent. */
const basisPoints = (most: number) =>
  wholeIn(0, most, `A percentage of 0 to ${most / 100}, with two decimals at most.`);
const percent = (to = 100) => wholeIn(0, to);
const from = /^([01]\d|2[0-3]):[0-5]\d$/;
const to = /^(([01]\d|2[0-3]):[0-5]\d|24:00)$/;

/** What a work costs; without an amount the shop has no flat rate for it. */
export class MenuPriceInput {
  @IsIn(flatWorks, { message: 'Choose a work.' }) work!: FlatWork;
  @IsIn(Object.keys(difficulties), { message: 'Usual or hard.' }) difficulty!: Difficulty;
  @orNull() @minor() firstMinor!: number | null;
  /** As the first where it is left out. */
  @orNull() @minor() furtherMinor!: number | null;
}

export class OwnWorkInput {
  @Matches(/\S/, { message: 'What is it called?' })
  @Length(1, 60, { message: 'A name of up to 60 characters.' })
  name!: string;
  /** Null: it costs the time it takes. */
  @orNull() @minor() minor!: number | null;
  @wholeIn(0, 1440, 'Whole minutes, up to 1,440.') minutes!: number;
}

const distance = 'A distance of 0.1 to 999.';
/** Of a kilometre: minor units with four decimals. */
const perKm = () => numberIn(0, 1_000_000, 'An amount, 0 or more.');

export class DistanceBandInput implements DistanceBand {
  @decimals(1, distance)
  @Min(0.1, { message: distance })
  @Max(1608, { message: distance })
  toKm!: number;
  @minor() minor!: number;
}

export class HourRuleInput implements HourRule {
  @Length(1, 40, { message: 'A name of 1 to 40 characters.' }) label!: string;
  @ArrayMinSize(1, { message: 'Choose a day.' })
  @ArrayMaxSize(7, { message: 'Each day once.' })
  @IsIn([0, 1, 2, 3, 4, 5, 6], { each: true, message: 'Days are 0 Sunday to 6 Saturday.' })
  days!: number[];
  @Matches(from, { message: 'An hour such as 18:00.' }) from!: string;
  @Matches(to, { message: 'An hour such as 22:00, or 24:00.' }) to!: string;
  @percent(500) percent!: number;
}

export class WarrantyInput {
  @IsIn(optionKinds, { message: 'Choose an option.' }) option!: OptionKind;
  @wholeIn(0, 240) months!: number;
}

/** All by which the shop prices. `basedOn` is the set that the screen showed. */
export class PriceRulesInput {
  @orNull() @IsUUID(undefined, { message: 'Load the page again.' }) basedOn!: string | null;
  @IsIn(Object.keys(bookStyles), { message: 'Choose a price book.' }) style!: BookStyle;
  @minor(1) rateMinor!: number;
  @minor() marginRateMinor!: number;
  @percent(500) keyMarkupPercent!: number;
  @percent(500) passPercent!: number;
  @wholeIn(0, 240) cutMinutes!: number;
  @minor() repairPartsMinor!: number;
  @percent() waitPercent!: number;
  @minor() minimumMinor!: number;
  @minor(1) roundingMinor!: number;
  @IsIn(Object.keys(roundingModes), { message: 'Up, nearest or down.' }) roundingMode!: RoundingMode;
  @IsBoolean({ message: 'Yes or no.' }) taxIncluded!: boolean;
  @percent() depositPercent!: number;
  @wholeIn(0, 720) cancellationHours!: number;
  @minor() cancellationMinor!: number;
  @minor() noShowMinor!: number;
  @basisPoints(2000) paymentBasisPoints!: number;
  @wholeIn(1, 480, 'Minutes, 1 to 480.') openMinutes!: number;
  @wholeIn(1, 480, 'Minutes, 1 to 480.') lockMinutes!: number;
  @perKm() kmCostMinor!: number;
  @percent() flexiblePercent!: number;
  @wholeIn(1, 30) flexibleDays!: number;
  @minor() towBaseMinor!: number;
  @perKm() towPerKmMinor!: number;
  @minor() onlineShippingMinor!: number;
  @perKm() beyondPerKmMinor!: number;
  @wholeIn(1, 3650) staleDays!: number;
  @percent() lossPercent!: number;
  @MaxLength(300, { message: 'Up to 300 characters.' }) lossNote!: string;
  @listOf(() => MenuPriceInput, 60, 'prices')
  flatRates!: MenuPriceInput[];
  @listOf(() => OwnWorkInput, 60, 'works')
  ownWorks!: OwnWorkInput[];
  @listOf(() => DistanceBandInput, 30, 'bands')
  bands!: DistanceBandInput[];
  @listOf(() => HourRuleInput, 20, 'hours')
  hours!: HourRuleInput[];
  @listOf(() => WarrantyInput, 20, 'warranties')
  warranties!: WarrantyInput[];
  /** Tax in hundredths of a percent. */
  @basisPoints(10_000) goodsTaxBasisPoints!: number;
  @basisPoints(10_000) labourTaxBasisPoints!: number;
}

export class AccountInput {
  @Length(2, 80, { message: 'A name of 2 to 80 characters.' }) name!: string;
  @percent() goodsPercent!: number;
  @percent() labourPercent!: number;
  @wholeIn(0, 365) paysInDays!: number;
}

export class CouponInput {
  @Matches(/^[A-Za-z0-9-]{3,20}$/, { message: '3 to 20 letters, digits and hyphens.' }) code!: string;
  @percent() percent!: number;
  @minor() amountMinor!: number;
  @minor() fromMinor!: number;
  @IsBoolean({ message: 'Yes or no.' }) withAccount!: boolean;
  @wholeIn(1, 3650) days!: number;
}

/** Another currency, and what one unit of the present one is worth in it. */
export class CurrencyInput {
  @IsISO4217CurrencyCode({ message: 'The three letters of a currency.' }) currency!: string;
  @decimals(6, 'A number such as 0.92.')
  @Min(0.000001, { message: 'More than nothing.' })
  @Max(1_000_000, { message: 'Up to 1,000,000.' })
  worth!: number;
}

/** A day on which the vans do not drive out. */
export class HolidayInput {
  @calendarDay('A day such as 2027-12-27.') day!: string;
  @Length(1, 60, { message: 'A name of up to 60 characters.' }) name!: string;
}

/** When the vans drive out. */
export class OpenHoursInput {
  @ArrayMinSize(1, { message: 'Choose a day.' })
  @ArrayMaxSize(7, { message: 'Each day once.' })
  @IsIn([0, 1, 2, 3, 4, 5, 6], { each: true, message: 'Days are 0 Sunday to 6 Saturday.' })
  days!: number[];
  @Matches(from, { message: 'An hour such as 08:00.' }) from!: string;
  @Matches(from, { message: 'An hour such as 17:30.' }) to!: string;
  /** As they are where it is missing. */
  @IsOptional() @listOf(() => HolidayInput, 60, 'holidays') holidays?: HolidayInput[];
}

export class SupplierInput {
  @Length(2, 80, { message: 'A name of 2 to 80 characters.' }) name!: string;
  @IsIn(Object.keys(supplierKinds), { message: 'Choose what it sells.' }) kind!: SupplierKind;
  @Matches(from, { message: 'An hour such as 15:30.' }) cutOff!: string;
  /** Parcels are here by this hour. */
  @Matches(from, { message: 'An hour such as 12:00.' }) deliversBy!: string;
  @wholeIn(0, 120) lateDays!: number;
  /** What is said of it: keys of ten thousand that have to be made again. */
  @basisPoints(10_000) comebackBasisPoints!: number;
}
