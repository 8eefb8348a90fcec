import type { Db } from './db';

export interface SeriesRow {
  readonly id: string;
  readonly name: string;
  readonly first: number;
  readonly count: number;
  readonly spaces: number;
  readonly depths: number;
  readonly macs: number;
}

export async function findSeries(db: Db, name: string): Promise<SeriesRow | undefined> {
  const result = await db.query<SeriesRow>(
    `SELECT s.id, s.name, s.first, s.count, k.spaces, k.depths, coalesce(k.macs, k.depths) AS macs
     FROM code_series s JOIN keyway k ON k.id = s.keyway_id WHERE s.name = $1`,
    [name],
  );
  return result.rows[0];
}

export interface CodeRow {
  readonly number: number;
  readonly bitting: string;
}

export async function listCodeRows(db: Db, seriesId: string): Promise<CodeRow[]> {
  const result = await db.query<CodeRow>(
    'SELECT number, bitting FROM code_row WHERE series_id = $1 ORDER BY number',
    [seriesId],
  );
  return result.rows;
}

/** Puts rows in the place of all rows of a series. */
export async function replaceCodeRows(db: Db, seriesId: string, rows: readonly CodeRow[]): Promise<void> {
  await db.query('DELETE FROM code_row WHERE series_id = $1', [seriesId]);
  await db.query(
    'INSERT INTO code_row (series_id, number, bitting) SELECT $1, * FROM unnest($2::int[], $3::text[])',
    [seriesId, rows.map(({ number }) => number), rows.map(({ bitting }) => bitting)],
  );
}
