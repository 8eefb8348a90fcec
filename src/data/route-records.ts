import type { RouteKind, RouteRecord } from '@/core/programming/route';
import type { Db } from './db';

interface RecordRow {
  readonly platformId: string;
  readonly route: RouteKind;
  readonly worked: number;
  readonly tried: number;
  readonly types: Record<string, number>;
}

/** Attempts that were not withdrawn, by platform and route, with the system types that answered. */
export async function listRouteRecords(
  db: Db,
  platformIds: readonly string[],
): Promise<Record<string, RouteRecord[]>> {
  const result = await db.query<RecordRow>(
    `WITH attempt AS (
       SELECT a.platform_id, e.content->>'route' AS route, e.content->>'result' AS result,
         e.content->>'systemType' AS type
       FROM application a JOIN job j ON j.application_id = a.id JOIN job_event e ON e.job_id = j.id
       WHERE a.platform_id = ANY($1) AND e.kind = 'attemptRecorded' AND NOT EXISTS (SELECT FROM job_event w
         WHERE w.job_id = e.job_id AND w.kind = 'attemptWithdrawn' AND w.content->>'attemptId' = e.content->>'attemptId'))
     SELECT platform_id AS "platformId", route, count(*) FILTER (WHERE result = 'worked')::int AS worked,
       count(*)::int AS tried,
       coalesce((SELECT jsonb_object_agg(t.type, t.times) FROM (SELECT o.type, count(*) AS times FROM attempt o
         WHERE o.platform_id = attempt.platform_id AND o.route = attempt.route AND o.result = 'worked'
           AND o.type IS NOT NULL GROUP BY o.type) t), '{}') AS types
     FROM attempt GROUP BY platform_id, route ORDER BY platform_id, route`,
    [platformIds],
  );
  const records: Record<string, RouteRecord[]> = {};
  for (const { platformId, ...record } of result.rows) {
    records[platformId] ??= [];
    records[platformId].push(record);
  }
  return records;
}
