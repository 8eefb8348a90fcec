import type { VinContext } from '@/core/vin/examine';
import type { MakerId } from '@/core/vin/maker';
import type { Db } from './db';
import { together } from './together';

/** What the library knows of VINs: maker identifiers, and what each market demands. */
export async function readVinRules(db: Db): Promise<Pick<VinContext, 'makerIds' | 'markets'>> {
  const [ids, markets] = await together(
    db,
    (db) =>
      db.query<MakerId>(
        'SELECT i.code, m.name AS make, i.market FROM maker_id i JOIN make m ON m.id = i.make_id ORDER BY i.code',
      ),
    (db) =>
      db.query<{
        name: string;
        checkDigit: VinContext['markets'][string]['checkDigit'];
        yearPlace: boolean;
      }>('SELECT name, check_digit AS "checkDigit", year_place AS "yearPlace" FROM market'),
  );
  return {
    makerIds: ids.rows,
    markets: Object.fromEntries(markets.rows.map(({ name, ...rules }) => [name, rules])),
  };
}

/** Whole VINs that jobs have met, which tell how often a part fits by chance. */
export async function listKnownVins(db: Db): Promise<{ vin: string; jobNumber: number }[]> {
  const result = await db.query<{ vin: string; jobNumber: number }>(
    `SELECT vin, max(number) AS "jobNumber" FROM job WHERE length(vin) = 17 GROUP BY vin ORDER BY 2 DESC LIMIT 5000`,
  );
  return result.rows;
}
