import type { Actor } from '@/core/kinds/actor';
import { type LocalMoment, localMoment } from '@/core/kinds/local-time';
import { listPlatforms } from '@/data/catalogue';
import { type PriceLists, readPriceLists } from '@/data/prices';
import { getShopOrThrow, type ShopRow } from '@/data/shop';
import { listVans, type VanRow } from '@/data/vans';
import { database } from './database';

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
