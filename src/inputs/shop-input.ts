import { IsNumber, Max, Min } from 'class-validator';

/** The step in which totals count as one price when a car is identified, in the shop's currency. */
export class PriceClassInput {
  @IsNumber({ maxDecimalPlaces: 3 }, { message: 'Type an amount such as 25.' })
  @Min(0.01, { message: 'More than nothing.' })
  @Max(10_000_000, { message: 'Up to 10,000,000.' })
  amount!: number;
}
