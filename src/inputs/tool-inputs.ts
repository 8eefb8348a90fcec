import { IsArray, IsBoolean, IsIn, IsOptional, IsUUID, Length } from 'class-validator';
import { type RightKind, rightKinds, type ToolFunction, toolFunctions } from '@/core/programming/van-kit';
import { type BladeKind, bladeKinds } from '@/core/quote/cut';
import { calendarDay, listOf, numberIn, orNull, wholeIn } from './fields';

class OnVan {
  @IsUUID(undefined, { message: 'Which van?' }) vanId!: string;
}

/** What a van has beside its tools. */
export class EquipmentInput extends OnVan {
  @IsBoolean({ message: 'Yes or no.' }) powerSupply!: boolean;
  @IsArray({ message: 'Expected a list.' })
  @IsIn(bladeKinds, { each: true, message: 'Choose a kind of blade.' })
  cuts!: BladeKind[];
}

export class ToolInput extends OnVan {
  @Length(1, 60, { message: 'Name the tool, in up to 60 characters.' }) name!: string;
  @Length(1, 40, { message: 'Which edition, in up to 40 characters?' }) edition!: string;
  @IsIn(['supported', 'frozen'], { message: 'Supported or frozen.' }) state!: 'supported' | 'frozen';
}

export class NamedOnVanInput extends OnVan {
  @Length(1, 60, { message: 'Which one?' }) name!: string;
}

class CoverRow {
  @IsIn(toolFunctions, { message: 'Choose a function.' }) method!: ToolFunction;
  @orNull() @Length(1, 40, { message: 'Choose a market.' }) market!: string | null;
  @orNull() @Length(1, 60, { message: 'Choose a right.' }) right!: string | null;
}

export class CoverInput extends OnVan {
  @Length(1, 60, { message: 'Which tool?' }) tool!: string;
  @IsUUID(undefined, { message: 'Choose a platform.' }) platformId!: string;
  @listOf(() => CoverRow, 60, 'rows')
  cover!: CoverRow[];
}

export class RightInput extends OnVan {
  @Length(1, 60, { message: 'Name it in up to 60 characters.' }) name!: string;
  @IsIn(rightKinds, { message: 'Choose a kind.' }) kind!: RightKind;
  @orNull()
  @wholeIn(0, 100_000, 'Whole uses, 0 to 100,000, or empty.')
  credits!: number | null;
  @orNull()
  @numberIn(0, 100_000, 'An amount, 0 to 100,000, or empty.')
  use!: number | null;
  @IsOptional()
  @numberIn(0, 100_000, 'An amount, 0 to 100,000, or empty.')
  buy?: number | null;
  @orNull() @calendarDay('Choose a day, or leave it empty.') expiresOn!: string | null;
}
