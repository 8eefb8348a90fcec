import { IsISO4217CurrencyCode, IsTimeZone } from 'class-validator';
import { rightKinds, toolFunctions } from '@/core/programming/van-kit';
import { cell } from '../cells';

export class ShopRow {
  @cell.text(80) name!: string;
  @IsTimeZone({ message: 'Expected a time zone such as America/Chicago.' }) zone!: string;
  @cell.text(20) locale!: string;
  @IsISO4217CurrencyCode({ message: 'Expected the three letters of a currency.' }) currency!: string;
  @cell.oneOf(['km', 'mi']) distanceUnit!: 'km' | 'mi';
  @cell.text(40) market!: string;
  @cell.whole(1, 365) quoteValidDays!: number;
  @cell.numbers(20) openDays!: string;
  @cell.hour() openFrom!: string;
  @cell.hour() openTo!: string;
  @cell.optional() @cell.text(200) licence?: string;
  @cell.optional() @cell.text(300) address?: string;
  @cell.optional() @cell.text(60) phone?: string;
  @cell.optional() @cell.text(120) mail?: string;
  @cell.optional() @cell.text(60) taxNumber?: string;
  @cell.optional() @cell.text(300) bank?: string;
  @cell.optional() @cell.text(2000) forms?: string;
}

export class PersonRow {
  @cell.text(80) name!: string;
  @cell.oneOf(['proprietor', 'locksmith', 'trainee']) role!: 'proprietor' | 'locksmith' | 'trainee';
  @cell.text(80) demoPasscode!: string;
}

export class PlaceRow {
  @cell.text(60) name!: string;
  @cell.decimal(0, 500) distanceKm!: number;
  @cell.whole(0, 1000) travelMinutes!: number;
}

export class VanRow {
  @cell.text(40) name!: string;
  @cell.yesNo() powerSupply!: boolean;
  @cell.text(120) cuts!: string;
}

export class ToolRow {
  @cell.text(40) van!: string;
  @cell.text(60) name!: string;
  @cell.text(40) edition!: string;
  @cell.oneOf(['supported', 'frozen']) state!: string;
}

export class ToolCoverRow {
  @cell.text(40) van!: string;
  @cell.text(60) tool!: string;
  @cell.text(40) platform!: string;
  @cell.oneOf(toolFunctions) method!: string;
  @cell.optional() @cell.text(40) market?: string;
  @cell.optional() @cell.text(60) licence?: string;
}

export class HolidayRow {
  @cell.whole(0, 700) inDays!: number;
  @cell.text(60) name!: string;
}

export class RightRow {
  @cell.text(40) van!: string;
  @cell.text(60) name!: string;
  @cell.oneOf(rightKinds) kind!: string;
  @cell.optional() @cell.whole(0, 100_000) credits?: number;
  @cell.optional() @cell.amount() usePrice?: string;
  @cell.optional() @cell.amount() buyPrice?: string;
  @cell.optional() @cell.whole(-3650, 3650) expiresInDays?: number;
}

export class MeterRow {
  @cell.text(60) name!: string;
  @cell.decimal(0.01, 10) accuracyPercent!: number;
  @cell.whole(0, 50) accuracyDigits!: number;
  @cell.whole(200, 1_000_000) counts!: number;
  @cell.text(120) ranges!: string;
  @cell.decimal(0, 20) leadOhms!: number;
}

export class BureauRow {
  @cell.oneOf(['codeFromVin', 'pinFromVin', 'bittingFromCode']) kind!: string;
  @cell.amount() fee!: string;
  @cell.whole(0, 10_000) minutesFrom!: number;
  @cell.whole(0, 10_000) minutesTo!: number;
  @cell.whole(0, 100) failurePercent!: number;
}

export class RoadNodeRow {
  @cell.text(60) name!: string;
  @cell.decimal(-500, 500) xKm!: number;
  @cell.decimal(-500, 500) yKm!: number;
  @cell.yesNo() workshop!: boolean;
}

export class RoadRow {
  @cell.text(60) from!: string;
  @cell.text(60) to!: string;
  @cell.decimal(0.1, 500) km!: number;
  @cell.whole(5, 130) kmPerHour!: number;
  @cell.whole(0, 300) rushPercent!: number;
}

export class FerryRow {
  @cell.text(60) from!: string;
  @cell.text(60) to!: string;
  @cell.decimal(0.1, 500) km!: number;
  @cell.whole(1, 600) minutes!: number;
  @cell.hour() first!: string;
  @cell.hour() last!: string;
  @cell.whole(1, 1440) everyMinutes!: number;
}
