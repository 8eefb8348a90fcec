import type { RoadNetwork } from '@/core/travel/roads';
import type { Db } from './db';
import { insertMany } from './insert-many';
import { together } from './together';

/** The roads of the district as they are stored. */
export async function readRoadNetwork(db: Db): Promise<RoadNetwork> {
  const [nodes, roads, ferries] = await together(
    db,
    (db) =>
      db.query<{ name: string; workshop: boolean }>(
        'SELECT name, is_workshop AS workshop FROM road_node ORDER BY name',
      ),
    (db) =>
      db.query<RoadNetwork['roads'][number]>(
        `SELECT from_node AS "from", to_node AS "to", km::float8 AS km, km_per_hour AS "kmPerHour",
       rush_percent AS "rushPercent" FROM road ORDER BY 1, 2`,
      ),
    (db) =>
      db.query<RoadNetwork['ferries'][number]>(
        `SELECT from_node AS "from", to_node AS "to", km::float8 AS km, minutes, first_hour AS first, last_hour AS last,
       every_minutes AS "everyMinutes" FROM ferry ORDER BY 1, 2`,
      ),
  );
  return {
    nodes: nodes.rows.map(({ name }) => name),
    workshop: nodes.rows.find(({ workshop }) => workshop)?.name ?? null,
    roads: roads.rows,
    ferries: ferries.rows,
  };
}

/** Takes other roads in place of those on file. */
export async function replaceRoads(db: Db, { nodes, workshop, roads, ferries }: RoadNetwork): Promise<void> {
  for (const table of ['ferry', 'road', 'road_node']) await db.query(`DELETE FROM ${table}`);
  await insertMany(
    db,
    'road_node',
    nodes.map((name) => ({ name, is_workshop: name === workshop })),
  );
  await insertMany(
    db,
    'road',
    roads.map(({ from, to, km, kmPerHour, rushPercent }) => ({
      from_node: from,
      to_node: to,
      km,
      km_per_hour: kmPerHour,
      rush_percent: rushPercent,
    })),
  );
  await insertMany(
    db,
    'ferry',
    ferries.map(({ from, to, km, minutes, first, last, everyMinutes }) => ({
      from_node: from,
      to_node: to,
      km,
      minutes,
      first_hour: first,
      last_hour: last,
      every_minutes: everyMinutes,
    })),
  );
}
