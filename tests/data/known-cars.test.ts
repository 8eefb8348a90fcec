import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { database } from '@/usecases/database';
import { findKnownCars } from '@/usecases/view/known-cars';
import { openTestJob } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let actor: PersonActor;
beforeAll(async () => {
  actor = await actorOf('locksmith');
});

describe('a caller who was here before', () => {
  it('is known by the number however it is written, with each car once by its latest job', async () => {
    const caller = { name: 'Perpetua Quoyle', phone: '+1 (555) 014-7733' };
    await openTestJob(actor, 'Merrowdale', { ...caller, year: 2018, why: 'spare', working: 1 });
    const latest = await openTestJob(actor, 'Merrowdale', {
      ...caller,
      year: 2018,
      why: 'lost',
      lost: 2,
      working: 0,
    });
    const other = await openTestJob(actor, 'Pelmore', { ...caller, year: 2012, why: 'spare', working: 2 });
    for (const phone of ['+15550147733', '555 014 7733', '0147733']) {
      const known = await findKnownCars(actor, { phone, vin: null });
      expect(known.map(({ jobNumber }) => jobNumber)).toEqual([other, latest]);
      expect(known[1]).toMatchObject({
        name: 'Perpetua Quoyle',
        car: 'Halvorn Merrowdale, 2018',
        why: 'lost',
      });
      expect(known[1]?.keys.filter(({ presence }) => presence === 'lost')).toHaveLength(2);
    }
    for (const phone of ['14-7733', '555 014 7734', '+44 555 014 7733 0'])
      expect(await findKnownCars(actor, { phone, vin: null }), phone).toEqual([]);
    // Once the name and number are blanked nobody is known by them.
    await database().query("UPDATE customer SET name = NULL, phone = NULL WHERE name = 'Perpetua Quoyle'");
    expect(await findKnownCars(actor, { phone: '555 014 7733', vin: null })).toEqual([]);
  });

  it('is known by the VIN of the car, whoever calls', async () => {
    const vin = 'WAHKE7PE9HV000123';
    const number = await openTestJob(actor, 'Merrowdale', { vin, name: 'Ivo Brandelow' });
    expect(await findKnownCars(actor, { phone: null, vin })).toMatchObject([{ jobNumber: number, vin }]);
    expect(await findKnownCars(actor, { phone: null, vin: 'WAHKE7PE9HV000124' })).toEqual([]);
    expect(await findKnownCars(actor, { phone: null, vin: null })).toEqual([]);
  });

  it('counts each number that a person looks up, once a day in the audit and so many an hour', async () => {
    const trainee = await actorOf('trainee');
    const look = (at: number) => findKnownCars(trainee, { phone: `555 013 ${7000 + at}`, vin: null });
    await openTestJob(actor, 'Merrowdale', { name: 'Ottoline Vance', phone: '+1 (555) 014-7755' });
    const known = { phone: '555 014 7755', vin: null };
    expect((await findKnownCars(trainee, known)).length).toBeGreaterThan(0);
    for (let at = 0; at < 70; at += 1) await look(at);
    const lines = await database().query(
      "SELECT 1 FROM audit_line WHERE action = 'customer.lookedUp' AND actor_id = $1",
      [trainee.personId],
    );
    expect(lines.rowCount).toBe(60);
    // What was met before today is offered still; what is new is not.
    expect((await findKnownCars(trainee, known)).length).toBeGreaterThan(0);
    const [found] = await findKnownCars(await actorOf('proprietor'), known);
    expect(found).toBeDefined();
  });
});
