import type { CauseBook } from '@/core/procedure/causes/causes';
import type { Procedure, Procedures } from '@/core/procedure/document/procedure';
import type { Db } from './db';

/** Every procedure of the library, by name. */
export async function listProcedures(db: Db): Promise<Procedures> {
  const found = await db.query<{ name: string; body: Procedure }>(
    'SELECT name, body FROM procedure ORDER BY name',
  );
  return Object.fromEntries(found.rows.map(({ name, body }) => [name, body]));
}

/** What the library knows of causes, and where to look for them. */
export async function findCauseBook(db: Db): Promise<CauseBook> {
  const causes = await db.query<{ name: string; says: string; remedy: string }>(
    'SELECT name, says, remedy FROM cause ORDER BY name',
  );
  const looks = await db.query<{
    name: string;
    asks: string;
    seconds: number;
    otherwise: number;
    tells: Readonly<Record<string, number>>;
  }>(
    `SELECT l.name, l.asks, l.seconds::float8, l.otherwise::float8,
            coalesce(json_object_agg(t.cause, t.chance) FILTER (WHERE t.cause IS NOT NULL), '{}') AS tells
     FROM look l LEFT JOIN look_tell t ON t.look = l.name GROUP BY l.name ORDER BY l.name`,
  );
  return { causes: causes.rows, looks: looks.rows };
}

/** Ways of platforms that a procedure leads through, with what it is filled in with. */
export interface ProcedureUse {
  readonly platform: string;
  readonly way: string;
  readonly filledIn: string | null;
}

/** The ways that a procedure leads through. */
export async function listProcedureUses(db: Db, name: string): Promise<ProcedureUse[]> {
  const found = await db.query<ProcedureUse>(
    `SELECT p.name AS platform, m.kind AS way, m.arguments AS "filledIn"
     FROM platform_method m JOIN platform p ON p.id = m.platform_id WHERE m.procedure = $1 ORDER BY p.name, m.kind`,
    [name],
  );
  return found.rows;
}

/** The versions of a procedure that ever stood, the latest first. */
export async function listProcedureVersions(
  db: Db,
  name: string,
): Promise<{ version: number; body: Procedure }[]> {
  const found = await db.query<{ version: number; body: Procedure }>(
    "SELECT version, body FROM document_version WHERE kind = 'procedure' AND name = $1 ORDER BY version DESC",
    [name],
  );
  return found.rows;
}

/** How a way of a platform is led through: by which procedure, filled in with what, and in which versions all of them stand. */
export async function findProcedureOfWay(
  db: Db,
  platformId: string,
  way: string,
): Promise<{
  readonly procedure: string | null;
  readonly filledIn: string | null;
  readonly versions: Readonly<Record<string, number>>;
}> {
  const found = await db.query<{
    procedure: string | null;
    filledIn: string | null;
    versions: Record<string, number> | null;
  }>(
    `SELECT m.procedure, m.arguments AS "filledIn", (SELECT json_object_agg(name, version) FROM procedure) AS versions
     FROM platform_method m WHERE m.platform_id = $1 AND m.kind = $2`,
    [platformId, way],
  );
  const row = found.rows[0];
  return {
    procedure: row?.procedure ?? null,
    filledIn: row?.filledIn ?? null,
    versions: row?.versions ?? {},
  };
}
