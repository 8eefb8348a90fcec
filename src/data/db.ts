import type { QueryResult, QueryResultRow } from 'pg';

/** What every query needs: a pool or a client inside a transaction. */
export interface Db {
  query<Row extends QueryResultRow>(text: string, values?: readonly unknown[]): Promise<QueryResult<Row>>;
}

/** The one row of a result. Throws where there is none: a bug, not a person's mistake. */
export function onlyRow<Row extends QueryResultRow>(result: QueryResult<Row>): Row {
  const row = result.rows[0];
  if (!row) throw new Error(`expected one row of ${result.command}, got none`);
  return row;
}
