import type { Meter } from '@/core/pellet/meter';
import type { Db } from './db';

export interface MeterRow extends Meter {
  readonly id: string;
}

/** The meters of the shop, the truest first. */
export async function listMeters(db: Db): Promise<MeterRow[]> {
  const { rows } = await db.query<MeterRow>(
    `SELECT id, name, accuracy_percent::float8 AS "accuracyPercent", accuracy_digits AS "accuracyDigits", counts,
       ranges::float8[] AS ranges, lead_ohms::float8 AS "leadOhms"
     FROM meter ORDER BY accuracy_percent, name`,
  );
  return rows;
}

/** Stores a meter under its id; false where another has its name. */
export async function upsertMeter(db: Db, meter: MeterRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO meter (id, name, accuracy_percent, accuracy_digits, counts, ranges, lead_ohms)
     SELECT $1::uuid, $2::text, $3::numeric, $4::int, $5::int, $6::numeric[], $7::numeric
     WHERE NOT EXISTS (SELECT FROM meter WHERE name = $2 AND id <> $1)
     ON CONFLICT (id) DO UPDATE SET name = excluded.name, accuracy_percent = excluded.accuracy_percent,
       accuracy_digits = excluded.accuracy_digits, counts = excluded.counts, ranges = excluded.ranges,
       lead_ohms = excluded.lead_ohms`,
    [
      meter.id,
      meter.name,
      meter.accuracyPercent,
      meter.accuracyDigits,
      meter.counts,
      meter.ranges,
      meter.leadOhms,
    ],
  );
  return rowCount === 1;
}

export async function deleteMeter(db: Db, id: string): Promise<boolean> {
  return (await db.query('DELETE FROM meter WHERE id = $1', [id])).rowCount === 1;
}
