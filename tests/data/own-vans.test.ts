import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonActor } from '@/core/kinds/actor';
import { parseInput } from '@/inputs/parse';
import { PlaceInput, VanInput } from '@/inputs/shop-input';
import { database } from '@/usecases/database';
import { chooseVan } from '@/usecases/jobs/decide';
import { giveUpVan, readVanNames, saveVan } from '@/usecases/shop/own-vans';
import { readPlaces, removePlace, savePlace } from '@/usecases/shop/places';
import { readTools } from '@/usecases/shop/tools';
import { openTestJob, viewOf } from '../support/jobs';
import { actorOf, testDatabase } from '../support/test-database';

testDatabase('world');

let proprietor: PersonActor;
let locksmith: PersonActor;
beforeAll(async () => {
  proprietor = await actorOf('proprietor');
  locksmith = await actorOf('locksmith');
});

const vanOf = async (name: string) => (await readVanNames(proprietor)).find((van) => van.name === name);
const placeOf = async (name: string) => (await readPlaces(proprietor)).find((place) => place.name === name);

describe('the vans of a shop', () => {
  it('are added and named anew by the proprietor, each name once, and may be chosen for a job', async () => {
    expect(await saveVan(locksmith, { name: 'Dory' })).toMatchObject({ ok: false });
    expect(await saveVan(proprietor, { name: ' Dory ' })).toMatchObject({ ok: true });
    expect(await saveVan(proprietor, { name: 'dory' })).toMatchObject({
      ok: false,
      problems: [{ field: 'name' }],
    });
    const dory = await vanOf('Dory');
    expect(await saveVan(proprietor, { id: dory?.id ?? '', name: 'Skiff' })).toMatchObject({ ok: true });
    expect((await readTools(proprietor)).vans.map(({ name }) => name)).toContain('Skiff');
    const number = await openTestJob(locksmith, 'Merrowdale');
    const { job } = await viewOf(locksmith, number);
    const chosen = { number, version: job.version, vanId: dory?.id ?? '' };
    expect(await chooseVan(locksmith, chosen)).toMatchObject({ ok: true });

    // It is not given up while a job counts on it.
    const kept = await giveUpVan(proprietor, { id: dory?.id ?? '' });
    expect(kept).toMatchObject({ ok: false });
    expect(JSON.stringify(kept)).toMatch(new RegExp(`K-${number} is open with this van`));
  });

  it('is given up once nothing hangs on it, stays where it is named, and is chosen no more', async () => {
    await saveVan(proprietor, { name: 'Punt' });
    const punt = await vanOf('Punt');
    const moves = (quantity: number) =>
      database().query(
        `INSERT INTO stock_movement (id, at, van_id, article, state, quantity, reason, actor_kind)
         VALUES (gen_random_uuid(), now(), $1, 'CHL40-Alder', 'new', $2, 'counted', 'system')`,
        [punt?.id, quantity],
      );
    await moves(3);
    expect(JSON.stringify(await giveUpVan(proprietor, { id: punt?.id ?? '' }))).toMatch(/3 pieces lie in it/);
    await moves(-3);
    expect(await giveUpVan(locksmith, { id: punt?.id ?? '' })).toMatchObject({ ok: false });
    expect(await giveUpVan(proprietor, { id: punt?.id ?? '' })).toMatchObject({ ok: true });
    expect(await vanOf('Punt')).toBeUndefined();
    expect(await giveUpVan(proprietor, { id: punt?.id ?? '' })).toMatchObject({ ok: false });
    const number = await openTestJob(locksmith, 'Merrowdale');
    const { job } = await viewOf(locksmith, number);
    const chosen = { number, version: job.version, vanId: punt?.id ?? '' };
    expect(await chooseVan(locksmith, chosen)).toMatchObject({ ok: false });
    // Its name is no other van's, and brings it back with all that was its own.
    const skiff = await vanOf('Skiff');
    expect(await saveVan(proprietor, { id: skiff?.id ?? '', name: 'Punt' })).toMatchObject({ ok: false });
    const audit = await database().query<{ action: string }>(
      'SELECT action FROM audit_line WHERE subject_id = $1 ORDER BY seq',
      [punt?.id],
    );
    expect(audit.rows.map(({ action }) => action)).toEqual(['van.saved', 'van.givenUp']);
    expect(await saveVan(proprietor, { name: 'Punt' })).toMatchObject({ ok: true });
    expect(await vanOf('Punt')).toEqual(punt);
  });
});

describe('the places of a shop', () => {
  it('are stored with their way, by distance alone where nobody knows the minutes', async () => {
    expect(await savePlace(proprietor, { name: 'Tern Lane', distance: 16, minutes: null })).toMatchObject({
      ok: true,
    });
    expect(await placeOf('Tern Lane')).toMatchObject({ distanceKm: 16, travelMinutes: 22, onRoads: false });
    const id = (await placeOf('Tern Lane'))?.id ?? '';
    await database().query("UPDATE shop SET distance_unit = 'mi'");
    expect(await savePlace(proprietor, { id, name: 'Tern Lane', distance: 10, minutes: 35 })).toMatchObject({
      ok: true,
    });
    await database().query("UPDATE shop SET distance_unit = 'km'");
    expect(await placeOf('Tern Lane')).toMatchObject({ distanceKm: 16.1, travelMinutes: 35 });
    expect(await savePlace(proprietor, { name: 'tern lane', distance: 1, minutes: 1 })).toMatchObject({
      ok: false,
      problems: [{ field: 'name' }],
    });
    expect(await removePlace(proprietor, { id })).toMatchObject({ ok: true });
    expect(await placeOf('Tern Lane')).toBeUndefined();
  });

  it('keeps one that roads know by its name so named, and one that a job names there', async () => {
    const known = (await readPlaces(proprietor)).find(({ onRoads }) => onRoads);
    if (!known) throw new Error('no place is on roads');
    const { id, distanceKm: distance, travelMinutes: minutes } = known;
    expect(await savePlace(proprietor, { id, name: 'Elsewhere', distance, minutes })).toMatchObject({
      problems: [{ field: 'name', message: expect.stringMatching(/roads know it by its name/) }],
    });
    await openTestJob(locksmith, 'Merrowdale', { placeId: id });
    expect(JSON.stringify(await removePlace(proprietor, { id }))).toMatch(/names? it: it stays/);
  });

  it.each([
    [PlaceInput, { name: '', distance: 3, minutes: null }, 'name'],
    [PlaceInput, { name: 'Quay', distance: -1, minutes: null }, 'distance'],
    [PlaceInput, { name: 'Quay', distance: null, minutes: null }, 'distance'],
    [PlaceInput, { name: 'Quay', distance: 3, minutes: 2.5 }, 'minutes'],
    [VanInput, { name: '' }, 'name'],
    [VanInput, { name: '   ' }, 'name'],
    [PlaceInput, { name: ' ', distance: 3, minutes: null }, 'name'],
  ])('refuses what cannot be', (Class, data, field) => {
    const read = parseInput(Class as new () => object, data);
    expect(read).toMatchObject({ ok: false, problems: [{ field }] });
  });
});
