import type { KeywaySpec } from '@/core/blade/keyway';
import { keywaysOf, metalColumns } from '@/core/blade/keyway-rows';
import type { CarLock } from '@/core/catalogue/locks';
import type { Db } from './db';
import { listRowsNamed } from './library/list-rows';

/** A keyway with its metal, by its name; undefined where there is none of it. */
export async function findKeyway(db: Db, name: string): Promise<KeywaySpec | undefined> {
  return keywaysOf(await listRowsNamed(db, metalColumns, [name])).get(name);
}

/** The names of all keyways. */
export async function listKeywayNames(db: Db): Promise<string[]> {
  const found = await db.query<{ name: string }>('SELECT name FROM keyway ORDER BY name');
  return found.rows.map(({ name }) => name);
}

/** The locks of the generation that an application is of, for the keyway of its blank. */
export async function listLocksOf(db: Db, applicationId: string): Promise<CarLock[]> {
  const found = await db.query<CarLock>(
    `SELECT l.lock, l.seen, l.spaces, l.number_at AS "numberAt", l.covered_by AS "coveredBy", l.tool,
       l.must_not_fall AS "mustNotFall", l.goes_back AS "goesBack"
     FROM application a JOIN blank b ON b.article = a.blank
       JOIN car_lock l ON l.generation_id = a.generation_id AND l.keyway_id = b.keyway_id
     WHERE a.id = $1`,
    [applicationId],
  );
  return found.rows;
}

/** What closed jobs found of the locks of the same generation, the newest first. */
export interface LockFact {
  readonly jobNumber: number;
  readonly kind: 'lockSpaces' | 'numberPlace';
  readonly value: string;
}

export async function listLockFacts(db: Db, applicationId: string): Promise<LockFact[]> {
  const found = await db.query<LockFact>(
    `SELECT j.number AS "jobNumber", f.kind, f.value
     FROM application a JOIN application same ON same.generation_id = a.generation_id
       JOIN job j ON j.application_id = same.id JOIN job_fact f ON f.job_id = j.id
     WHERE a.id = $1 AND f.kind IN ('lockSpaces', 'numberPlace') AND j.closed_at IS NOT NULL
     ORDER BY j.number DESC LIMIT 12`,
    [applicationId],
  );
  return found.rows;
}
