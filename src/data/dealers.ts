import type { BureauKind, BureauTerms } from '@/core/authority/bureau';
import type { Db } from './db';

/** The dealer of a make, as his prices are known here. */
export interface DealerRow {
  readonly makeId: string;
  readonly make: string;
  readonly name: string;
  readonly labourMinor: number;
  readonly programmingMinor: number;
  readonly cutMinor: number | null;
  readonly keyMarkupPercent: number;
  readonly workingDays: number;
  readonly lateDays: number;
  readonly towKm: number;
  /** By its name on the roads; null where it is not said. */
  readonly place: string | null;
}

export async function listDealers(db: Db): Promise<DealerRow[]> {
  const { rows } = await db.query<DealerRow>(
    `SELECT d.make_id AS "makeId", m.name AS make, d.name, d.labour_minor AS "labourMinor",
       d.programming_minor AS "programmingMinor", d.cut_minor AS "cutMinor", d.key_markup_percent AS "keyMarkupPercent",
       d.working_days AS "workingDays", d.late_days AS "lateDays", d.tow_km::float8 AS "towKm", d.place
     FROM dealer d JOIN make m ON m.id = d.make_id ORDER BY m.name`,
  );
  return rows;
}

/** Stores the dealer of a make in place of the one before. */
export async function upsertDealer(db: Db, dealer: Omit<DealerRow, 'make'>): Promise<void> {
  await db.query(
    `INSERT INTO dealer (make_id, name, labour_minor, programming_minor, cut_minor, key_markup_percent, working_days,
       late_days, tow_km, place) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)
     ON CONFLICT (make_id) DO UPDATE SET name = excluded.name, labour_minor = excluded.labour_minor,
       programming_minor = excluded.programming_minor, cut_minor = excluded.cut_minor,
       key_markup_percent = excluded.key_markup_percent, working_days = excluded.working_days,
       late_days = excluded.late_days, tow_km = excluded.tow_km, place = excluded.place`,
    [
      dealer.makeId,
      dealer.name,
      dealer.labourMinor,
      dealer.programmingMinor,
      dealer.cutMinor,
      dealer.keyMarkupPercent,
      dealer.workingDays,
      dealer.lateDays,
      dealer.towKm,
      dealer.place,
    ],
  );
}

export async function deleteDealer(db: Db, makeId: string): Promise<boolean> {
  return (await db.query('DELETE FROM dealer WHERE make_id = $1', [makeId])).rowCount === 1;
}

/** Sets what the code service is asked for and on which terms; what is not named is asked no more. */
export async function replaceCodeService(
  db: Db,
  services: readonly (BureauTerms & { readonly kind: BureauKind })[],
): Promise<void> {
  await db.query('UPDATE code_service SET offered = false WHERE NOT kind = ANY($1)', [
    services.map(({ kind }) => kind),
  ]);
  for (const { kind, feeMinor, minutesFrom, minutesTo, failurePercent } of services)
    await db.query(
      `INSERT INTO code_service (kind, fee_minor, minutes_from, minutes_to, failure_percent) VALUES ($1, $2, $3, $4, $5)
       ON CONFLICT (kind) DO UPDATE SET fee_minor = excluded.fee_minor, minutes_from = excluded.minutes_from,
         minutes_to = excluded.minutes_to, failure_percent = excluded.failure_percent, offered = true`,
      [kind, feeMinor, minutesFrom, minutesTo, failurePercent],
    );
}
