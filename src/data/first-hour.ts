import type { FirstStep } from '@/core/kinds/first-hour';
import { type Db, onlyRow } from './db';

export type StepSaid = Partial<Record<FirstStep, 'done' | 'skipped'>>;

/** What of the shop shows that steps of its first hour were done, and what somebody said of them. */
export async function readFirstHour(
  db: Db,
): Promise<{ readonly found: Partial<Record<FirstStep, boolean>>; readonly said: StepSaid }> {
  const result = await db.query<{ found: Partial<Record<FirstStep, boolean>>; said: StepSaid }>(
    `SELECT jsonb_build_object(
         'firm', EXISTS (SELECT FROM shop WHERE phone <> '' OR mail <> '' OR address <> ''),
         'vans', EXISTS (SELECT FROM van WHERE retired_on IS NULL),
         'tools', EXISTS (SELECT FROM tool),
         'charges', EXISTS (SELECT FROM price_book),
         'sells', EXISTS (SELECT FROM supplier_price),
         'library', EXISTS (SELECT FROM application)) AS found,
       (SELECT coalesce(jsonb_object_agg(step, state), '{}') FROM first_hour) AS said`,
  );
  return onlyRow(result);
}

/** Notes what somebody said of a step; `open` takes it back. */
export async function noteFirstStep(
  db: Db,
  step: FirstStep,
  state: 'open' | 'done' | 'skipped',
): Promise<void> {
  if (state === 'open') await db.query('DELETE FROM first_hour WHERE step = $1', [step]);
  else
    await db.query(
      `INSERT INTO first_hour (step, state) VALUES ($1, $2) ON CONFLICT (step) DO UPDATE SET state = excluded.state`,
      [step, state],
    );
}

/** A car of the library in words, and a place, to try a price with. */
export async function findTrialWords(
  db: Db,
): Promise<{ readonly car: string | null; readonly place: string | null }> {
  const result = await db.query<{ car: string | null; place: string | null }>(
    `SELECT (SELECT concat_ws(' ', mk.name, md.name, a.from_year) FROM application a
         JOIN generation g ON g.id = a.generation_id JOIN model md ON md.id = g.model_id JOIN make mk ON mk.id = md.make_id
         ORDER BY a.from_year DESC, a.id LIMIT 1) AS car,
       (SELECT name FROM place ORDER BY distance_km, name LIMIT 1) AS place`,
  );
  return onlyRow(result);
}
