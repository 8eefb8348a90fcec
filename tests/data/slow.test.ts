import { afterAll, expect, it, vi } from 'vitest';
import { makePool } from '@/data/pool';
import { databaseUrl } from '../support/databases';
import { testDatabase } from '../support/test-database';

const { name } = testDatabase('bare');
const onSlow = vi.fn();
const watch = { onIdleError: () => {}, onSlow, slowMs: 200 };
const pools: { end(): Promise<void> }[] = [];
afterAll(() => Promise.all(pools.map((pool) => pool.end())));

it('tells of a slow query its text and time, and no value, whichever way it is asked', async () => {
  const pool = makePool(databaseUrl('serving', name), { connections: 2, waitMs: 3000 }, watch);
  pools.push(pool);
  const text = 'SELECT\n  pg_sleep(0.3), $1::text AS secret';
  expect((await pool.query(text, ['CANARY'])).rows[0].secret).toBe('CANARY');
  const client = await pool.connect();
  expect((await client.query({ text, values: ['CANARY'] })).rows[0].secret).toBe('CANARY');
  await expect(client.query('SELECT pg_sleep(0.3), 1 / (random() * 0)::int')).rejects.toThrow();
  await client.query('SELECT 1');
  client.release();
  expect(onSlow.mock.calls.map(([{ text: said }]) => said)).toEqual([
    'SELECT pg_sleep(0.3), $1::text AS secret',
    'SELECT pg_sleep(0.3), $1::text AS secret',
    'SELECT pg_sleep(0.3), 1 / (random() * 0)::int',
  ]);
  expect(onSlow.mock.calls.every(([{ ms }]) => ms >= 280 && ms < 5000)).toBe(true);
  expect(JSON.stringify(onSlow.mock.calls)).not.toContain('CANARY');
});
