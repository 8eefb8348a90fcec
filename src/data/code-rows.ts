import type { PackedBittings } from '@/core/blade/packed';
import type { Bitting } from '@/core/catalogue/bitting';
import type { CodeRowsSpec } from '@/core/catalogue/check-code-rows';
import { copyText } from './copy-text';
import { type Db, onlyRow } from './db';

/** A code series with the spec of its keyway. */
export interface SeriesRow extends CodeRowsSpec {
  readonly id: string;
  readonly name: string;
  readonly prefix: string;
  readonly macs: number;
}

const seriesQuery = `SELECT s.id, s.name, s.prefix, s.first, s.count, k.spaces, k.depths, coalesce(k.macs, k.depths) AS macs,
    CASE WHEN cardinality(k.recut) = 2
      THEN ARRAY[0, (SELECT count(*)::int FROM keyway_space p WHERE p.keyway_id = k.id AND p.axis = 1)]
      ELSE ARRAY[0] END AS begins
  FROM code_series s JOIN keyway k ON k.id = s.keyway_id`;

export async function findSeries(db: Db, name: string): Promise<SeriesRow | undefined> {
  return (await db.query<SeriesRow>(`${seriesQuery} WHERE s.name = $1`, [name])).rows[0];
}

/** The series of a keyway. */
export async function listSeriesOf(db: Db, keyway: string): Promise<SeriesRow[]> {
  return (await db.query<SeriesRow>(`${seriesQuery} WHERE k.name = $1 ORDER BY s.name`, [keyway])).rows;
}

/** The series of a keyway of which the shop has rows, with how many. */
export async function listHeldSeries(
  db: Db,
  keyway: string,
): Promise<{ readonly name: string; readonly count: number }[]> {
  const found = await db.query<{ name: string; count: number }>(
    `SELECT s.name, count(*)::int AS count FROM code_series s JOIN keyway k ON k.id = s.keyway_id
       JOIN code_row r ON r.series_id = s.id
     WHERE k.name = $1 GROUP BY s.name ORDER BY s.name`,
    [keyway],
  );
  return found.rows;
}

export async function findBitting(db: Db, seriesId: string, number: number): Promise<Bitting | undefined> {
  const result = await db.query<{ bitting: number[] }>(
    'SELECT bitting FROM code_row WHERE series_id = $1 AND number = $2',
    [seriesId, number],
  );
  return result.rows[0]?.bitting;
}

/** The rows of a series side by side: what code stands at each place of the packed bittings. */
export interface PackedRows {
  readonly numbers: Int32Array;
  readonly packed: PackedBittings;
}

/** All rows of a series that its keyway can hold, in the order of their codes. */
export async function listPackedRows(db: Db, { id, spaces, depths: most }: SeriesRow): Promise<PackedRows> {
  // One text for all of them: a row of its own for each of 200,000 takes the driver ten times as long.
  const result = await db.query<{ rows: string; numbers: string | null; depths: string | null }>(
    `SELECT count(*) AS rows, string_agg(number::text, ',' ORDER BY number) AS numbers,
       string_agg(array_to_string(bitting, ','), ',' ORDER BY number) AS depths
     FROM code_row WHERE series_id = $1 AND cardinality(bitting) = $2 AND NOT $3 < ANY (bitting)`,
    [id, spaces, most],
  );
  const { rows, numbers, depths } = onlyRow(result);
  const count = Number(rows);
  return {
    numbers: Int32Array.from(numbersIn(numbers ?? '', count)),
    packed: {
      count,
      spaces,
      depths: Uint8Array.from(numbersIn(depths ?? '', count * spaces), (depth) => depth - 1),
    },
  };
}

/** Numbers with a comma between. */
function numbersIn(text: string, count: number): Int32Array {
  const numbers = new Int32Array(count);
  let at = 0;
  let number = 0;
  for (let sign = 0; sign < text.length; sign += 1) {
    const code = text.charCodeAt(sign);
    if (code === 44) {
      numbers[at] = number;
      at += 1;
      number = 0;
    } else number = number * 10 + code - 48;
  }
  if (text.length > 0) numbers[at] = number;
  return numbers;
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
  await copyText(db, 'code_row (number, bitting)', [copy]);
}
