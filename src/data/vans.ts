import type { Tool, ToolRight } from '@/core/programming/van-kit';
import type { Db } from './db';

export interface VanRow {
  readonly id: string;
  readonly name: string;
  readonly powerSupply: boolean;
  readonly tools: readonly Tool[];
  readonly rights: readonly ToolRight[];
}

/** The vans with their tools, cover and rights. */
export async function listVans(db: Db): Promise<VanRow[]> {
  const vans = await db.query<{ id: string; name: string; powerSupply: boolean }>(
    'SELECT id, name, power_supply AS "powerSupply" FROM van ORDER BY name',
  );
  const tools = await db.query<Tool & { vanId: string }>(
    `SELECT t.van_id AS "vanId", t.name, t.edition, t.state,
       coalesce(jsonb_agg(jsonb_build_object('platformId', c.platform_id, 'method', c.method, 'market', c.market,
         'right', c.right_name)
         ORDER BY c.platform_id, c.method, c.market) FILTER (WHERE c.tool_id IS NOT NULL), '[]') AS cover
     FROM tool t LEFT JOIN tool_cover c ON c.tool_id = t.id
     GROUP BY t.id ORDER BY t.state DESC, t.name`,
  );
  const rights = await db.query<ToolRight & { vanId: string }>(
    `SELECT van_id AS "vanId", name, kind, credits, use_minor AS "useMinor", expires_on::text AS "expiresOn" FROM tool_right ORDER BY name`,
  );
  return vans.rows.map((van) => ({
    ...van,
    tools: tools.rows.filter(({ vanId }) => vanId === van.id).map(({ vanId: _, ...tool }) => tool),
    rights: rights.rows.filter(({ vanId }) => vanId === van.id).map(({ vanId: _, ...right }) => right),
  }));
}
