import { fewestDigits, type KnownCar } from '@/core/job/known-car';
import type { Db } from './db';

/** A job of a caller or of a car, before its day and the words for its car are made. */
export type KnownJob = Omit<KnownCar, 'day' | 'car'> & {
  readonly id: string;
  readonly openedAt: Date;
  readonly make: string | null;
  readonly model: string | null;
};

/** Jobs whose customer's number ends alike, or of one VIN, the newest first. */
export async function listKnownJobs(
  db: Db,
  { digits, vin, limit }: { readonly digits: string; readonly vin: string | null; readonly limit: number },
): Promise<KnownJob[]> {
  const result = await db.query<KnownJob>(
    `SELECT j.id, j.number AS "jobNumber", j.opened_at AS "openedAt", c.name, c.phone, j.make_id AS "makeId",
       j.model_id AS "modelId", mk.name AS make, md.name AS model, j.car_words AS "carWords", j.year, j.ignition, j.vin, j.why,
       j.route, j.outcome,
       coalesce((SELECT jsonb_agg(jsonb_build_object('presence', k.presence, 'madeHere', k.made_here) ORDER BY k.tag)
         FROM job_key k WHERE k.job_id = j.id), '[]') AS keys
     FROM job j JOIN customer c ON c.id = j.customer_id LEFT JOIN make mk ON mk.id = j.make_id
     LEFT JOIN model md ON md.id = j.model_id
     WHERE (length($1) >= $4 AND c.phone IS NOT NULL
         AND right(regexp_replace(c.phone, '[^0-9]', '', 'g'), 7) = right($1, 7))
       OR ($2::text IS NOT NULL AND j.vin = $2)
     ORDER BY j.number DESC LIMIT $3`,
    [digits, vin, limit, fewestDigits],
  );
  return result.rows;
}
