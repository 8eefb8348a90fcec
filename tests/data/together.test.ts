import { describe, expect, it } from 'vitest';
import type { Db } from '@/data/db';
import { together } from '@/data/together';
import { database, transact } from '@/usecases/database';
import { testDatabase } from '../support/test-database';

testDatabase('world');

/** A `Db` that counts what goes to the server. */
function counted(db: Db) {
  const texts: string[] = [];
  const counting: Db = {
    query(query, values) {
      texts.push(typeof query === 'string' ? query : query.text);
      return db.query(query, values);
    },
  };
  return { db: counting, texts };
}

const everyType = `SELECT 1::int2 AS small, 7 AS whole, 2.5::float8 AS half, 'a "b" é \\ {}'::text AS words, true AS yes, NULL::text AS none,
  '00000000-0000-4000-8000-000000000001'::uuid AS id, '2027-03-03T14:00:00.123456+00'::timestamptz AS at,
  '\\x00ff10'::bytea AS bytes, '{"a": [1, {"at": "2027-03-03T14:00:00+00:00"}]}'::jsonb AS json, ARRAY['x', 'y,z', NULL] AS texts,
  ARRAY[1, 2] AS numbers, '08:30'::time AS hour, $1::text AS given`;

describe('what is asked together', () => {
  it('comes back exactly as it does alone, whatever the types, from the second time on in one message', async () => {
    const alone = await database().query(everyType, ['2027-03-03T14:00:00+00:00']);
    const { db, texts } = counted(database());
    const ask = () =>
      together(
        db,
        (db) => db.query(everyType, ['2027-03-03T14:00:00+00:00']),
        (db) =>
          db.query(
            'SELECT number, name FROM (VALUES ($1::int, $2::text), (2, $2)) v(number, name) ORDER BY number DESC',
            [1, 'n'],
          ),
        (db) => db.query('SELECT 1 WHERE false'),
      );
    await ask();
    texts.length = 0;
    const [all, rows, none] = await ask();
    expect(texts).toHaveLength(1);
    expect(all.rows).toEqual(alone.rows);
    expect(Object.keys(all.rows[0] ?? {})).toEqual(Object.keys(alone.rows[0] ?? {}));
    expect(rows.rows).toEqual([
      { number: 2, name: 'n' },
      { number: 1, name: 'n' },
    ]);
    expect(rows.rowCount).toBe(2);
    expect(none).toMatchObject({ rows: [], rowCount: 0 });
  });

  it('is asked alone where JSON would change a column', async () => {
    const { db, texts } = counted(database());
    for (let at = 0; at < 3; at += 1) {
      texts.length = 0;
      const [sum, exact] = await together(
        db,
        (db) => db.query("SELECT 9007199254740993::bigint AS large, '2027-03-03'::date AS day"),
        (db) => db.query('SELECT 1.10::numeric AS exact'),
        (db) => db.query("SELECT 'x' AS x"),
      );
      expect(sum.rows[0]?.large).toBe('9007199254740993');
      expect(exact.rows).toEqual([{ exact: '1.10' }]);
      expect(texts).toHaveLength(3);
    }
  });

  it('also gathers what the functions it calls ask together', async () => {
    const { db, texts } = counted(database());
    const deep = (db: Db) =>
      together(
        db,
        (db) => db.query("SELECT 'deep' AS one"),
        async (db) => (await db.query("SELECT 'deeper' AS two")).rows,
      );
    for (let at = 0; at < 2; at += 1) {
      texts.length = 0;
      const [[one, two], three] = await together(db, deep, (db) => db.query("SELECT 'three' AS three"));
      expect([one.rows, two, three.rows]).toEqual([
        [{ one: 'deep' }],
        [{ two: 'deeper' }],
        [{ three: 'three' }],
      ]);
    }
    expect(texts).toHaveLength(1);
  });

  it('writes and reads in one message; what is written counts its rows and gives them back', async () => {
    await transact(async (tx) => {
      await tx.query('CREATE TEMPORARY TABLE kept (id int PRIMARY KEY, word text, at timestamptz)');
      const { db, texts } = counted(tx);
      const write = (from: number) =>
        together(
          db,
          (db) =>
            db.query(
              'INSERT INTO kept (id, word, at) SELECT g, $2, $3 FROM generate_series($1::int, $1::int + 2) g',
              [from, 'one', new Date(0)],
            ),
          (db) => db.query('UPDATE kept SET word = $1 WHERE id < $2 RETURNING id, at', ['old', from]),
          (db) => db.query('DELETE FROM kept WHERE id = $1', [from - 3]),
          (db) => db.query('SELECT count(*)::int AS count FROM kept'),
        );
      await write(0);
      await write(3);
      texts.length = 0;
      // Each row is touched once: the update leaves out what is deleted beside it.
      const [inserted, updated, deleted, before] = await together(
        db,
        (db) =>
          db.query(
            'INSERT INTO kept (id, word, at) SELECT g, $2, $3 FROM generate_series($1::int, $1::int + 2) g',
            [6, 'one', new Date(0)],
          ),
        (db) => db.query('UPDATE kept SET word = $1 WHERE id < $2 RETURNING id, at', ['old', 5]),
        (db) => db.query('DELETE FROM kept WHERE id = $1', [5]),
        (db) => db.query('SELECT count(*)::int AS count FROM kept'),
      );
      expect(texts).toHaveLength(1);
      expect(inserted.rowCount).toBe(3);
      expect(updated.rows.every(({ at }) => at instanceof Date)).toBe(true);
      expect(deleted.rowCount).toBe(1);
      // Reads see the state before.
      expect(before.rows[0]?.count).toBe(updated.rows.length + 1);
      await tx.query('DROP TABLE kept');
    });
  });

  it('fails as a whole, after everything under way has ended, and leaves the connection usable', async () => {
    const ended: string[] = [];
    const failing = transact(async (db) => {
      await together(
        db,
        async () => {
          throw new Error('not the database');
        },
        async (db) => {
          await db.query("SELECT 'first' AS a");
          await db.query("SELECT 'second' AS a");
          ended.push('slow');
        },
      );
    });
    await expect(failing).rejects.toThrow('not the database');
    expect(ended).toEqual(['slow']);
    const broken = together(
      database(),
      (db) => db.query('SELECT 1 / $1::int AS n', [0]),
      (db) => db.query("SELECT 'fine' AS fine"),
    );
    await expect(broken).rejects.toMatchObject({ code: '22012' });
    expect((await database().query('SELECT 1 AS one')).rows).toEqual([{ one: 1 }]);
  });
});
