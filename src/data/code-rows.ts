import type { Bitting } from '@/core/catalogue/bitting';
import { copyText } from './copy-text';
import { type Db, onlyRow } from './db';

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

export async function findBitting(db: Db, seriesId: string, number: number): Promise<Bitting | undefined> {
  const result = await db.query<{ bitting: number[] }>(
    'SELECT bitting FROM code_row WHERE series_id = $1 AND number = $2',
    [seriesId, number],
  );
  return result.rows[0]?.bitting;
}

/** All rows of a series as CSV with a header, bittings as `formatBitting` writes them; nothing needs quotes. */
export async function codeRowsAsCsv(db: Db, seriesId: string): Promise<{ rows: number; csv: string }> {
  const result = await db.query<{ rows: string; csv: string | null }>(
    `SELECT count(*) AS rows, 
       string_agg(number || ',' || array_to_string(bitting, CASE WHEN 9 < ANY (bitting) THEN '-' ELSE '' END), E'\\n'
         ORDER BY number) AS csv
     FROM code_row WHERE series_id = $1`,
    [seriesId],
  );
  const { rows, csv } = onlyRow(result);
  return { rows: Number(rows), csv: `number,bitting\n${csv === null ? '' : `${csv}\n`}` };
}

/**
 * Puts rows in the place of all rows of a series.
 * @param copy lines of number and bitting with a tab between
 */
export async function replaceCodeRows(db: Db, seriesId: string, copy: Uint8Array): Promise<void> {
  await db.query('DELETE FROM code_row WHERE series_id = $1', [seriesId]);
  await db.query("SELECT set_config('kilnsman.series', $1, true)", [seriesId]);
  await copyText(db, 'code_row (number, bitting)', copy);
}
