import type { Remote } from '@/core/catalogue/application';
import type { Universal } from '@/core/catalogue/equivalents';
import type { Db } from './db';

export interface LookAlikeRow {
  readonly article: string;
  readonly other: string;
  readonly tell: string;
  readonly consequence: string;
}

/** What could be taken for one of the articles, from either side. */
export async function listLookAlikes(db: Db, articles: readonly string[]): Promise<LookAlikeRow[]> {
  const result = await db.query<LookAlikeRow>(
    `SELECT article, other, tell, consequence FROM look_alike WHERE article = ANY($1)
     UNION SELECT other, article, tell, consequence FROM look_alike WHERE other = ANY($1) ORDER BY 1, 2`,
    [articles],
  );
  return result.rows;
}

/** The signs of chips by article, for drawing them. */
export async function listChipSigns(
  db: Db,
  articles: readonly string[],
): Promise<Record<string, { mark: string; sign: string }>> {
  const result = await db.query<{ article: string; mark: string; sign: string }>(
    'SELECT article, mark, sign FROM chip WHERE article = ANY($1)',
    [articles],
  );
  return Object.fromEntries(result.rows.map(({ article, ...chip }) => [article, chip]));
}

export type RemoteWithChip = Remote & { readonly chip: string };

const remoteColumns = `r.article, r.buttons, r.frequency_mhz::float8 AS "frequencyMhz", r.board, r.badge,
  r.layout, r.seat, r.retainer, coalesce(r.chip, 'none') AS chip`;

export async function listRemotes(db: Db, articles: readonly string[]): Promise<RemoteWithChip[]> {
  const result = await db.query<RemoteWithChip>(
    `SELECT ${remoteColumns} FROM remote r WHERE r.article = ANY($1) ORDER BY r.article`,
    [articles],
  );
  return result.rows;
}

/** Remotes that are the same under another badge, whichever of the two the list names first. */
export async function listEquals(
  db: Db,
  articles: readonly string[],
): Promise<(RemoteWithChip & { readonly equalOf: string; readonly note: string | null })[]> {
  const result = await db.query<RemoteWithChip & { equalOf: string; note: string | null }>(
    `SELECT ${remoteColumns}, pair.own AS "equalOf", pair.note
     FROM (SELECT article AS own, equivalent AS other, note FROM equal_article WHERE article = ANY($1)
           UNION SELECT equivalent, article, note FROM equal_article WHERE equivalent = ANY($1)) pair
     JOIN remote r ON r.article = pair.other ORDER BY pair.own, r.article`,
    [articles],
  );
  return result.rows;
}

export interface UniversalRow extends Universal {
  /** The remote that the profile is for. */
  readonly remote: string;
  readonly cell: string | null;
  readonly profile: string;
  readonly shells: string | null;
}

/** Universal remotes that have a profile for one of the remotes. */
export async function listUniversals(db: Db, remotes: readonly string[]): Promise<UniversalRow[]> {
  const result = await db.query<UniversalRow>(
    `SELECT u.article, u.families, u.frequencies_mhz::float8[] AS "frequenciesMhz", u.layout, u.cell, p.remote,
       p.profile, p.shells
     FROM universal_profile p JOIN universal u ON u.article = p.universal WHERE p.remote = ANY($1)
     ORDER BY p.remote, u.article`,
    [remotes],
  );
  return result.rows;
}

/** Chips that can be set to be of one of several families. */
export async function listMultiTypeChips(
  db: Db,
): Promise<{ readonly article: string; readonly families: readonly string[]; readonly setting: string }[]> {
  const result = await db.query<{ article: string; families: string[]; setting: string }>(
    'SELECT article, families, setting FROM multi_type_chip ORDER BY article',
  );
  return result.rows;
}

export interface SisterRow {
  readonly make: string;
  readonly model: string;
  readonly same: boolean;
  readonly note: string | null;
}

export async function listSisters(db: Db, modelId: string): Promise<SisterRow[]> {
  const result = await db.query<SisterRow>(
    `SELECT mk.name AS make, md.name AS model, pair.same, pair.note
     FROM (SELECT other_id AS id, same, note FROM sister WHERE model_id = $1
           UNION SELECT model_id, same, note FROM sister WHERE other_id = $1) pair
     JOIN model md ON md.id = pair.id JOIN make mk ON mk.id = md.make_id ORDER BY 1, 2`,
    [modelId],
  );
  return result.rows;
}

/** The last year that each tool's own list names for a model. */
export async function listToolEnds(db: Db, modelId: string): Promise<{ tool: string; toYear: number }[]> {
  const result = await db.query<{ tool: string; toYear: number }>(
    'SELECT tool, to_year AS "toYear" FROM tool_list WHERE model_id = $1 ORDER BY tool',
    [modelId],
  );
  return result.rows;
}

/** The lowest price of each article on a day, from whichever supplier. */
export async function listLowestPrices(
  db: Db,
  articles: readonly string[],
  day: string,
): Promise<Record<string, number>> {
  const result = await db.query<{ article: string; minor: number }>(
    `SELECT article, min(price_minor) AS minor FROM supplier_price
     WHERE article = ANY($1) AND valid @> $2::date GROUP BY article`,
    [articles, day],
  );
  return Object.fromEntries(result.rows.map(({ article, minor }) => [article, minor]));
}
