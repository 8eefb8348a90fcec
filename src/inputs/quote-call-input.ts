import { IsBoolean, IsIn, IsInt, IsOptional, Length, Matches, Max, MaxLength, Min } from 'class-validator';
import type { Ignition } from '@/core/catalogue/application';
import type { Why } from '@/core/identify/line/reading';
import { lineLimit, whys } from '@/core/identify/line/reading';
import type { BookStyle } from '@/core/quote/price-rules';
import { bookStyles } from '@/core/quote/price-rules';

/** A car to quote without a job: a line, or facts by name, or both; the facts win. And on which terms. */
export class QuoteCallInput {
  @IsOptional()
  @MaxLength(lineLimit, { message: `A line has up to ${lineLimit} characters.` })
  line?: string;
  @IsOptional() @Length(1, 60, { message: 'A name has up to 60 characters.' }) make?: string;
  @IsOptional() @Length(1, 60, { message: 'A name has up to 60 characters.' }) model?: string;
  @IsOptional()
  @IsInt({ message: 'A year such as 2019.' })
  @Min(1950, { message: 'A year from 1950.' })
  @Max(2100, { message: 'A year to 2100.' })
  year?: number;
  @IsOptional() @Matches(/^[0-9A-Za-z? -]{1,40}$/, { message: 'A VIN, ? for unknown places.' }) vin?: string;
  @IsOptional() @IsIn(['turn', 'push'], { message: 'Turn or push.' }) ignition?: Ignition;
  @IsOptional() @Length(1, 40, { message: 'Choose a market of the list.' }) market?: string;
  @IsOptional() @IsIn(whys, { message: 'Choose one of the list.' }) why?: Why;
  @IsOptional()
  @IsInt({ message: '0 to 8.' })
  @Min(0, { message: '0 to 8.' })
  @Max(8, { message: '0 to 8.' })
  working?: number;
  @IsOptional()
  @IsInt({ message: '0 to 5.' })
  @Min(0, { message: '0 to 5.' })
  @Max(5, { message: '0 to 5.' })
  wanted?: number;
  @IsOptional() @Length(1, 60, { message: 'A name has up to 60 characters.' }) place?: string;
  @IsOptional() @IsIn(Object.keys(bookStyles), { message: 'menu or time.' }) book?: BookStyle;
  @IsOptional() @IsIn(['price', 'day'], { message: 'price or day.' }) prefer?: 'price' | 'day';
  @IsOptional() @IsBoolean({ message: 'true or false.' }) flexible?: boolean;
  @IsOptional() @Length(1, 80, { message: 'A name has up to 80 characters.' }) account?: string;
  @IsOptional()
  @Matches(/^[A-Za-z0-9-]{3,20}$/, { message: '3 to 20 letters, digits and hyphens.' })
  coupon?: string;
}
