import type { Actor, PersonActor } from '@/core/kinds/actor';
import { type LocalMoment, localMoment } from '@/core/kinds/local-time';
import { minorPlaces } from '@/core/kinds/money';
import { done, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { listPlatforms } from '@/data/catalogue';
import { type PriceLists, readPriceLists } from '@/data/prices';
import { getShopOrThrow, type ShopRow, updatePriceClass } from '@/data/shop';
import { listVans, type VanRow } from '@/data/vans';
import type { PriceClassInput } from '@/inputs/shop-input';
import { database, transact } from './database';

/** The shop and its local time. */
export async function readShopNow(actor: Actor): Promise<{ shop: ShopRow; now: LocalMoment }> {
  const shop = await getShopOrThrow(database());
  return { shop, now: localMoment(actor.at, shop.zone) };
}

/** The price book and taxes of today; undefined where the shop has none yet. */
export async function readPriceBook(actor: Actor): Promise<PriceLists | undefined> {
  const { now } = await readShopNow(actor);
  return readPriceLists(database(), now.day, [], null);
}

/** Sets the step in which totals count as one price when a car is identified. */
export async function setPriceClass(
  actor: PersonActor,
  { amount }: PriceClassInput,
): Promise<Result<{ priceClassMinor: number }>> {
  return transact(async (db) => {
    const shop = await getShopOrThrow(db);
    const minor = amount * 10 ** minorPlaces(shop.currency);
    if (!Number.isInteger(Math.round(minor * 1000) / 1000) || minor < 1)
      return failed(`Smaller than ${shop.currency} has.`, 'amount');
    const priceClassMinor = Math.round(minor);
    await updatePriceClass(db, priceClassMinor);
    await appendAudit(db, actor, {
      action: 'shop.priceClass',
      subjectKind: 'shop',
      subjectId: shop.id,
      details: { priceClassMinor },
    });
    return done({ priceClassMinor });
  });
}

export interface VansView {
  readonly vans: readonly VanRow[];
  /** Names of the platforms that tools cover, by id. */
  readonly platformNames: Readonly<Record<string, string>>;
  readonly today: string;
}

/** The vans with tools and rights, to look at. */
export async function readVans(actor: Actor): Promise<VansView> {
  const { now } = await readShopNow(actor);
  const vans = await listVans(database());
  const ids = vans.flatMap(({ tools }) =>
    tools.flatMap(({ cover }) => cover.map(({ platformId }) => platformId)),
  );
  const platforms = await listPlatforms(database(), [...new Set(ids)]);
  return {
    vans,
    platformNames: Object.fromEntries(platforms.map(({ id, name }) => [id, name])),
    today: now.day,
  };
}
