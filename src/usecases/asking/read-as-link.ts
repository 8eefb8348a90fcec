import type { Db } from '@/data/db';
import { findOpenedLink, type OpenedLink } from '@/data/quote-links';
import { now } from '@/outside/clock';
import { hashToken } from '../hash-token';
import { nobody, readAs } from './read-as';

/** The link that a customer's cookie stands for; undefined where it has ended. */
export function findLinkOf(cookie: string): Promise<OpenedLink | undefined> {
  return findOpenedLink(readAs(nobody), hashToken(cookie), now());
}

/**
 * The database as a customer's page reads it: what this link wrote stands as it was written, and so does what whoever made the
 * link wrote, who has shown the customer that paper. Words of another link stay sealed.
 */
export async function readAsLink(cookie: string): Promise<Db | undefined> {
  const link = await findLinkOf(cookie);
  return link && readAs([link.id, link.madeBy]);
}
