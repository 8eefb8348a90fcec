import { readFileSync } from 'node:fs';
import { v7 as uuid } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { database } from '@/usecases/database';
import { refuseJob } from '@/usecases/jobs/authority';
import { chooseVan } from '@/usecases/jobs/decide';
import { findJobs } from '@/usecases/jobs/list';
import { reserveTime } from '@/usecases/quote/terms';
import { databaseUrl, withClient } from '../support/databases';
import { openTestJob, viewOf } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

const { name } = testDatabase('world');

const day = '2027-03-09';

async function vanId(van: string): Promise<string> {
  return (await database().query('SELECT id FROM van WHERE name = $1', [van])).rows[0].id;
}

/** Reserves a time of the van Coracle, or of another. */
async function reserve(
  actor: PersonActor,
  number: number,
  from: string | null,
  to: string | null,
  van = 'Coracle',
) {
  const { job } = await viewOf(actor, number);
  const time = { day: from === null ? null : day, from, to };
  return reserveTime(actor, { number, version: job.version, vanId: await vanId(van), ...time });
}

/** Makes two visits of a van overlap as they could before it was refused; the later one is outside the constraint. */
async function clash(first: number, second: number): Promise<void> {
  await withClient(databaseUrl('superuser', name), async (client) => {
    await client.query(
      `UPDATE visit SET state = 'clash', during = (SELECT during FROM visit v JOIN job j ON j.id = v.job_id WHERE j.number = $1)
       WHERE job_id = (SELECT id FROM job WHERE number = $2)`,
      [first, second],
    );
  });
}

describe('the time of a van', () => {
  it('is given once: a time that overlaps is refused with the job that has it, and the old time stays', async () => {
    const actor = await actorOf('locksmith');
    const [one, two] = [await openTestJob(actor, 'Kestlebrook'), await openTestJob(actor, 'Kestlebrook')];
    expect(await reserve(actor, one, '09:00', '10:30')).toMatchObject({ ok: true });
    // Back to back is no overlap, and another van is free.
    expect(await reserve(actor, two, '10:30', '11:00')).toMatchObject({ ok: true });
    expect(await reserve(actor, two, '10:00', '11:00')).toEqual({
      ok: false,
      problems: [{ field: 'from', message: `Coracle is taken then: K-${one}, Tue 9 Mar 09:00 to 10:30.` }],
    });
    expect((await viewOf(actor, two)).job.visit?.from).toEqual((await viewOf(actor, one)).job.visit?.to);
    expect(await reserve(actor, two, '10:00', '11:00', 'Wherry')).toMatchObject({ ok: true });
    // One's own time may be changed into one that overlaps it.
    expect(await reserve(actor, one, '09:30', '11:30')).toMatchObject({ ok: true });
    // A time that is given back is free.
    expect(await reserve(actor, one, null, null)).toMatchObject({ ok: true });
    expect((await viewOf(actor, one)).job.visit).toBeNull();
    expect(await reserve(actor, two, '09:00', '11:00')).toMatchObject({ ok: true });
    expect(await reserve(actor, two, null, null)).toMatchObject({ ok: true });
  });

  it('goes with the van that is sent, where that one is free then', async () => {
    const actor = await actorOf('locksmith');
    const [one, two] = [await openTestJob(actor, 'Kestlebrook'), await openTestJob(actor, 'Kestlebrook')];
    await reserve(actor, one, '13:00', '14:00', 'Wherry');
    await reserve(actor, two, '13:30', '14:30');
    const send = async (van: string) =>
      chooseVan(actor, {
        number: two,
        version: (await viewOf(actor, two)).job.version,
        vanId: await vanId(van),
      });
    expect(await send('Wherry')).toMatchObject({
      ok: false,
      problems: [
        {
          field: 'vanId',
          message: expect.stringContaining(`K-${one}, Tue 9 Mar 13:00 to 14:00. Change the time`),
        },
      ],
    });
    expect((await viewOf(actor, two)).van?.name).toBe('Coracle');
    await reserve(actor, one, null, null, 'Wherry');
    expect(await send('Wherry')).toMatchObject({ ok: true });
    expect(await reserve(actor, one, '13:30', '14:30', 'Wherry')).toMatchObject({ ok: false });
    await reserve(actor, two, null, null);
  });

  it('is taken once by two who ask at the same moment', async () => {
    const actor = await actorOf('locksmith');
    const numbers = [];
    for (let at = 0; at < 6; at += 1) numbers.push(await openTestJob(actor, 'Kestlebrook'));
    const answers = await Promise.all(numbers.map((number) => reserve(actor, number, '15:00', '15:45')));
    expect(answers.filter(({ ok }) => ok)).toHaveLength(1);
    const [winner] = numbers.filter((_, at) => answers[at]?.ok);
    // Closing gives it free.
    const { version } = (await viewOf(actor, winner ?? 0)).job;
    const reason = 'The papers were of another car.';
    expect(await refuseJob(actor, { number: winner ?? 0, version, reason })).toMatchObject({ ok: true });
    const other = numbers.find((number) => number !== winner) ?? 0;
    expect(await reserve(actor, other, '15:00', '15:45')).toMatchObject({ ok: true });
    expect((await viewOf(actor, winner ?? 0)).job.visit).not.toBeNull();
  });

  it('that overlapped before is shown at both jobs, refused to a third, and whole again when the other goes', async () => {
    const actor = await actorOf('locksmith');
    const [one, two, three] = [
      await openTestJob(actor, 'Kestlebrook'),
      await openTestJob(actor, 'Kestlebrook'),
      await openTestJob(actor, 'Kestlebrook'),
    ];
    await reserve(actor, one, '17:00', '18:00');
    await reserve(actor, two, '19:00', '20:00');
    await clash(one, two);
    for (const [number, other] of [
      [one, two],
      [two, one],
    ] as const) {
      const view = await viewOf(actor, number);
      expect(view.job.visit?.overlaps.map((overlap) => overlap.number)).toEqual([other]);
      expect(view.stations.find(({ name }) => name === 'quote')?.line).toBe(`Time overlaps K-${other}`);
    }
    expect((await findJobs(actor, `K-${two}`, undefined)).jobs).toMatchObject([{ number: two, clash: true }]);
    expect(await reserve(actor, one, null, null)).toMatchObject({ ok: true });
    expect((await viewOf(actor, two)).job.visit?.overlaps).toEqual([]);
    expect(await reserve(actor, three, '17:30', '18:30')).toMatchObject({ ok: false });
    expect((await findJobs(actor, `K-${two}`, undefined)).jobs).toMatchObject([
      { number: two, clash: false },
    ]);
  });
});

