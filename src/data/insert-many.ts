import type { Db } from './db';

const parametersAtOnce = 30_000;

/**
 * Inserts rows of one shape; the keys of the first row name the columns.
 * @param table and keys are written in the code, never taken from a person
 */
export async function insertMany(
  db: Db,
  table: string,
  rows: readonly Readonly<Record<string, unknown>>[],
): Promise<void> {
  const [first] = rows;
  if (!first) return;
  const columns = Object.keys(first);
  const size = Math.floor(parametersAtOnce / columns.length);
  for (let at = 0; at < rows.length; at += size) {
    const part = rows.slice(at, at + size);
    const places = part.map(
      (_, row) => `(${columns.map((_, column) => `$${row * columns.length + column + 1}`).join(', ')})`,
    );
    const values = part.flatMap((row) => columns.map((column) => row[column] ?? null));
    await db.query(`INSERT INTO ${table} (${columns.join(', ')}) VALUES ${places.join(', ')}`, values);
  }
}
