import { IsISO4217CurrencyCode, IsTimeZone, Matches } from 'class-validator';
import { routeKinds } from '@/core/programming/route';
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
  @cell.optional() @cell.text(200) licence?: string;
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
  @cell.optional() @cell.text(60) right?: string;
}

export class RightRow {
  @cell.text(40) van!: string;
  @cell.text(60) name!: string;
  @cell.oneOf(rightKinds) kind!: string;
  @cell.optional() @cell.whole(0, 100_000) credits?: number;
  @cell.optional() @cell.amount() usePrice?: string;
  @cell.optional() @cell.whole(-3650, 3650) expiresInDays?: number;
}

export class SupplierRow {
  @cell.text(80) name!: string;
  @cell.oneOf(['original', 'aftermarket', 'online']) kind!: string;
  @Matches(/^([01]\d|2[0-3]):[0-5]\d$/, { message: 'Expected an hour such as 15:30.' }) cutOff!: string;
}

export class SupplierPriceRow {
  @cell.text(80) supplier!: string;
  @cell.text(40) article!: string;
  @cell.amount() price!: string;
  @cell.whole(0, 120) leadDays!: number;
  @cell.whole(0, 240) warrantyMonths!: number;
}

export class FranchiseDeskRow {
  @cell.text(60) make!: string;
  @cell.text(80) name!: string;
  @cell.amount() labour!: string;
  @cell.amount() programming!: string;
  @cell.whole(0, 500) keyMarkupPercent!: number;
  @cell.whole(0, 120) workingDays!: number;
  @cell.decimal(0, 500) towKm!: number;
}

export class PriceBookRow {
  @cell.text(80) name!: string;
  @cell.amount() rate!: string;
  @cell.whole(0, 500) keyMarkupPercent!: number;
  @cell.amount() minimum!: string;
  @cell.amount() rounding!: string;
  @cell.amount() towBase!: string;
  @cell.amount() towPerKm!: string;
  @cell.amount() onlineShipping!: string;
}

export class PriceMenuRow {
  @cell.oneOf(['cut', ...routeKinds]) work!: string;
  @cell.amount() first!: string;
  @cell.amount() further!: string;
}

export class TaxRateRow {
  @cell.oneOf(['goods', 'labour']) taxClass!: string;
  @cell.decimal(0, 100) percent!: number;
}

export class BureauRow {
  @cell.oneOf(['codeFromVin', 'pinFromVin', 'bittingFromCode']) kind!: string;
  @cell.amount() fee!: string;
  @cell.whole(0, 10_000) minutesFrom!: number;
  @cell.whole(0, 10_000) minutesTo!: number;
  @cell.whole(0, 100) failurePercent!: number;
}
