import { IsIn, IsISO4217CurrencyCode, IsTimeZone, Length } from 'class-validator';

export class SetUpInput {
  @Length(1, 40, { message: 'Type the set-up code shown where the program was started.' })
  code!: string;

  @Length(1, 80, { message: 'Name the shop, in up to 80 characters.' })
  shopName!: string;

  @Length(1, 80, { message: 'Type your name, in up to 80 characters.' })
  personName!: string;

  @Length(8, 200, { message: 'Choose a passcode of at least 8 characters.' })
  passcode!: string;

  @IsTimeZone({ message: 'Choose a time zone by its name, such as America/Chicago.' })
  zone!: string;

  @IsISO4217CurrencyCode({ message: 'Type the three letters of a currency, such as USD.' })
  currency!: string;

  @IsIn(['km', 'mi'], { message: 'Choose kilometres or miles.' })
  distanceUnit!: 'km' | 'mi';
}
