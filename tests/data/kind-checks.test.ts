import { describe, expect, it } from 'vitest';
import { applyKindChecks, kindColumns } from '@/data/kind-checks';
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
        const lists = stands.rows.filter(({ definition }) => definition.includes('ARRAY['));
        expect(lists, place).toHaveLength(1);
        const found = [...(lists[0]?.definition ?? '').matchAll(/'([^']+)'::text/g)].map(([, kind]) => kind);
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
