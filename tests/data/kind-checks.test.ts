import { describe, expect, it } from 'vitest';
import { listNames, listOf } from '@/core/catalogue/lists/lists';
import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import { applyKindChecks, kindColumns } from '@/data/kind-checks';
import { listRows } from '@/data/library/rows';
import { writeRow } from '@/data/library/staged';
import { database, transact } from '@/usecases/database';
import { databaseUrl, withClient } from '../support/databases';
import { testDatabase } from '../support/test-database';

const { name } = testDatabase('world');
const asMigrator = <T>(work: Parameters<typeof withClient<T>>[1]) =>
  withClient(databaseUrl('migrator', name), work);

describe('columns that hold a kind', () => {
  it('take every kind of their registry and no other', async () => {
    await asMigrator(async (client) => {
      for (const [place, kinds] of Object.entries(kindColumns)) {
        const [table = '', column = ''] = place.split('.');
        const stands = await client.query<{ definition: string }>(
          `SELECT pg_get_constraintdef(c.oid) AS definition FROM pg_constraint c
           JOIN pg_attribute a ON a.attrelid = c.conrelid AND a.attname = $2
           WHERE c.conrelid = $1::regclass AND c.contype = 'c' AND c.conkey = ARRAY[a.attnum]`,
          [table, column],
        );
        // One kind alone is written as an equality.
        const written = kinds.length === 1 ? " = '" : 'ARRAY[';
        const lists = stands.rows.filter(({ definition }) => definition.includes(written));
        expect(lists, place).toHaveLength(1);
        const found = [...(lists[0]?.definition ?? '').matchAll(/'((?:[^']|'')+)'::text/g)].map(([, kind]) =>
          kind?.replaceAll("''", "'"),
        );
        expect(found, place).toEqual(kinds);
      }
    });
  });

  it('are left alone where nothing changed, and follow where something did', async () => {
    await asMigrator(async (client) => {
      const oidOf = async () =>
        (await client.query("SELECT oid FROM pg_constraint WHERE conname = 'job_route_kinds'")).rows[0]?.oid;
      const before = await oidOf();
      await applyKindChecks(client);
      expect(await oidOf()).toBe(before);
      await client.query("COMMENT ON CONSTRAINT job_route_kinds ON job IS 'none'");
      await applyKindChecks(client);
      expect(await oidOf()).not.toBe(before);
    });
  });
});

it('a job wants as many keys as its table takes', async () => {
  const kept = (keys: number) =>
    transact(async (db) => {
      await db.query('UPDATE job SET keys_wanted = $1', [keys]);
      throw new NotKept();
    });
  await expect(kept(mostKeysWanted)).rejects.toBeInstanceOf(NotKept);
  await expect(kept(mostKeysWanted + 1)).rejects.not.toBeInstanceOf(NotKept);
});

describe('the choices of a list', () => {
  const choices = listNames.flatMap((list) =>
    listOf(list).columns.flatMap(({ name: column, type }) =>
      type.kind === 'choice' ? [{ list, column, values: type.values }] : [],
    ),
  );

  it.each(choices)('$column of $list is taken by its table', async ({ list, column, values }) => {
    const [row] = (await listRows(database(), list, { limit: 1 })).rows;
    if (!row) throw new Error(`the demo world has no row of ${list}`);
    for (const value of values) {
      const kept = transact(async (db) => {
        await writeRow(db, list, row.id, { ...row.cells, [column]: value });
        throw new NotKept();
      });
      // A value of the key may meet the row that has it already; the column takes it all the same.
      const refused = await kept.catch((error: { readonly code?: string }) => error);
      expect(refused instanceof NotKept || refused.code === uniqueViolation, value).toBe(true);
    }
  });
});

const uniqueViolation = '23505';
class NotKept extends Error {}
