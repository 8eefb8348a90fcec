import type { RankMoment, RankTest } from '@/core/programming/rank-test';
import type { Db } from './db';

/** How ranks are told on a platform; undefined where it has none or nobody has written it down. */
export async function findRankTest(db: Db, platformId: string): Promise<RankTest | undefined> {
  const tests = await db.query<Omit<RankTest, 'moments'>>(
    `SELECT p.rank AS told, t.how, t.void_when AS "voidWhen", t.second_check AS "secondCheck"
     FROM rank_test t JOIN platform p ON p.id = t.platform_id WHERE t.platform_id = $1`,
    [platformId],
  );
  const [test] = tests.rows;
  if (!test) return undefined;
  const moments = await db.query<RankMoment>(
    'SELECT moment, master, valet FROM rank_sign WHERE platform_id = $1 ORDER BY step',
    [platformId],
  );
  return { ...test, moments: moments.rows };
}
