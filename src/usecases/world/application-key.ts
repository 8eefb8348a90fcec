import { listOf, rowName } from '@/core/catalogue/lists/lists';
import type { PastJobRow } from '@/inputs/world/history-rows';

/** How the world's files name an application, as the library does. */
export function applicationKey(row: PastJobRow): string {
  const cells = {
    make: row.make,
    model: row.model,
    market: row.market,
    generation: row.generation,
    ignition: row.ignition,
    from_year: String(row.fromYear),
    from_month: row.fromMonth === undefined ? undefined : String(row.fromMonth),
    equipment: row.equipment,
    made_mark: row.madeMark,
  };
  const filled = Object.entries(cells).filter((entry): entry is [string, string] => entry[1] !== undefined);
  return rowName(listOf('applications'), Object.fromEntries(filled));
}
