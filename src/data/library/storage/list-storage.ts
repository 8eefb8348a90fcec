import type { Db } from '../../db';

/** How a list of flat text cells lies in the tables: out by `read`, in by `write`. */
export interface ListStorage {
  readonly table: string;
  /** The tables a row is read from, and each cell as text; an empty cell is null. */
  readonly from: string;
  readonly read: Readonly<Record<string, string>>;
  /** The row's id as text: a uuid, or the key where that is the primary key. */
  readonly id: string;
  /** What each column of the table takes from the cells `s.…` and the joined tables. */
  readonly write: Readonly<Record<string, string>>;
  readonly joins: string;
  /** The primary key, which an import meets again. */
  readonly conflict: string;
  /** The condition on the table for one row by its id `$1`. */
  readonly byId: string;
  /** What finds rows that hold every word, where comparing the texts of whole rows would be too slow. */
  readonly search?: (db: Db, words: readonly string[]) => Promise<RowsSearch>;
}

/** A condition on the table `t` with its values, from $1. */
export interface RowsSearch {
  readonly text: string;
  readonly values: readonly unknown[];
}

export const list = (expression: string) => `nullif(array_to_string(${expression}, ' '), '')`;
export const yesNo = (expression: string) => `CASE WHEN ${expression} THEN 'yes' ELSE 'no' END`;
export const number = (expression: string) => `trim_scale(${expression})::text`;
export const words = (cell: string) => `coalesce(string_to_array(${cell}, ' '), '{}')`;
export const yes = (cell: string) => `${cell} = 'yes'`;

/** A list whose rows have a uuid. */
export function withId(
  storage: Omit<ListStorage, 'id' | 'conflict' | 'byId' | 'write'> & {
    readonly alias: string;
    readonly write: ListStorage['write'];
  },
): ListStorage {
  const { alias, ...rest } = storage;
  return {
    ...rest,
    id: `${alias}.id::text`,
    write: { id: 's.id::uuid', ...rest.write },
    conflict: 'id',
    byId: 'id::text = $1',
  };
}

/** A list whose rows are known by their article or code. */
export function withKey(
  key: string,
  alias: string,
  storage: Omit<ListStorage, 'id' | 'conflict' | 'byId'>,
): ListStorage {
  return { ...storage, id: `${alias}.${key}`, conflict: key, byId: `${key} = $1` };
}

export const modelJoin =
  'JOIN make mk ON mk.name = s.make JOIN model md ON md.make_id = mk.id AND md.name = s.model';

/** A list of pairs of articles with a few more columns, all kept as they are. */
export function pair(
  table: string,
  one: string,
  other: string,
  more: Readonly<Record<string, string>>,
): ListStorage {
  const columns = [one, other, ...Object.keys(more)];
  return {
    table,
    from: `${table} t`,
    id: `t.${one} || ' ' || t.${other}`,
    read: Object.fromEntries(columns.map((name) => [name, `t.${name}`])),
    write: Object.fromEntries(columns.map((name) => [name, `s.${name}`])),
    joins: '',
    conflict: `${one}, ${other}`,
    byId: `${one} || ' ' || ${other} = $1`,
  };
}

/** What a keyway has by axis and number: the measures of each. */
export function ofKeyway(table: string, measures: readonly string[]): ListStorage {
  return {
    table,
    from: `${table} t JOIN keyway k ON k.id = t.keyway_id`,
    id: "k.name || ' ' || t.axis || ' ' || t.number",
    read: {
      keyway: 'k.name',
      axis: 't.axis::text',
      number: 't.number::text',
      ...Object.fromEntries(measures.map((measure) => [measure, number(`t.${measure}`)])),
    },
    write: {
      keyway_id: 'k.id',
      axis: 's.axis::int',
      number: 's.number::int',
      ...Object.fromEntries(measures.map((measure) => [measure, `s.${measure}::numeric`])),
    },
    joins: 'JOIN keyway k ON k.name = s.keyway',
    conflict: 'keyway_id, axis, number',
    byId: "(SELECT name FROM keyway WHERE id = keyway_id) || ' ' || axis || ' ' || number = $1",
  };
}
