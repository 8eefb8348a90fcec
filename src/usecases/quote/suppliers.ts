import { Readable } from 'node:stream';
import { v7 as uuid } from 'uuid';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { minorPlaces } from '@/core/kinds/money';
import { done, failed, type Result } from '@/core/kinds/result';
import {
  comparePrices,
  type ListedPrice,
  type PriceFileDifference,
  priceFileColumns,
  repeatedLines,
  type SupplierRecord,
} from '@/core/quote/price-file';
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
  type PastPrice,
  storePrices,
  upsertSupplier,
} from '@/data/suppliers';
import { fieldOfColumn, readCsv, writeCsv } from '@/formats/csv';
import { decodeText, EncodingError } from '@/formats/text-encoding';
import { parseInput } from '@/inputs/parse';
import type { ByIdInput } from '@/inputs/people-inputs';
import { PriceFileRow } from '@/inputs/price-file-row';
import type { SupplierInput } from '@/inputs/price-inputs';
import { database, transact } from '../database';
import { refusedFor } from '../duties';

export interface SuppliersView {
  readonly suppliers: readonly SupplierRecord[];
  readonly currency: string;
  readonly locale: string;
  readonly today: string;
}

export async function readSuppliers(actor: Actor): Promise<SuppliersView> {
  const db = database();
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
  return transact(async (db) => {
    await upsertSupplier(db, { ...input, id, name: input.name.trim() });
    await appendAudit(db, actor, { action: 'supplier.saved', subjectKind: 'supplier', subjectId: null });
    return done(null);
  });
}

/** Every price of an article over the days. */
export function readPriceHistory(_actor: Actor, article: string): Promise<PastPrice[]> {
  return listPriceHistory(database(), article);
}

export interface FileProblem {
  readonly line: number;
  readonly column: string | null;
  readonly reason: string;
}

/** What storing a price file would do; with problems nothing of it can be stored. */
export interface PriceFilePreview {
  readonly id: string;
  readonly fileName: string;
  readonly difference: PriceFileDifference;
  readonly problems: readonly FileProblem[];
  /** Articles that the library does not have; they are stored and never quoted. */
  readonly strange: readonly string[];
}

/** The largest price file. */
export const priceFileBytes = 4_000_000;
const mostProblems = 50;

/** Reads a supplier's price file and says what storing it would do. */
export async function readPriceFile(
  actor: PersonActor,
  file: { readonly supplierId: string; readonly name: string; readonly bytes: Buffer },
): Promise<Result<PriceFilePreview>> {
  const mayNot = refusedFor(actor, 'bringPrices');
  if (mayNot) return mayNot;
  const read = await textOf(file.bytes);
  if (!read.ok) return read;
  const text = read.value;
  const id = uuid();
  return transact(async (db) => {
    const shop = await getShopOrThrow(db);
    const { day } = localMoment(actor.at, shop.zone);
    if (!(await listSuppliers(db, day)).some((one) => one.id === file.supplierId))
      return failed('There is no such supplier.');
    const { listed, problems } = readRows(text, shop.currency);
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
      difference: comparePrices(present, listed),
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
  return transact(async (db) => {
    await lockPrices(db);
    const file = await findPriceFile(db, id);
    if (!file) return failed('A later file took its place. Bring it again.');
    if (file.storedAt !== null) return failed('This file is stored already.');
    const shop = await getShopOrThrow(db);
    const { day } = localMoment(actor.at, shop.zone);
    // Read once more: prices may have changed since the preview.
    const { listed, problems } = readRows(file.content, shop.currency);
    if (problems.length > 0) return failed('The file cannot be read any more. Bring it again.');
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
export async function writePriceFile(actor: Actor, supplierId: string): Promise<string | undefined> {
  const db = database();
  const shop = await getShopOrThrow(db);
  const { day } = localMoment(actor.at, shop.zone);
  if (!(await listSuppliers(db, day)).some(({ id }) => id === supplierId)) return undefined;
  const places = minorPlaces(shop.currency);
  const amount = (minor: number) => (minor / 10 ** places).toFixed(places);
  const rows = (await listPricesOf(db, supplierId, day)).map((price) => [
    price.article,
    amount(price.priceMinor),
    price.pieces === null ? '' : String(price.pieces),
    String(price.leadDays),
    price.condition,
    String(price.warrantyMonths),
    String(price.minimumOrder),
    amount(price.shippingMinor),
  ]);
  return writeCsv([[...priceFileColumns], ...rows]);
}

async function textOf(bytes: Buffer): Promise<Result<string>> {
  const parts: string[] = [];
  try {
    for await (const part of decodeText(Readable.from([bytes]), () => {})) parts.push(part);
  } catch (error) {
    if (error instanceof EncodingError) return failed(error.message);
    throw error;
  }
  return done(parts.join(''));
}

function readRows(
  text: string,
  currency: string,
): { readonly listed: readonly ListedPrice[]; readonly problems: readonly FileProblem[] } {
  const table = readCsv(text);
  const problems: FileProblem[] = table.problems.map(({ line, column, reason }) => ({
    line,
    column: column ?? null,
    reason,
  }));
  const strange = table.columns.filter((name) => !(priceFileColumns as readonly string[]).includes(name));
  for (const name of strange)
    problems.push({
      line: 1,
      column: name,
      reason: `Not a column of a price file: ${priceFileColumns.join(', ')}.`,
    });
  const scale = 10 ** minorPlaces(currency);
  const minor = (amount: string) => Math.round(Number(amount) * scale);
  const listed: ListedPrice[] = [];
  const lines: number[] = [];
  if (strange.length === 0)
    for (const { line, cells } of table.rows) {
      const named = Object.fromEntries(
        Object.entries(cells).map(([name, cell]) => [fieldOfColumn(name), cell]),
      );
      const parsed = parseInput(PriceFileRow, named);
      if (!parsed.ok) {
        for (const { field, message } of parsed.problems)
          problems.push({ line, column: field ?? null, reason: message });
        continue;
      }
      const row = parsed.value;
      if (/^[=+\-@]/.test(row.article)) {
        problems.push({ line, column: 'article', reason: 'An article begins with a letter or a digit.' });
        continue;
      }
      lines.push(line);
      listed.push({
        article: row.article,
        condition: row.condition ?? 'new',
        priceMinor: minor(row.price),
        pieces: row.stock ?? null,
        leadDays: row.leadDays,
        warrantyMonths: row.warrantyMonths ?? 0,
        minimumOrder: row.minimumOrder ?? 1,
        shippingMinor: minor(row.shipping ?? '0'),
      });
    }
  for (const at of repeatedLines(listed))
    problems.push({
      line: lines[at] ?? 0,
      column: 'article',
      reason: 'This article stands in the file twice.',
    });
  if (listed.length === 0 && problems.length === 0)
    problems.push({ line: 1, column: null, reason: 'The file has no price in it.' });
  return { listed, problems };
}
