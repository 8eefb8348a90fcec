import type { QueryResult, QueryResultRow } from 'pg';

/** A query that a connection plans once and keeps under its name, for those whose plan costs more than their rows. */
export interface NamedQuery {
  readonly name: string;
  readonly text: string;
}

/** What every query needs: a pool or a client inside a transaction. */
export interface Db {
  query<Row extends QueryResultRow>(
    query: string | NamedQuery,
    values?: readonly unknown[],
  ): Promise<QueryResult<Row>>;
}

/** The one row of a result. Throws where there is none: a bug, not a person's mistake. */
export function onlyRow<Row extends QueryResultRow>(result: QueryResult<Row>): Row {
  const row = result.rows[0];
  if (!row) throw new Error(`expected one row of ${result.command}, got none`);
  return row;
}
