import type { Db } from '../db';

/** A car that a job met and the library has no model for. */
export interface UnknownCar {
  readonly job: number;
  readonly make: string | null;
  /** As the caller called it. */
  readonly words: string;
  readonly year: number | null;
  /** Facts as found, and articles priced by hand. */
  readonly facts: Readonly<Record<string, string>>;
  readonly articles: readonly string[];
}

/** Cars of jobs without a model, the newest first. */
export async function listUnknownCars(db: Db, most: number): Promise<UnknownCar[]> {
  const result = await db.query<UnknownCar>(
    `SELECT j.number AS job, mk.name AS make, j.car_words AS words, j.year,
       coalesce((SELECT jsonb_object_agg(f.kind, f.value) FROM job_fact f WHERE f.job_id = j.id), '{}') AS facts,
       coalesce(jsonb_path_query_array(t.hand, '$.articles[*].article'), '[]') AS articles
     FROM job j LEFT JOIN make mk ON mk.id = j.make_id LEFT JOIN quote_terms t ON t.job_id = j.id
     WHERE j.model_id IS NULL AND j.car_words <> '' ORDER BY j.number DESC LIMIT $1`,
    [most],
  );
  return result.rows;
}
