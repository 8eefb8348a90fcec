import type { Actor } from '@/core/kinds/actor';
import { getShopOrThrow, type ShopRow } from '@/data/shop';
import { database } from './database';

/** The shop and its settings. */
export async function readShop(_actor: Actor): Promise<ShopRow> {
  return getShopOrThrow(database());
}
