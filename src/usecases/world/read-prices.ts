import { addDays, type LocalDay } from '@/core/kinds/local-time';
import { minorOf } from '@/core/kinds/money';
import { usualDelivery } from '@/core/supply/arrival';
import {
  AccountRow,
  CouponRow,
  DealerRow,
  DistanceBandRow,
  HourRuleRow,
  OwnWorkRow,
  PriceBookRow,
  PriceMenuRow,
  SupplierPriceRow,
  SupplierRow,
  TaxRateRow,
  WarrantyRow,
} from '@/inputs/world/price-rows';
import { type TableRows, type WorldReader, worldId } from './world-reader';

/** Prices of the world are valid from before its oldest job. */
const historyDays = 430;
/** Suppliers' lists were read this many days before the first start. */
const listDays = 12;

/** Suppliers with prices, dealers, the price book with all its rules, taxes, accounts and coupons. */
export function readPrices(world: WorldReader, currency: string, today: LocalDay): TableRows[] {
  const minor = (amount: string) => minorOf(Number(amount), currency);
  const valid = `[${addDays(today, -historyDays)},)`;
  const bookId = worldId('price book', 'first');

  const suppliers = world.read('suppliers', SupplierRow, (row, at) => ({
    id: at.define('supplier', row.name, 'name'),
    name: row.name,
    kind: row.kind,
    cut_off: row.cutOff,
    late_days: row.lateDays,
    redo_basis_points: Math.round(row.comebackPercent * 100),
    delivers_by: row.deliversBy ?? usualDelivery,
  }));
  const supplierPrices = world.read('supplier-prices', SupplierPriceRow, (row, at) => ({
    supplier_id: at.refer('supplier', row.supplier, 'supplier'),
    article: row.article,
    price_minor: minor(row.price),
    lead_days: row.leadDays,
    warranty_months: row.warrantyMonths,
    condition: row.condition,
    pieces: row.pieces ?? null,
    minimum_order: row.minimumOrder,
    shipping_minor: minor(row.shipping),
    seen_on: addDays(today, -listDays),
    valid,
  }));
  const dealers = world.read('dealers', DealerRow, (row, at) => ({
    make_id: at.refer('makes', row.make, 'make'),
    name: row.name,
    labour_minor: minor(row.labour),
    programming_minor: minor(row.programming),
    key_markup_percent: row.keyMarkupPercent,
    working_days: row.workingDays,
    tow_km: row.towKm,
    late_days: row.lateDays,
    cut_minor: row.cut === undefined ? null : minor(row.cut),
    place: row.place ?? null,
  }));
  const books = world.read('price-book', PriceBookRow, (row) => ({
    id: bookId,
    name: row.name,
    rate_minor: minor(row.rate),
    key_markup_percent: row.keyMarkupPercent,
    minimum_minor: minor(row.minimum),
    rounding_minor: minor(row.rounding),
    tow_base_minor: minor(row.towBase),
    tow_per_km_minor: minor(row.towPerKm),
    online_shipping_minor: minor(row.onlineShipping),
    style: row.style,
    margin_rate_minor: minor(row.marginRate),
    pass_percent: row.passPercent,
    cut_minutes: row.cutMinutes,
    repair_parts_minor: minor(row.repairParts),
    wait_percent: row.waitPercent,
    rounding_mode: row.roundingMode,
    tax_included: row.taxIncluded,
    deposit_percent: row.depositPercent,
    cancellation_hours: row.cancellationHours,
    cancellation_minor: minor(row.cancellation),
    no_show_minor: minor(row.noShow),
    payment_basis_points: Math.round(row.paymentPercent * 100),
    km_cost_minor: minor(row.kmCost),
    flexible_percent: row.flexiblePercent,
    flexible_days: row.flexibleDays,
    beyond_per_km_minor: minor(row.beyondPerKm),
    stale_days: row.staleDays,
    loss_percent: row.lossPercent,
    loss_note: row.lossNote,
    valid,
  }));
  const flatRates = world.read('flat-rates', PriceMenuRow, (row) => ({
    price_book_id: bookId,
    work: row.work,
    difficulty: row.difficulty,
    first_minor: minor(row.first),
    further_minor: minor(row.further),
  }));
  const ownWorks = world.read('own-works', OwnWorkRow, ({ name, price, minutes }) => ({
    price_book_id: bookId,
    name,
    minor: price === undefined ? null : minor(price),
    minutes,
  }));
  const bands = world.read('distance-bands', DistanceBandRow, (row) => ({
    price_book_id: bookId,
    to_km: row.toKm,
    minor: minor(row.price),
  }));
  const hours = world.read('hour-rules', HourRuleRow, (row) => ({
    price_book_id: bookId,
    label: row.label,
    days: row.days.split(' ').map(Number),
    from_hour: row.from,
    to_hour: row.to,
    percent: row.percent,
  }));
  const warranties = world.read('warranties', WarrantyRow, (row) => ({
    price_book_id: bookId,
    option: row.option,
    months: row.months,
  }));
  const taxes = world.read('tax-rates', TaxRateRow, (row) => ({
    tax_class: row.taxClass,
    basis_points: Math.round(row.percent * 100),
    valid,
  }));
  const accounts = world.read('accounts', AccountRow, (row, at) => ({
    id: at.define('account', row.name, 'name'),
    name: row.name,
    goods_percent: row.goodsPercent,
    labour_percent: row.labourPercent,
    pays_in_days: row.paysInDays,
  }));
  const coupons = world.read('coupons', CouponRow, (row, at) => ({
    id: at.define('coupon', row.code, 'code'),
    code: row.code,
    percent: row.percent,
    amount_minor: minor(row.amount),
    from_minor: minor(row.from),
    with_account: row.withAccount,
    valid: `[${addDays(today, row.fromDays)},${addDays(today, row.toDays)})`,
  }));
  return [
    { table: 'supplier', rows: suppliers },
    { table: 'supplier_price', rows: supplierPrices },
    { table: 'dealer', rows: dealers },
    { table: 'price_book', rows: books },
    { table: 'price_menu', rows: flatRates },
    { table: 'own_work', rows: ownWorks },
    { table: 'distance_band', rows: bands },
    { table: 'hour_rule', rows: hours },
    { table: 'shop_warranty', rows: warranties },
    { table: 'tax_rate', rows: taxes },
    { table: 'trade_account', rows: accounts },
    { table: 'coupon', rows: coupons },
  ];
}
