import type { Db } from './db';

/** A place that calls come from. */
export interface PlaceRow {
  readonly id: string;
  readonly name: string;
  readonly distanceKm: number;
  readonly travelMinutes: number;
  /** Whether its way is known by roads, which know it by its name. */
  readonly onRoads: boolean;
}

/** The places of the shop, the nearest first. */
export async function listPlaceRows(db: Db): Promise<PlaceRow[]> {
  const { rows } = await db.query<PlaceRow>(
    `SELECT p.id, p.name, p.distance_km::float8 AS "distanceKm", p.travel_minutes AS "travelMinutes",
       EXISTS (SELECT FROM road_node n WHERE n.name = p.name) AS "onRoads"
     FROM place p ORDER BY p.distance_km, p.name`,
  );
  return rows;
}

/** Stores a place under its id; false where another has its name. */
export async function upsertPlace(
  db: Db,
  { id, name, distanceKm, travelMinutes }: Omit<PlaceRow, 'onRoads'>,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO place (id, name, distance_km, travel_minutes) SELECT $1::uuid, $2::text, $3::numeric, $4::int
     WHERE NOT EXISTS (SELECT FROM place WHERE lower(name) = lower($2) AND id <> $1)
     ON CONFLICT (id) DO UPDATE SET name = excluded.name, distance_km = excluded.distance_km,
       travel_minutes = excluded.travel_minutes`,
    [id, name, distanceKm, travelMinutes],
  );
  return rowCount === 1;
}

/** How many jobs name a place. */
export async function countJobsAt(db: Db, id: string): Promise<number> {
  const { rows } = await db.query<{ jobs: number }>(
    'SELECT count(*)::int AS jobs FROM job WHERE place_id = $1',
    [id],
  );
  return rows[0]?.jobs ?? 0;
}

export async function deletePlace(db: Db, id: string): Promise<boolean> {
  return (await db.query('DELETE FROM place WHERE id = $1', [id])).rowCount === 1;
}
