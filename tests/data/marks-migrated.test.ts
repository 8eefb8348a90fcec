import { afterAll, beforeAll, expect, it } from 'vitest';
import { migrate, migrateAsFar } from '@/data/migrate';
import { databaseUrl, dropDatabase, withClient, withSuperuser } from '../support/databases';

// Sealed parts of before the marks had words of their own: they were numbered in each job, in every text of it.

const name = `marks_${process.pid}`;
const url = () => databaseUrl('migrator', name);
beforeAll(async () => {
  await withSuperuser((client) => client.query(`CREATE DATABASE ${name} OWNER kilnsman_migrator`));
});
afterAll(() => dropDatabase(name));

it('gives old parts marks that nobody can guess, in each text of their own job and in no other', async () => {
  expect(await migrateAsFar(url(), '0043_receipts')).toBe(true);
  const id = (at: number) => `00000000-0000-4000-8000-${String(at).padStart(12, '0')}`;
  const read = async (sql: string, values: readonly unknown[] = []) =>
    withClient(databaseUrl('superuser', name), async (client) => (await client.query(sql, [...values])).rows);
  await withClient(databaseUrl('superuser', name), async (client) => {
    // Rows stand alone here: what they hang on is not looked at.
    await client.query("SET session_replication_role = 'replica'");
    for (const job of [1, 2]) {
      await client.query(
        `INSERT INTO job (id, number, opened_at, opened_by, customer_id, car_words, version)
         VALUES ($1, $2, now(), $3, $4, 'van ⟦sealed 1⟧', 1)`,
        [id(job), job, id(9), id(job + 20)],
      );
      await client.query('INSERT INTO customer (id, name, created_at) VALUES ($1, $2, now())', [
        id(job + 20),
        'Ann ⟦sealed 2⟧',
      ]);
      await client.query(
        `INSERT INTO job_event (job_id, seq, id, kind, content, actor_kind, actor_id, device, device_at, received_at, based_on)
         VALUES ($1, 1, $2, 'attemptRecorded', '{"reason": "was ⟦sealed 1⟧ and ⟦sealed 2⟧"}', 'person', $3, 'x', now(), now(), 0)`,
        [id(job), id(job + 30), id(9)],
      );
      for (const number of [1, 2])
        await client.query(
          `INSERT INTO sealed_text (job_id, number, writer_id, data_key_id, body, sealed_at)
           VALUES ($1, $2, $3, $4, '\\x00', now())`,
          [id(job), number, id(9), id(job + 40)],
        );
    }
  });
  await migrate(url(), 'kilnsman_serving');
  const parts = await read('SELECT job_id, number, mark FROM sealed_text ORDER BY job_id, number');
  expect(new Set(parts.map(({ mark }) => mark)).size).toBe(4);
  for (const job of [1, 2]) {
    const [first, second] = parts
      .filter(({ job_id }) => job_id === id(job))
      .map(({ mark }) => `⟦sealed ${mark}⟧`);
    expect(first).toMatch(/^⟦sealed [0-9A-Z]{10}⟧$/);
    expect(await read('SELECT car_words FROM job WHERE id = $1', [id(job)])).toEqual([
      { car_words: `van ${first}` },
    ]);
    expect(await read('SELECT name FROM customer WHERE id = $1', [id(job + 20)])).toEqual([
      { name: `Ann ${second}` },
    ]);
    expect(await read('SELECT content FROM job_event WHERE job_id = $1', [id(job)])).toEqual([
      { content: { reason: `was ${first} and ${second}` } },
    ]);
  }
});
