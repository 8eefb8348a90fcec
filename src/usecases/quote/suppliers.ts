import { v7 as uuid } from 'uuid';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { done, failed, type Result } from '@/core/kinds/result';
import {
  comparePrices,
  type PastPrice,
  type ShownDifference,
  type SupplierRecord,
  shownDifference,
} from '@/core/supply/price-file';
import { appendAudit } from '@/data/audit';
import { lockPrices } from '@/data/price-rules';
import { getShopOrThrow } from '@/data/shop';
import {
  findPriceFile,
  keepPriceFile,
  listPriceHistory,
  listPricesOf,
  listStrangeArticles,
  listSuppliers,
  markFileStored,
  storePrices,
  upsertSupplier,
} from '@/data/suppliers';
import { type FileProblem, writePriceFile } from '@/formats/price-file';
import type { ByIdInput } from '@/inputs/people-inputs';
import type { SupplierInput } from '@/inputs/price-inputs';
import { changeAs, readAs } from '../asking/read-as';
import { refusedFor } from '../duties';
import { runInPool } from '../pool/pool';

export interface SuppliersView {
  readonly suppliers: readonly SupplierRecord[];
  readonly currency: string;
  readonly locale: string;
  readonly today: string;
}

export async function readSuppliers(actor: Actor): Promise<SuppliersView> {
  const db = readAs(actor);
  const shop = await getShopOrThrow(db);
  const { day } = localMoment(actor.at, shop.zone);
  return {
    suppliers: await listSuppliers(db, day),
    currency: shop.currency,
    locale: shop.locale,
    today: day,
  };
}

/** Adds a supplier, or changes the one of this name. */
export async function saveSupplier(actor: PersonActor, input: SupplierInput): Promise<Result<null>> {
  const mayNot = refusedFor(actor, 'bringPrices');
  if (mayNot) return mayNot;
  const id = uuid();
  return changeAs(actor, async (db) => {
    await upsertSupplier(db, { ...input, id, name: input.name.trim() });
    await appendAudit(db, actor, { action: 'supplier.saved', subjectKind: 'supplier', subjectId: null });
    return done(null);
  });
}

/** Every price of an article over the days. */
export function readPriceHistory(actor: Actor, article: string): Promise<PastPrice[]> {
  return listPriceHistory(readAs(actor), article);
}

/** What storing a price file would do; with problems nothing of it can be stored. */
export interface PriceFilePreview {
  readonly id: string;
  readonly fileName: string;
  readonly difference: ShownDifference;
  readonly problems: readonly FileProblem[];
  /** Articles that the library does not have; they are stored and never quoted. */
  readonly strange: readonly string[];
}

/** The largest price file. */
export const priceFileBytes = 4_000_000;
const mostProblems = 50;
const shownAtMost = 40;

/** Reads a supplier's price file and says what storing it would do. */
export async function readPriceFile(
  actor: PersonActor,
  file: { readonly supplierId: string; readonly name: string; readonly bytes: Buffer },
): Promise<Result<PriceFilePreview>> {
  const mayNot = refusedFor(actor, 'bringPrices');
  if (mayNot) return mayNot;
  const { currency, zone } = await getShopOrThrow(readAs(actor));
  const read = await runInPool('readPriceFile', { bytes: file.bytes, currency });
  if (!read.ok) return read;
  const { text, listed, problems } = read.value;
  const id = uuid();
  return changeAs(actor, async (db) => {
    const { day } = localMoment(actor.at, zone);
    if (!(await listSuppliers(db, day)).some((one) => one.id === file.supplierId))
      return failed('There is no such supplier.');
    const present = await listPricesOf(db, file.supplierId, day);
    if (problems.length === 0)
      await keepPriceFile(db, {
        id,
        supplierId: file.supplierId,
        fileName: file.name,
        content: text,
        at: actor.at,
        by: actor.personId,
      });
    return done({
      id,
      fileName: file.name,
      difference: shownDifference(comparePrices(present, listed), shownAtMost),
      problems: problems.slice(0, mostProblems),
      strange: await listStrangeArticles(
        db,
        listed.map(({ article }) => article),
      ),
    });
  });
}

/** Stores a file that was read: new and changed prices hold from today, the same are marked as seen. */
export async function storePriceFile(
  actor: PersonActor,
  { id }: ByIdInput,
): Promise<Result<{ stored: number; seen: number }>> {
  const mayNot = refusedFor(actor, 'bringPrices');
  if (mayNot) return mayNot;
  const kept = await findPriceFile(readAs(actor), id);
  if (!kept) return failed('A later file took its place. Import it again.');
  const { currency } = await getShopOrThrow(readAs(actor));
  // Read once more, outside of the locks: the currency may have changed since the preview.
  const read = await runInPool('readPriceFile', { bytes: Buffer.from(kept.content, 'utf8'), currency });
  if (!read.ok || read.value.problems.length > 0)
    return failed('The file cannot be read any more. Import it again.');
  const { listed } = read.value;
  return changeAs(actor, async (db) => {
    await lockPrices(db);
    const file = await findPriceFile(db, id);
    if (!file) return failed('A later file took its place. Import it again.');
    if (file.storedAt !== null) return failed('This file is stored already.');
    const shop = await getShopOrThrow(db);
    if (shop.currency !== currency) return failed('The currency changed meanwhile. Import the file again.');
    const { day } = localMoment(actor.at, shop.zone);
    const { added, changed, same } = comparePrices(await listPricesOf(db, file.supplierId, day), listed);
    const fresh = [...added, ...changed.map(({ after }) => after)];
    await storePrices(db, file.supplierId, day, { fresh, confirmed: same });
    await markFileStored(db, id, actor.at);
    await appendAudit(db, actor, {
      action: 'prices.brought',
      subjectKind: 'supplier',
      subjectId: file.supplierId,
      details: { added: added.length, changed: changed.length, seen: same.length },
    });
    return done({ stored: fresh.length, seen: same.length });
  });
}

/** A supplier's present prices as a file that could be brought again. */
export async function exportPrices(actor: Actor, supplierId: string): Promise<string | undefined> {
  const db = readAs(actor);
  const shop = await getShopOrThrow(db);
  const { day } = localMoment(actor.at, shop.zone);
  if (!(await listSuppliers(db, day)).some(({ id }) => id === supplierId)) return undefined;
  return writePriceFile(await listPricesOf(db, supplierId, day), shop.currency);
}
