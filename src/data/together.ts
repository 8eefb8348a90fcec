import { createHash } from 'node:crypto';
import type { QueryResult, QueryResultRow } from 'pg';
import type { Db, NamedQuery } from './db';

type Asked<Questions extends readonly ((db: Db) => Promise<unknown>)[]> = {
  -readonly [At in keyof Questions]: Awaited<ReturnType<Questions[At]>>;
};

/**
 * Asks several things that do not depend on each other: what they ask at the same moment goes to the server as one
 * message, also what the functions they call ask. Reads see one state of the database, and none of what is written beside
 * them. Waits for all of them, also where one fails.
 * @example await together(db, (db) => readRules(db), (db) => readRates(db)) // [rules, rates]
 */
export async function together<const Questions extends readonly ((db: Db) => Promise<unknown>)[]>(
  db: Db,
  ...questions: Questions
): Promise<Asked<Questions>> {
  const gathered = gathering.has(db) ? db : gather(db);
  const settled = await Promise.allSettled(questions.map((ask) => ask(gathered)));
  return settled.map((one) => {
    if (one.status === 'rejected') throw one.reason;
    return one.value;
  }) as Asked<Questions>;
}

/** A question that waits for the next message. */
interface Pending {
  readonly query: string | NamedQuery;
  readonly text: string;
  readonly values: readonly unknown[];
  readonly resolve: (result: QueryResult) => void;
  readonly reject: (error: unknown) => void;
}

const gathering = new WeakSet<Db>();

/** A `Db` whose questions of the same moment become one message; the next message waits for the answer to the one before. */
function gather(db: Db): Db {
  let pending: Pending[] = [];
  let running = false;
  const run = async () => {
    for (;;) {
      // Whatever is asked before the program waits for something else comes along.
      await new Promise(setImmediate);
      if (pending.length === 0) break;
      const now = pending;
      pending = [];
      await askAll(db, now);
    }
    running = false;
  };
  const own: Db = {
    query: <Row extends QueryResultRow>(query: string | NamedQuery, values: readonly unknown[] = []) =>
      new Promise<QueryResult<Row>>((resolve, reject) => {
        const text = typeof query === 'string' ? query : query.text;
        pending.push({ query, text, values, resolve: resolve as Pending['resolve'], reject });
        if (running) return;
        running = true;
        void run();
      }),
  };
  gathering.add(own);
  return own;
}

async function askAll(db: Db, all: readonly Pending[]): Promise<void> {
  const joined = all.filter(canJoin);
  const alone = joined.length > 1 ? all.filter((one) => !joined.includes(one)) : all;
  if (joined.length > 1) await askJoined(db, joined);
  for (const one of alone) await askAlone(db, one);
}

async function askAlone(db: Db, { query, text, values, resolve, reject }: Pending): Promise<void> {
  try {
    const result = await db.query(query, values);
    learn(text, result);
    resolve(result);
  } catch (error) {
    reject(error);
  }
}

async function askJoined(db: Db, all: readonly Pending[]): Promise<void> {
  const { text, values } = join(all);
  try {
    const { rows } = await db.query<Record<string, unknown>>({ name: nameOf(text), text }, values);
    for (const [at, one] of all.entries()) one.resolve(resultOf(one, rows[0]?.[`r${at}`]));
  } catch (error) {
    for (const one of all) one.reject(error);
  }
}

const isRead = (text: string) =>
  /^\s*SELECT\b/.test(text) ||
  (/^\s*WITH\b/.test(text) && !/\b(INSERT INTO|DELETE FROM|UPDATE \w+ SET)\b/.test(text));
const isWrite = (text: string) => /^\s*(INSERT INTO|UPDATE|DELETE FROM)\b/.test(text);
const returns = (text: string) => /\bRETURNING\b/.test(text);

/** Reads join once the types of their columns are known; writes that return nothing need none. */
function canJoin({ text }: Pending): boolean {
  if (isWrite(text) && !returns(text)) return true;
  return (isRead(text) || isWrite(text)) && (readers.get(text) ?? null) !== null;
}

/** One statement of several: a column of JSON for each, its parameters renumbered. */
function join(all: readonly Pending[]): { text: string; values: unknown[] } {
  const values: unknown[] = [];
  const writes: string[] = [];
  const columns = all.map((one, at) => {
    const offset = values.length;
    values.push(...one.values);
    const text = one.text.replace(/\$(\d+)/g, (_, number) => `$${Number(number) + offset}`);
    if (!isWrite(text))
      return `(SELECT coalesce(json_agg(row_to_json(q)), '[]') FROM (${text}\n) q) AS r${at}`;
    writes.push(`w${at} AS (${text}\n${returns(text) ? '' : 'RETURNING 1'})`);
    return returns(text)
      ? `(SELECT coalesce(json_agg(row_to_json(w${at})), '[]') FROM w${at}) AS r${at}`
      : `(SELECT count(*)::int FROM w${at}) AS r${at}`;
  });
  const head = writes.length > 0 ? `WITH ${writes.join(', ')} ` : '';
  return { text: `${head}SELECT ${columns.join(',\n')}`, values };
}

function resultOf({ text }: Pending, value: unknown): QueryResult {
  if (typeof value === 'number')
    return {
      rows: [],
      rowCount: value,
      command: text.trimStart().split(' ', 1)[0] ?? '',
      oid: 0,
      fields: [],
    };
  const rows = value as Record<string, unknown>[];
  for (const [column, read] of readers.get(text) ?? [])
    for (const row of rows) if (row[column] !== null) row[column] = read(row[column]);
  return { rows, rowCount: rows.length, command: '', oid: 0, fields: [] };
}

/** Columns of a statement that JSON has otherwise than the driver; null for a statement that must be asked alone. */
type Readers = readonly (readonly [column: string, read: (value: unknown) => unknown])[];
const readers = new Map<string, Readers | null>();
const mostReaders = 2000;

/** Types that JSON has as the driver does: numbers that fit, texts, truth, ids, JSON, and lists of such. */
const same = new Set([
  16, 19, 21, 23, 25, 114, 700, 701, 1005, 1007, 1009, 1015, 1021, 1022, 1043, 1083, 2950, 3802, 2278,
]);
const others: Readonly<Record<number, (value: unknown) => unknown>> = {
  // timestamptz, bytea
  1184: (value) => new Date(String(value)),
  17: (value) => Buffer.from(String(value).slice(2), 'hex'),
};

/** Keeps what the columns of a statement are. One with a column that JSON would change (bigint, numeric, date) stays alone. */
function learn(text: string, { fields }: QueryResult): void {
  if (readers.has(text) || readers.size >= mostReaders || !(isRead(text) || returns(text))) return;
  const known = fields.every(({ dataTypeID }) => same.has(dataTypeID) || dataTypeID in others);
  const different = fields.flatMap(({ name, dataTypeID }) => {
    const read = others[dataTypeID];
    return read ? [[name, read] as const] : [];
  });
  readers.set(text, known ? different : null);
}

const names = new Map<string, string>();
const mostNames = 500;

/** A name under which a connection keeps the plan; the same few statements come again and again. */
function nameOf(text: string): string {
  const known = names.get(text);
  if (known) return known;
  const name = `together ${createHash('sha256').update(text).digest('hex').slice(0, 32)}`;
  if (names.size < mostNames) names.set(text, name);
  return names.size < mostNames ? name : '';
}
