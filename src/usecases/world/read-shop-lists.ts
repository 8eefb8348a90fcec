import { addDays, type LocalDay } from '@/core/kinds/local-time';
import { minorOf } from '@/core/kinds/money';
import {
  BureauRow,
  FerryRow,
  MeterRow,
  PlaceRow,
  RightRow,
  RoadNodeRow,
  RoadRow,
  ToolCoverRow,
  ToolRow,
  VanRow,
} from '@/inputs/world/shop-rows';
import type { RowPlace, TableRows, WorldReader } from './world-reader';

/** Places and roads, vans with tools and rights, meters, and the bureau. */
export function readShopLists(world: WorldReader, currency: string, today: LocalDay): TableRows[] {
  const minor = (amount: string) => minorOf(Number(amount), currency);

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
    cuts: row.cuts.split(',').map((kind) => kind.trim()),
  }));
  const tools = world.read('tools', ToolRow, (row, at) => ({
    id: at.define('tool', `${row.van} ${row.name}`, 'name'),
    van_id: at.refer('van', row.van, 'van'),
    name: row.name,
    edition: row.edition,
    state: row.state,
  }));
  const rights = world.read('licences', RightRow, (row, at) => ({
    id: at.define('right', `${row.van} ${row.name}`, 'name'),
    van_id: at.refer('van', row.van, 'van'),
    name: row.name,
    kind: row.kind,
    credits: row.credits ?? null,
    use_minor: row.usePrice === undefined ? null : minor(row.usePrice),
    buy_minor: row.buyPrice === undefined ? null : minor(row.buyPrice),
    expires_on: row.expiresInDays === undefined ? null : addDays(today, row.expiresInDays),
  }));
  const cover = world.read('tool-coverage', ToolCoverRow, (row, at) => {
    if (row.licence !== undefined) at.refer('right', `${row.van} ${row.licence}`, 'licence');
    return {
      tool_id: at.refer('tool', `${row.van} ${row.tool}`, 'tool'),
      platform_id: at.refer('platforms', row.platform, 'platform'),
      method: row.method,
      market: row.market === undefined ? null : marketName(at, row.market),
      right_name: row.licence ?? null,
    };
  });
  const nodes = world.read('road-nodes', RoadNodeRow, (row, at) => ({
    name: named(at, row.name),
    x_km: row.xKm,
    y_km: row.yKm,
    is_workshop: row.workshop,
  }));
  const roads = world.read('roads', RoadRow, (row, at) => ({
    from_node: roadNode(at, row.from, 'from'),
    to_node: roadNode(at, row.to, 'to'),
    km: row.km,
    km_per_hour: row.kmPerHour,
    rush_percent: row.rushPercent,
  }));
  const ferries = world.read('ferries', FerryRow, (row, at) => ({
    from_node: roadNode(at, row.from, 'from'),
    to_node: roadNode(at, row.to, 'to'),
    km: row.km,
    minutes: row.minutes,
    first_hour: row.first,
    last_hour: row.last,
    every_minutes: row.everyMinutes,
  }));
  const bureau = world.read('code-service', BureauRow, (row) => ({
    kind: row.kind,
    fee_minor: minor(row.fee),
    minutes_from: row.minutesFrom,
    minutes_to: row.minutesTo,
    failure_percent: row.failurePercent,
  }));
  const meters = world.read('meters', MeterRow, (row, at) => ({
    id: at.define('meter', row.name, 'name'),
    name: row.name,
    accuracy_percent: row.accuracyPercent,
    accuracy_digits: row.accuracyDigits,
    counts: row.counts,
    ranges: row.ranges.split(' ').map(Number),
    lead_ohms: row.leadOhms,
  }));
  return [
    { table: 'code_service', rows: bureau },
    { table: 'meter', rows: meters },
    { table: 'place', rows: places },
    { table: 'van', rows: vans },
    { table: 'tool', rows: tools },
    { table: 'tool_right', rows: rights },
    { table: 'tool_cover', rows: cover },
    { table: 'road_node', rows: nodes },
    { table: 'road', rows: roads },
    { table: 'ferry', rows: ferries },
  ];
}

function named(at: RowPlace, name: string): string {
  at.define('road node', name, 'name');
  return name;
}

function roadNode(at: RowPlace, name: string, column: string): string {
  at.refer('road node', name, column);
  return name;
}

/** A market by its name, which must be one of the library. */
function marketName(at: RowPlace, name: string): string {
  at.refer('markets', name, 'market');
  return name;
}
