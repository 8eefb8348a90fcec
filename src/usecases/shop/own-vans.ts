import { v7 as uuid } from 'uuid';
import { formatJobNumber } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { failed, type Result } from '@/core/kinds/result';
import { readRoadNetwork } from '@/data/roads';
import { getShopOrThrow } from '@/data/shop';
import {
  findGivenUpVan,
  findHangsOnVan,
  type HangsOnVan,
  listVans,
  retireVan,
  upsertVan,
  type VanRow,
} from '@/data/vans';
import type { VanIdInput, VanInput } from '@/inputs/shop-input';
import { database } from '../database';
import { changeOf, changeShop } from './change-shop';

/** The vans that are driven, by name. */
export async function readVanNames(
  _actor: PersonActor,
): Promise<readonly Pick<VanRow, 'id' | 'name' | 'standsAt'>[]> {
  return (await listVans(database())).map(({ id, name, standsAt }) => ({ id, name, standsAt }));
}

/** Adds a van, or names one anew; one that was given up is driven again once it is added by its name. */
export async function saveVan(actor: PersonActor, { id, name, standsAt }: VanInput): Promise<Result<null>> {
  const own = id ?? (await findGivenUpVan(database(), name.trim())) ?? uuid();
  return changeShop(actor, changeOf('van', own, 'saved'), async (db) => {
    const before = (await listVans(db)).find((van) => van.id === own);
    const where = standsAt === undefined ? (before?.standsAt ?? null) : standsAt.trim() || null;
    if (where !== null && where !== before?.standsAt && !(await readRoadNetwork(db)).nodes.includes(where))
      return failed('The roads on file have no such place.', 'standsAt');
    const isStored = await upsertVan(db, own, name.trim(), where);
    return isStored ? undefined : failed('There is a van of this name, or there was one.', 'name');
  });
}

/** Gives a van up: it is chosen no more, and stays where jobs name it. What still hangs on it goes to another one first. */
export function giveUpVan(actor: PersonActor, { id }: VanIdInput): Promise<Result<null>> {
  return changeShop(actor, changeOf('van', id, 'givenUp'), async (db) => {
    const why = whyKept(await findHangsOnVan(db, id, actor.at));
    if (why) return failed(why);
    const { zone } = await getShopOrThrow(db);
    const isGone = await retireVan(db, id, localMoment(actor.at, zone).day);
    return isGone ? undefined : failed('There is no such van.', 'id');
  });
}

function whyKept({ jobs, visits, pieces }: HangsOnVan): string | undefined {
  const [first, ...more] = jobs;
  if (first !== undefined) {
    const others = more.length > 0 ? ` and ${more.length} more` : '';
    return `${formatJobNumber(first)}${others} ${more.length > 0 ? 'are' : 'is'} open with this van: close them, or choose another van there.`;
  }
  if (visits > 0) return 'It has visits to come: send another van first.';
  if (pieces === 0) return undefined;
  return pieces === 1 ? 'A piece lies in it: move it first.' : `${pieces} pieces lie in it: move them first.`;
}
