import type { BladeAxis } from '@/core/blade/spec';
import type { KeywayMetal } from '@/core/catalogue/keyway-metal';
import type { Db } from './db';

/** Where the spaces and depths of a keyway lie, by its name; empty lists where nobody knows. */
export async function findKeywayMetal(db: Db, keyway: string): Promise<KeywayMetal> {
  const spaces = await db.query<KeywayMetal['spaces'][number]>(
    `SELECT s.axis, s.number, s.at_mm::float8 AS "atMm" FROM keyway_space s JOIN keyway k ON k.id = s.keyway_id
     WHERE k.name = $1 ORDER BY s.axis, s.number`,
    [keyway],
  );
  const depths = await db.query<KeywayMetal['depths'][number]>(
    `SELECT d.axis, d.number, d.cut_mm::float8 AS "cutMm" FROM keyway_depth d JOIN keyway k ON k.id = d.keyway_id
     WHERE k.name = $1 ORDER BY d.axis, d.number`,
    [keyway],
  );
  return { spaces: spaces.rows, depths: depths.rows };
}

/** The first row of cuts of a keyway, with its stop and profile; undefined where there is no such keyway. */
export async function findKeywayAxis(
  db: Db,
  name: string,
): Promise<
  { readonly axis: BladeAxis; readonly stop: 'shoulder' | 'tip'; readonly profile: string } | undefined
> {
  const found = await db.query<{ stop: 'shoulder' | 'tip'; profile: string; macs: number | null }>(
    'SELECT stop, profile, macs FROM keyway WHERE name = $1',
    [name],
  );
  const [keyway] = found.rows;
  if (!keyway) return undefined;
  const { stop, profile, macs } = keyway;
  const { spaces, depths } = await findKeywayMetal(db, name);
  const first = <Row extends { readonly axis: number }>(rows: readonly Row[]) =>
    rows.filter(({ axis }) => axis === 1);
  return {
    axis: {
      spacesMm: first(spaces).map(({ atMm }) => atMm),
      depthsMm: first(depths).map(({ cutMm }) => cutMm),
      macs,
    },
    stop,
    profile,
  };
}
