import type { Ladder, LadderStep } from '@/core/pellet/ladder';
import type { Db } from './db';

interface StepRow extends Omit<LadderStep, 'replaced'> {
  readonly platformId: string;
  readonly platform: string;
  readonly tolerancePercent: number;
  readonly lockoutSeconds: number;
  readonly replacedBy: number | null;
  readonly replacedFrom: number | null;
  readonly replacedTo: number | null;
}

/** Every ladder that the library has, each with its steps rising in ohms. */
export async function listLadders(db: Db): Promise<Ladder[]> {
  const { rows } = await db.query<StepRow>(`${steps} ORDER BY p.name, s.ohms, s.step`);
  return laddersOf(rows).map(([, ladder]) => ladder);
}

/** The ladders of those of these platforms that have one, by id. */
export async function findLadders(db: Db, platformIds: readonly string[]): Promise<Map<string, Ladder>> {
  if (platformIds.length === 0) return new Map();
  const { rows } = await db.query<StepRow>(
    `${steps} AND p.chip_family = 'PEL' AND p.id = ANY($1) ORDER BY p.name, s.ohms, s.step`,
    [platformIds],
  );
  return new Map(laddersOf(rows));
}

/** The ladder of the car that was chosen for a job; null where it has none. */
export async function findLadderOfJob(db: Db, jobId: string): Promise<Ladder | null> {
  const { rows } = await db.query<StepRow>(
    `${steps} AND p.chip_family = 'PEL' AND p.id = (
       SELECT a.platform_id FROM job j JOIN application a ON a.id = j.application_id WHERE j.id = $1)
     ORDER BY s.ohms, s.step`,
    [jobId],
  );
  return laddersOf(rows)[0]?.[1] ?? null;
}

const steps = `SELECT p.id AS "platformId", p.name AS platform, p.pellet_tolerance_percent::float8 AS "tolerancePercent",
       p.lockout_seconds AS "lockoutSeconds", s.step, s.ohms::float8 AS ohms, s.from_year AS "fromYear",
       s.to_year AS "toYear", s.profile, s.replaced_by AS "replacedBy", s.replaced_from_year AS "replacedFrom",
       s.replaced_to_year AS "replacedTo"
     FROM pellet_step s JOIN platform p ON p.id = s.platform_id
  WHERE p.lockout_seconds IS NOT NULL`;

/** Rows of steps, put together by platform. */
function laddersOf(rows: readonly StepRow[]): [string, Ladder][] {
  const ladders = new Map<string, Ladder & { steps: LadderStep[] }>();
  for (const {
    platformId,
    platform,
    tolerancePercent,
    lockoutSeconds,
    replacedBy,
    replacedFrom,
    replacedTo,
    ...step
  } of rows) {
    const ladder = ladders.get(platformId) ?? { platform, tolerancePercent, lockoutSeconds, steps: [] };
    ladders.set(platformId, ladder);
    ladder.steps.push({
      ...step,
      replaced:
        replacedBy === null || replacedFrom === null || replacedTo === null
          ? null
          : { by: replacedBy, fromYear: replacedFrom, toYear: replacedTo },
    });
  }
  return [...ladders];
}
