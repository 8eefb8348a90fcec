import type { Tool, ToolCover, ToolRight } from '@/core/programming/van-kit';
import { type Db, onlyRow } from './db';
import { together } from './together';

export interface VanRow {
  readonly id: string;
  readonly name: string;
  readonly powerSupply: boolean;
  /** Kinds of blade its machine cuts, by the first words of the profile. */
  readonly cuts: readonly string[];
  /** Where it stands when it is with nobody, by its name on the roads; null for the workshop. */
  readonly standsAt: string | null;
  readonly tools: readonly Tool[];
  readonly rights: readonly ToolRight[];
}

/** A van of this name that was given up. */
export async function findGivenUpVan(db: Db, name: string): Promise<string | undefined> {
  const { rows } = await db.query<{ id: string }>(
    'SELECT id FROM van WHERE lower(name) = lower($1) AND retired_on IS NOT NULL',
    [name],
  );
  return rows[0]?.id;
}

/** Adds a van, names one anew, drives one again; false where another has its name, also one that was given up. */
export async function upsertVan(db: Db, id: string, name: string, standsAt: string | null): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO van (id, name, stands_at) SELECT $1::uuid, $2::text, $3
     WHERE NOT EXISTS (SELECT FROM van WHERE lower(name) = lower($2) AND id <> $1)
     ON CONFLICT (id) DO UPDATE SET name = excluded.name, stands_at = excluded.stands_at, retired_on = NULL`,
    [id, name, standsAt],
  );
  return rowCount === 1;
}

/** What still hangs on a van: open jobs, visits to come, pieces that lie in it. */
export interface HangsOnVan {
  readonly jobs: readonly number[];
  readonly visits: number;
  readonly pieces: number;
}

export async function findHangsOnVan(db: Db, id: string, at: Date): Promise<HangsOnVan> {
  const result = await db.query<HangsOnVan>(
    `SELECT ARRAY(SELECT number FROM job WHERE van_id = $1 AND closed_at IS NULL ORDER BY number) AS jobs,
       (SELECT count(*)::int FROM visit WHERE van_id = $1 AND upper(during) > $2 AND state <> 'over') AS visits,
       (SELECT coalesce(sum(abs(pile.pieces)), 0)::int FROM (SELECT sum(quantity) AS pieces FROM stock_movement
         WHERE van_id = $1 GROUP BY article, state, grade) pile) AS pieces`,
    [id, at],
  );
  return onlyRow(result);
}

export async function retireVan(db: Db, id: string, day: string): Promise<boolean> {
  const { rowCount } = await db.query('UPDATE van SET retired_on = $2 WHERE id = $1 AND retired_on IS NULL', [
    id,
    day,
  ]);
  return rowCount === 1;
}

export async function setEquipment(
  db: Db,
  vanId: string,
  { powerSupply, cuts }: Pick<VanRow, 'powerSupply' | 'cuts'>,
): Promise<void> {
  await db.query('UPDATE van SET power_supply = $2, cuts = $3 WHERE id = $1', [vanId, powerSupply, cuts]);
}

/** Adds a tool or changes the one of this name on the van. */
export async function upsertTool(
  db: Db,
  tool: {
    readonly id: string;
    readonly vanId: string;
    readonly name: string;
    readonly edition: string;
    readonly state: Tool['state'];
  },
): Promise<void> {
  await db.query(
    `INSERT INTO tool (id, van_id, name, edition, state) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (van_id, name) DO UPDATE SET edition = excluded.edition, state = excluded.state`,
    [tool.id, tool.vanId, tool.name, tool.edition, tool.state],
  );
}

export async function deleteTool(db: Db, vanId: string, name: string): Promise<boolean> {
  await db.query(
    'DELETE FROM tool_cover WHERE tool_id IN (SELECT id FROM tool WHERE van_id = $1 AND name = $2)',
    [vanId, name],
  );
  return (await db.query('DELETE FROM tool WHERE van_id = $1 AND name = $2', [vanId, name])).rowCount === 1;
}

/** Replaces what a tool covers on one platform. */
export async function replaceCover(
  db: Db,
  {
    vanId,
    tool,
    platformId,
    cover,
  }: {
    readonly vanId: string;
    readonly tool: string;
    readonly platformId: string;
    readonly cover: readonly Omit<ToolCover, 'platformId'>[];
  },
): Promise<boolean> {
  const found = await db.query<{ id: string }>(
    'SELECT id FROM tool WHERE van_id = $1 AND name = $2 FOR UPDATE',
    [vanId, tool],
  );
  const id = found.rows[0]?.id;
  if (id === undefined) return false;
  await db.query('DELETE FROM tool_cover WHERE tool_id = $1 AND platform_id = $2', [id, platformId]);
  for (const { method, market, right } of cover)
    await db.query(
      'INSERT INTO tool_cover (tool_id, platform_id, method, market, right_name) VALUES ($1, $2, $3, $4, $5)',
      [id, platformId, method, market, right],
    );
  return true;
}

export async function upsertRight(db: Db, vanId: string, id: string, right: ToolRight): Promise<void> {
  await db.query(
    `INSERT INTO tool_right (id, van_id, name, kind, credits, use_minor, expires_on, buy_minor)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8)
     ON CONFLICT (van_id, name) DO UPDATE SET kind = excluded.kind, credits = excluded.credits,
       use_minor = excluded.use_minor, expires_on = excluded.expires_on, buy_minor = excluded.buy_minor`,
    [
      id,
      vanId,
      right.name,
      right.kind,
      right.credits,
      right.useMinor,
      right.expiresOn,
      right.buyMinor ?? null,
    ],
  );
}

export async function deleteRight(db: Db, vanId: string, name: string): Promise<boolean> {
  return (
    (await db.query('DELETE FROM tool_right WHERE van_id = $1 AND name = $2', [vanId, name])).rowCount === 1
  );
}

/** The vans that are driven, with their tools, cover and rights. */
export async function listVans(db: Db): Promise<VanRow[]> {
  const [vans, tools, rights] = await together(
    db,
    (db) =>
      db.query<Pick<VanRow, 'id' | 'name' | 'powerSupply' | 'cuts' | 'standsAt'>>(
        'SELECT id, name, power_supply AS "powerSupply", cuts, stands_at AS "standsAt" FROM van WHERE retired_on IS NULL ORDER BY name',
      ),
    (db) =>
      db.query<Tool & { vanId: string }>(
        `SELECT t.van_id AS "vanId", t.name, t.edition, t.state,
           coalesce(jsonb_agg(jsonb_build_object('platformId', c.platform_id, 'method', c.method, 'market', c.market,
             'right', c.right_name)
             ORDER BY c.platform_id, c.method, c.market) FILTER (WHERE c.tool_id IS NOT NULL), '[]') AS cover
         FROM tool t LEFT JOIN tool_cover c ON c.tool_id = t.id
         GROUP BY t.id ORDER BY t.state DESC, t.name`,
      ),
    (db) =>
      db.query<ToolRight & { vanId: string }>(
        `SELECT van_id AS "vanId", name, kind, credits, use_minor AS "useMinor", buy_minor AS "buyMinor",
           expires_on::text AS "expiresOn" FROM tool_right ORDER BY name`,
      ),
  );
  return vans.rows.map((van) => ({
    ...van,
    tools: tools.rows.filter(({ vanId }) => vanId === van.id).map(({ vanId: _, ...tool }) => tool),
    rights: rights.rows.filter(({ vanId }) => vanId === van.id).map(({ vanId: _, ...right }) => right),
  }));
}
