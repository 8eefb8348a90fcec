import type { Db } from './db';

/** A code series with the spec of its keyway. */
export interface SeriesRow {
  readonly id: string;
  readonly name: string;
  readonly prefix: string;
  readonly first: number;
  readonly count: number;
  readonly spaces: number;
  readonly depths: number;
  readonly macs: number;
}

const seriesQuery = `SELECT s.id, s.name, s.prefix, s.first, s.count, k.spaces, k.depths, coalesce(k.macs, k.depths) AS macs
  FROM code_series s JOIN keyway k ON k.id = s.keyway_id`;

export async function findSeries(db: Db, name: string): Promise<SeriesRow | undefined> {
  return (await db.query<SeriesRow>(`${seriesQuery} WHERE s.name = $1`, [name])).rows[0];
}

/** The series of a keyway. */
export async function listSeriesOf(db: Db, keyway: string): Promise<SeriesRow[]> {
  return (await db.query<SeriesRow>(`${seriesQuery} WHERE k.name = $1 ORDER BY s.name`, [keyway])).rows;
}

export async function findBitting(db: Db, seriesId: string, number: number): Promise<string | undefined> {
  const result = await db.query<{ bitting: string }>(
    'SELECT bitting FROM code_row WHERE series_id = $1 AND number = $2',
    [seriesId, number],
  );
  return result.rows[0]?.bitting;
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
