import { type Evidence, type ObservedFact, observedFacts } from '@/core/catalogue/conflicts';
import type { Generation } from '@/core/identify/library-gaps';
import type { Db } from '../db';

interface EvidenceRow {
  readonly jobNumber: number;
  readonly applicationId: string;
  readonly kind: ObservedFact;
  readonly value: string;
  readonly year: number | null;
  readonly built: string | null;
}

/**
 * Facts that closed jobs observed of applications, without those that somebody settled already.
 * @param applicationIds null for all
 */
export async function listEvidence(db: Db, applicationIds: readonly string[] | null): Promise<Evidence[]> {
  const result = await db.query<EvidenceRow>(
    `SELECT j.number AS "jobNumber", j.application_id AS "applicationId", f.kind, f.value,
       coalesce((SELECT y.value::int FROM job_fact y WHERE y.job_id = j.id AND y.kind = 'modelYear' AND y.value ~ '^[0-9]{4}$'), j.year) AS year,
       (SELECT b.value FROM job_fact b WHERE b.job_id = j.id AND b.kind = 'buildMonth') AS built
     FROM job j JOIN job_fact f ON f.job_id = j.id
     WHERE j.closed_at IS NOT NULL AND j.application_id IS NOT NULL AND f.kind = ANY($1)
       AND ($2::uuid[] IS NULL OR j.application_id = ANY($2))
       AND NOT EXISTS (SELECT 1 FROM conflict_settled s
         WHERE s.application_id = j.application_id AND s.kind = f.kind AND s.job_id = j.id)
     ORDER BY j.number`,
    [observedFacts, applicationIds],
  );
  return result.rows.map(({ built, ...row }) => ({ ...row, built: monthOf(built) }));
}

function monthOf(text: string | null): Evidence['built'] {
  const found = text === null ? null : /^(\d{4})-(\d{2})$/.exec(text);
  return found ? { year: Number(found[1]), month: Number(found[2]) } : null;
}

/** Found minus stated model year of closed jobs that have both. */
export async function listYearErrors(db: Db): Promise<number[]> {
  const result = await db.query<{ error: number }>(
    `SELECT f.value::int - j.year AS error FROM job j JOIN job_fact f ON f.job_id = j.id AND f.kind = 'modelYear'
     WHERE j.closed_at IS NOT NULL AND j.year IS NOT NULL AND f.value ~ '^[0-9]{4}$' ORDER BY j.number DESC LIMIT 1000`,
  );
  return result.rows.map(({ error }) => error);
}

/** The generations of a make, or of all. */
export async function listGenerations(db: Db, make: string | null): Promise<Generation[]> {
  const result = await db.query<Generation>(
    `SELECT mk.name AS make, md.name AS model, g.name, g.market, g.from_year AS "fromYear", g.to_year AS "toYear"
     FROM generation g JOIN model md ON md.id = g.model_id JOIN make mk ON mk.id = md.make_id
     WHERE $1::text IS NULL OR mk.name = $1 ORDER BY mk.name, md.name, g.market, g.from_year`,
    [make],
  );
  return result.rows;
}

/** Leaves a conflict as it is: the jobs that contradicted are not counted any more. */
export async function settleConflict(
  db: Db,
  settled: {
    readonly applicationId: string;
    readonly kind: ObservedFact;
    readonly jobNumbers: readonly number[];
    readonly reason: string;
    readonly at: Date;
    readonly personId: string;
  },
): Promise<void> {
  await db.query(
    `INSERT INTO conflict_settled (application_id, kind, job_id, reason, at, by_id)
     SELECT $1, $2, j.id, $4, $5, $6 FROM job j WHERE j.number = ANY($3) ON CONFLICT DO NOTHING`,
    [settled.applicationId, settled.kind, settled.jobNumbers, settled.reason, settled.at, settled.personId],
  );
}

export interface EntryTried {
  readonly entry: string;
  readonly jobNumber: number;
  readonly make: string;
  readonly model: string;
  readonly year: number | null;
  readonly outcome: string;
  readonly by: string;
}

/** Entries of tools that closed jobs on a platform used, newest first. */
export async function listEntriesTried(db: Db, platformId: string): Promise<EntryTried[]> {
  const result = await db.query<EntryTried>(
    `SELECT f.value AS entry, j.number AS "jobNumber", mk.name AS make, md.name AS model, j.year, j.outcome, p.name AS by
     FROM job_fact f JOIN job j ON j.id = f.job_id JOIN application a ON a.id = j.application_id
     JOIN model md ON md.id = j.model_id JOIN make mk ON mk.id = md.make_id JOIN person p ON p.id = f.found_by
     WHERE f.kind = 'toolEntry' AND j.closed_at IS NOT NULL AND a.platform_id = $1 ORDER BY j.number DESC LIMIT 20`,
    [platformId],
  );
  return result.rows;
}