describe('the migration of appointments', () => {
  it('keeps every stored time: the earliest is reserved, what overlaps it a clash, of a closed job over', async () => {
    const migration = readFileSync('src/data/migrations/0018_visits.sql', 'utf8');
    await withClient(databaseUrl('superuser', name), async (client) => {
      await client.query('BEGIN');
      await client.query('DROP TABLE visit');
      await client.query('ALTER TABLE job ADD appointment_from timestamptz, ADD appointment_to timestamptz');
      const times = [
        ['08:00', '10:00', false, 'reserved'],
        ['09:00', '11:00', false, 'clash'],
        ['10:00', '12:00', false, 'reserved'],
        ['08:30', '09:00', true, 'over'],
        ['09:30', '10:30', false, 'clash'],
      ] as const;
      const van = (await client.query('SELECT id FROM van ORDER BY name LIMIT 1')).rows[0].id;
      for (const [at, [from, to, closed]] of times.entries()) {
        const id = uuid();
        await client.query(
          `INSERT INTO job (id, number, customer_id, opened_at, opened_by, keys_wanted, car_words, van_id,
             appointment_from, appointment_to, closed_at, closed_by, outcome)
           SELECT $1, 9000 + $2::int, customer_id, opened_at, opened_by, 1, '', $3, $4, $5,
             CASE WHEN $6 THEN opened_at END, CASE WHEN $6 THEN opened_by END, CASE WHEN $6 THEN 'done' END
           FROM job ORDER BY number LIMIT 1`,
          [id, at, at === 2 ? null : van, `2027-05-04T${from}Z`, `2027-05-04T${to}Z`, closed],
        );
      }
      await client.query(migration);
      const found = await client.query(
        `SELECT v.state, to_char(lower(during) AT TIME ZONE 'UTC', 'HH24:MI') AS "from",
           to_char(upper(during) AT TIME ZONE 'UTC', 'HH24:MI') AS "to"
         FROM visit v JOIN job j ON j.id = v.job_id WHERE v.van_id = $1 ORDER BY j.number`,
        [van],
      );
      expect(found.rows).toEqual(times.map(([from, to, , state]) => ({ from, to, state })));
      await client.query('ROLLBACK');
    });
  });
});
