import { v7 as uuid } from 'uuid';
import type { PersonActor } from '@/core/kinds/actor';
import { failed, type Result } from '@/core/kinds/result';
import { kmFrom } from '@/core/kinds/units';
import { minutesByDistance } from '@/core/travel/by-distance';
import { countJobsAt, deletePlace, listPlaceRows, type PlaceRow, upsertPlace } from '@/data/places';
import { getShopOrThrow } from '@/data/shop';
import type { PlaceIdInput, PlaceInput } from '@/inputs/shop-input';
import { database } from '../database';
import { changeOf, changeShop } from './change-shop';

export type { PlaceRow } from '@/data/places';

/** The places that calls come from, the nearest first. */
export function readPlaces(_actor: PersonActor): Promise<PlaceRow[]> {
  return listPlaceRows(database());
}

/** Stores a place; where nobody says how long the drive takes, its distance does. */
export function savePlace(
  actor: PersonActor,
  { id = uuid(), name, distance, minutes }: PlaceInput,
): Promise<Result<null>> {
  return changeShop(actor, changeOf('place', id, 'saved'), async (db) => {
    const before = (await listPlaceRows(db)).find((place) => place.id === id);
    if (before?.onRoads && before.name !== name.trim())
      return failed('Its roads know it by its name: it stays so named.', 'name');
    const { distanceUnit } = await getShopOrThrow(db);
    const distanceKm = Math.round(kmFrom(distance, distanceUnit) * 10) / 10;
    const travelMinutes = minutes ?? minutesByDistance(distanceKm);
    const isStored = await upsertPlace(db, { id, name: name.trim(), distanceKm, travelMinutes });
    return isStored ? undefined : failed('There is a place of this name already.', 'name');
  });
}

/** Takes out a place that no job names. */
export function removePlace(actor: PersonActor, { id }: PlaceIdInput): Promise<Result<null>> {
  return changeShop(actor, changeOf('place', id, 'removed'), async (db) => {
    const jobs = await countJobsAt(db, id);
    if (jobs > 0) return failed(`${jobs === 1 ? 'A job names' : `${jobs} jobs name`} it: it stays.`);
    return (await deletePlace(db, id)) ? undefined : failed('There is no such place.', 'id');
  });
}
