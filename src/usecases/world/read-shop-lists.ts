import { addDays, type LocalDay } from '@/core/kinds/local-time';
import { minorPlaces } from '@/core/kinds/money';
import {
  BureauRow,
  FranchiseDeskRow,
  PlaceRow,
  PriceBookRow,
  PriceMenuRow,
  RightRow,
  SupplierPriceRow,
  SupplierRow,
  TaxRateRow,
  ToolCoverRow,
  ToolRow,
  VanRow,
} from '@/inputs/world/shop-rows';
import { type RowPlace, type TableRows, type WorldReader, worldId } from './world-reader';

/** Prices of the world are valid from before its oldest job. */
const historyDays = 430;

/** Places, vans with tools and rights, suppliers with prices, desks, the price book and taxes. */
export function readShopLists(world: WorldReader, currency: string, today: LocalDay): TableRows[] {
  const minor = (amount: string) => Math.round(Number(amount) * 10 ** minorPlaces(currency));
  const valid = `[${addDays(today, -historyDays)},)`;
  const priceBookId = worldId('price book', 'first');

  const places = world.read('places', PlaceRow, (row, at) => ({
    id: at.define('place', row.name, 'name'),
    name: row.name,
    distance_km: row.distanceKm,
    travel_minutes: row.travelMinutes,
  }));
  const vans = world.read('vans', VanRow, (row, at) => ({
    id: at.define('van', row.name, 'name'),
    name: row.name,
    power_supply: row.powerSupply,
  }));
  const tools = world.read('tools', ToolRow, (row, at) => ({
    id: at.define('tool', `${row.van} ${row.name}`, 'name'),
    van_id: at.refer('van', row.van, 'van'),
    name: row.name,
    edition: row.edition,
    state: row.state,
  }));
  const rights = world.read('rights', RightRow, (row, at) => ({
    id: at.define('right', `${row.van} ${row.name}`, 'name'),
    van_id: at.refer('van', row.van, 'van'),
    name: row.name,
    kind: row.kind,
    credits: row.credits ?? null,
    use_minor: row.usePrice === undefined ? null : minor(row.usePrice),
    expires_on: row.expiresInDays === undefined ? null : addDays(today, row.expiresInDays),
  }));
  const cover = world.read('tool-cover', ToolCoverRow, (row, at) => {
    if (row.right !== undefined) at.refer('right', `${row.van} ${row.right}`, 'right');
    return {
      tool_id: at.refer('tool', `${row.van} ${row.tool}`, 'tool'),
      platform_id: at.refer('platforms', row.platform, 'platform'),
      method: row.method,
      market: row.market === undefined ? null : marketName(at, row.market),
      right_name: row.right ?? null,
    };
  });
  const suppliers = world.read('suppliers', SupplierRow, (row, at) => ({
    id: at.define('supplier', row.name, 'name'),
    name: row.name,
    kind: row.kind,
    cut_off: row.cutOff,
  }));
  const supplierPrices = world.read('supplier-prices', SupplierPriceRow, (row, at) => ({
    supplier_id: at.refer('supplier', row.supplier, 'supplier'),
    article: row.article,
    price_minor: minor(row.price),
    lead_days: row.leadDays,
    warranty_months: row.warrantyMonths,
    valid,
  }));
  const desks = world.read('franchise-desks', FranchiseDeskRow, (row, at) => ({
    make_id: at.refer('makes', row.make, 'make'),
    name: row.name,
    labour_minor: minor(row.labour),
    programming_minor: minor(row.programming),
    key_markup_percent: row.keyMarkupPercent,
    working_days: row.workingDays,
    tow_km: row.towKm,
  }));
  const priceBooks = world.read('price-book', PriceBookRow, (row) => ({
    id: priceBookId,
    name: row.name,
    rate_minor: minor(row.rate),
    key_markup_percent: row.keyMarkupPercent,
    minimum_minor: minor(row.minimum),
    rounding_minor: minor(row.rounding),
    tow_base_minor: minor(row.towBase),
    tow_per_km_minor: minor(row.towPerKm),
    online_shipping_minor: minor(row.onlineShipping),
    valid,
  }));
  const menu = world.read('price-menu', PriceMenuRow, (row) => ({
    price_book_id: priceBookId,
    work: row.work,
    first_minor: minor(row.first),
    further_minor: minor(row.further),
  }));
  const taxes = world.read('tax-rates', TaxRateRow, (row) => ({
    tax_class: row.taxClass,
    basis_points: Math.round(row.percent * 100),
    valid,
  }));
  const bureau = world.read('bureau', BureauRow, (row) => ({
    kind: row.kind,
    fee_minor: minor(row.fee),
    minutes_from: row.minutesFrom,
    minutes_to: row.minutesTo,
    failure_percent: row.failurePercent,
  }));
  return [
    { table: 'bureau_service', rows: bureau },
    { table: 'place', rows: places },
    { table: 'van', rows: vans },
    { table: 'tool', rows: tools },
    { table: 'tool_right', rows: rights },
    { table: 'tool_cover', rows: cover },
    { table: 'supplier', rows: suppliers },
    { table: 'supplier_price', rows: supplierPrices },
    { table: 'franchise_desk', rows: desks },
    { table: 'price_book', rows: priceBooks },
    { table: 'price_menu', rows: menu },
    { table: 'tax_rate', rows: taxes },
  ];
}

/** A market by its name, which must be one of the library. */
function marketName(at: RowPlace, name: string): string {
  at.refer('markets', name, 'market');
  return name;
}
