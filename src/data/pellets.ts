import type { Ladder, LadderStep } from '@/core/pellet/ladder';
import type { Db } from './db';

interface StepRow extends Omit<LadderStep, 'replaced'> {
  readonly platform: string;
  readonly tolerancePercent: number;
  readonly lockoutSeconds: number;
  readonly replacedBy: number | null;
  readonly replacedFrom: number | null;
  readonly replacedTo: number | null;
}

/** Every ladder that the library has, each with its steps rising in ohms. */
export async function listLadders(db: Db): Promise<Ladder[]> {
  const { rows } = await db.query<StepRow>(
    `SELECT p.name AS platform, p.pellet_tolerance_percent::float8 AS "tolerancePercent",
       p.lockout_seconds AS "lockoutSeconds", s.step, s.ohms::float8 AS ohms, s.from_year AS "fromYear",
       s.to_year AS "toYear", s.profile, s.replaced_by AS "replacedBy", s.replaced_from_year AS "replacedFrom",
       s.replaced_to_year AS "replacedTo"
     FROM pellet_step s JOIN platform p ON p.id = s.platform_id
     WHERE p.lockout_seconds IS NOT NULL ORDER BY p.name, s.ohms, s.step`,
  );
  const ladders = new Map<string, Ladder & { steps: LadderStep[] }>();
  for (const {
    platform,
    tolerancePercent,
    lockoutSeconds,
    replacedBy,
    replacedFrom,
    replacedTo,
    ...step
  } of rows) {
    const ladder = ladders.get(platform) ?? { platform, tolerancePercent, lockoutSeconds, steps: [] };
    ladders.set(platform, ladder);
    ladder.steps.push({
      ...step,
      replaced:
        replacedBy === null || replacedFrom === null || replacedTo === null
          ? null
          : { by: replacedBy, fromYear: replacedFrom, toYear: replacedTo },
    });
  }
  return [...ladders.values()];
}

/** The ladders of those of these platforms that have one, by id. */
export async function findLadders(db: Db, platformIds: readonly string[]): Promise<Map<string, Ladder>> {
  if (platformIds.length === 0) return new Map();
  const { rows } = await db.query<{ id: string; name: string }>(
    `SELECT id, name FROM platform WHERE id = ANY($1) AND chip_family = 'PEL'`,
    [platformIds],
  );
  if (rows.length === 0) return new Map();
  const ladders = new Map((await listLadders(db)).map((ladder) => [ladder.platform, ladder]));
  return new Map(
    rows.flatMap(({ id, name }) => {
      const ladder = ladders.get(name);
      return ladder ? [[id, ladder] as const] : [];
    }),
  );
}
