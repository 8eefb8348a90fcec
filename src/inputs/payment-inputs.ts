import { IsIn, IsUUID, Length, Max, Min } from 'class-validator';
import { type PayWay, payWays } from '@/core/quote/receipt';
import { decimals, whole } from './fields';

/** An amount that was taken for a job. The id is made where it is typed: sent again it is taken once. */
export class TakePaymentInput {
  @whole('Which job?') number!: number;
  @IsUUID(undefined, { message: 'Load the page again.' }) id!: string;
  @IsIn(Object.keys(payWays), { message: 'Choose how.' }) how!: PayWay;
  @decimals(3, 'Type an amount such as 240.')
  @Min(0.001, { message: 'More than nothing.' })
  @Max(2_000_000, { message: 'Up to 2,000,000.' })
  amount!: number;
}

export class TakeBackInput {
  @whole('Which job?') number!: number;
  @IsUUID(undefined, { message: 'Which amount?' }) id!: string;
  @Length(3, 200, { message: 'Write why, in 3 to 200 characters.' }) reason!: string;
}

export class MakeReceiptInput {
  @whole('Which job?') number!: number;
}
