import pg, { type CustomTypesConfig } from 'pg';
import type { Db, NamedQuery } from './db';

/**
 * A database whose rows are looked at as they come: `change` gets those of an answer in which a cell passes the test, and what
 * it makes of them takes their place. The test sees each cell as the server wrote it, before it is parsed, so that looking
 * costs next to nothing.
 */
export function watchTexts(
  db: Db,
  test: (cell: string) => boolean,
  change: <Rows>(rows: Rows) => Promise<Rows>,
): Db {
  return {
    query: async (query: string | NamedQuery, values = []) => {
      let found = false;
      const types: CustomTypesConfig = {
        getTypeParser: (oid, format) => {
          const parse = pg.types.getTypeParser(oid, format as 'text');
          return (cell: string) => {
            if (typeof cell === 'string' && test(cell)) found = true;
            return parse(cell);
          };
        },
      };
      const asked = { ...(typeof query === 'string' ? { text: query } : query), types };
      const result = await db.query(asked as NamedQuery, values);
      return found ? { ...result, rows: await change(result.rows) } : result;
    },
  } as Db;
}
