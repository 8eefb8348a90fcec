import { type OptionKind, optionKinds } from '@/core/quote/option-kinds';
import { bookStyles, difficulties, flatWorks, roundingModes } from '@/core/quote/price-rules';
import { articleConditions, supplierKinds } from '@/core/supply/supplier-prices';
import { cell } from '../cells';

export class SupplierRow {
  @cell.text(80) name!: string;
  @cell.oneOf(Object.keys(supplierKinds)) kind!: string;
  @cell.hour() cutOff!: string;
  @cell.whole(0, 120) lateDays!: number;
  @cell.decimal(0, 100) comebackPercent!: number;
  /** Parcels are here by this hour. */
  @cell.optional() @cell.hour() deliversBy?: string;
}

export class SupplierPriceRow {
  @cell.text(80) supplier!: string;
  @cell.text(40) article!: string;
  @cell.amount() price!: string;
  @cell.whole(0, 120) leadDays!: number;
  @cell.whole(0, 240) warrantyMonths!: number;
  @cell.oneOf(Object.keys(articleConditions)) condition!: string;
  @cell.optional() @cell.whole(0, 1_000_000) pieces?: number;
  @cell.whole(1, 10_000) minimumOrder!: number;
  @cell.amount() shipping!: string;
}

export class DealerRow {
  @cell.text(60) make!: string;
  @cell.text(80) name!: string;
  @cell.amount() labour!: string;
  @cell.amount() programming!: string;
  @cell.whole(0, 500) keyMarkupPercent!: number;
  @cell.whole(0, 120) workingDays!: number;
  @cell.decimal(0, 500) towKm!: number;
  @cell.whole(0, 120) lateDays!: number;
  @cell.optional() @cell.amount() cut?: string;
  /** Where it stands, a place of the road network. */
  @cell.optional() @cell.text(80) place?: string;
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
  @cell.oneOf(Object.keys(bookStyles)) style!: string;
  @cell.amount() marginRate!: string;
  @cell.whole(0, 500) passPercent!: number;
  @cell.whole(0, 240) cutMinutes!: number;
  @cell.amount() repairParts!: string;
  @cell.whole(0, 100) waitPercent!: number;
  @cell.oneOf(Object.keys(roundingModes)) roundingMode!: string;
  @cell.yesNo() taxIncluded!: boolean;
  @cell.whole(0, 100) depositPercent!: number;
  @cell.whole(0, 720) cancellationHours!: number;
  @cell.amount() cancellation!: string;
  @cell.amount() noShow!: string;
  @cell.decimal(0, 20) paymentPercent!: number;
  @cell.amount() kmCost!: string;
  @cell.whole(0, 100) flexiblePercent!: number;
  @cell.whole(1, 30) flexibleDays!: number;
  @cell.amount() beyondPerKm!: string;
  @cell.whole(1, 3650) staleDays!: number;
  @cell.whole(0, 100) lossPercent!: number;
  @cell.text(300) lossNote!: string;
}

export class PriceMenuRow {
  @cell.oneOf(flatWorks) work!: string;
  @cell.oneOf(Object.keys(difficulties)) difficulty!: string;
  @cell.amount() first!: string;
  @cell.amount() further!: string;
}

export class OwnWorkRow {
  @cell.text(60) name!: string;
  /** Empty: it costs the time it takes. */
  @cell.optional() @cell.amount() price?: string;
  @cell.whole(0, 1440) minutes!: number;
}

export class DistanceBandRow {
  @cell.decimal(0.1, 999) toKm!: number;
  @cell.amount() price!: string;
}

export class HourRuleRow {
  @cell.text(40) label!: string;
  @cell.numbers(20) days!: string;
  @cell.hour() from!: string;
  @cell.hour() to!: string;
  @cell.whole(0, 500) percent!: number;
}

export class WarrantyRow {
  @cell.oneOf(optionKinds) option!: OptionKind;
  @cell.whole(0, 240) months!: number;
}

export class AccountRow {
  @cell.text(80) name!: string;
  @cell.whole(0, 100) goodsPercent!: number;
  @cell.whole(0, 100) labourPercent!: number;
  @cell.whole(0, 365) paysInDays!: number;
}

export class CouponRow {
  @cell.text(20) code!: string;
  @cell.whole(0, 100) percent!: number;
  @cell.amount() amount!: string;
  @cell.amount() from!: string;
  @cell.yesNo() withAccount!: boolean;
  /** Days from the first start. */
  @cell.whole(-3650, 3650) fromDays!: number;
  @cell.whole(-3650, 3650) toDays!: number;
}

export class TaxRateRow {
  @cell.oneOf(['goods', 'labour']) taxClass!: string;
  @cell.decimal(0, 100) percent!: number;
}
