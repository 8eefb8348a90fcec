import { IsBoolean, IsIn, IsInt, IsOptional, Length, Matches, Max, Min } from 'class-validator';
import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import { type BookStyle, bookStyles } from '@/core/quote/price-rules';
import { CarInput } from './identify-input';

/** A car to quote without a job, and on which terms. */
export class QuoteCallInput extends CarInput {
  @IsOptional()
  @IsInt({ message: '0 to 5.' })
  @Min(0, { message: '0 to 5.' })
  @Max(mostKeysWanted, { message: `0 to ${mostKeysWanted}.` })
  wanted?: number;
  @IsOptional() @Length(1, 60, { message: 'A name has up to 60 characters.' }) place?: string;
  @IsOptional() @IsIn(Object.keys(bookStyles), { message: 'flatRates or timeAndParts.' }) book?: BookStyle;
  @IsOptional() @IsIn(['price', 'day'], { message: 'price or day.' }) prefer?: 'price' | 'day';
  @IsOptional() @IsBoolean({ message: 'true or false.' }) flexible?: boolean;
  @IsOptional() @Length(1, 80, { message: 'A name has up to 80 characters.' }) account?: string;
  @IsOptional()
  @Matches(/^[A-Za-z0-9-]{3,20}$/, { message: '3 to 20 letters, digits and hyphens.' })
  coupon?: string;
}
