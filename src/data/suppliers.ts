import type { LocalDay } from '@/core/kinds/local-time';
import type { ListedPrice, PastPrice, SupplierRecord } from '@/core/supply/price-file';
import type { Db } from './db';

/** The suppliers with their record and how old their prices are. */
export async function listSuppliers(db: Db, day: LocalDay): Promise<SupplierRecord[]> {
  const result = await db.query<SupplierRecord>(
    `SELECT s.id, s.name, s.kind, to_char(s.cut_off, 'HH24:MI') AS "cutOff",
       to_char(s.delivers_by, 'HH24:MI') AS "deliversBy", s.late_days AS "lateDays",
       s.redo_basis_points AS "comebackBasisPoints",
       (SELECT coalesce(sum(keys), 0)::int FROM key_source WHERE source = s.name) AS made,
       (SELECT coalesce(sum(redone), 0)::int FROM key_source WHERE source = s.name) AS comebacks,
       (SELECT count(*)::int FROM supplier_price p WHERE p.supplier_id = s.id AND p.valid @> $1::date) AS prices,
       (SELECT max(coalesce(seen_on, lower(valid)))::text FROM supplier_price p WHERE p.supplier_id = s.id) AS "seenOn"
     FROM supplier s ORDER BY s.name`,
    [day],
  );
  return result.rows;
}

/** Adds a supplier, or changes the one of this name. */
export async function upsertSupplier(
  db: Db,
  supplier: Pick<
    SupplierRecord,
    'id' | 'name' | 'kind' | 'cutOff' | 'deliversBy' | 'lateDays' | 'comebackBasisPoints'
  >,
): Promise<void> {
  await db.query(
    `INSERT INTO supplier (id, name, kind, cut_off, late_days, redo_basis_points, delivers_by) VALUES ($1, $2, $3, $4, $5, $6, $7)
     ON CONFLICT (name) DO UPDATE SET kind = excluded.kind, cut_off = excluded.cut_off,
       late_days = excluded.late_days, redo_basis_points = excluded.redo_basis_points,
       delivers_by = excluded.delivers_by`,
    [
      supplier.id,
      supplier.name,
      supplier.kind,
      supplier.cutOff,
      supplier.lateDays,
      supplier.comebackBasisPoints,
      supplier.deliversBy,
    ],
  );
}

/** What a supplier asks for on a day. */
export async function listPricesOf(db: Db, supplierId: string, day: LocalDay): Promise<ListedPrice[]> {
  const result = await db.query<ListedPrice>(
    `SELECT article, condition, price_minor AS "priceMinor", pieces, lead_days AS "leadDays",
       warranty_months AS "warrantyMonths", minimum_order AS "minimumOrder", shipping_minor AS "shippingMinor"
     FROM supplier_price WHERE supplier_id = $1 AND valid @> $2::date ORDER BY article COLLATE "C", condition`,
    [supplierId, day],
  );
  return result.rows;
}

/** Ends prices on a day, adds others that hold from it, and marks those that were confirmed as seen. */
export async function storePrices(
  db: Db,
  supplierId: string,
  day: LocalDay,
  prices: { readonly fresh: readonly ListedPrice[]; readonly confirmed: readonly ListedPrice[] },
): Promise<void> {
  const rows = JSON.stringify(prices.fresh);
  await db.query(
    `UPDATE supplier_price p SET valid = daterange(lower(p.valid), $2::date)
     FROM jsonb_to_recordset($3::jsonb) AS f (article text, condition text)
     WHERE p.supplier_id = $1 AND p.article = f.article AND p.condition = f.condition AND p.valid && daterange($2::date, NULL)`,
    [supplierId, day, rows],
  );
  await db.query(
    `INSERT INTO supplier_price (supplier_id, article, condition, price_minor, pieces, lead_days, warranty_months,
       minimum_order, shipping_minor, seen_on, valid)
     SELECT $1, article, condition, "priceMinor", pieces, "leadDays", "warrantyMonths", "minimumOrder", "shippingMinor",
       $2::date, daterange($2::date, NULL)
     FROM jsonb_to_recordset($3::jsonb) AS f (article text, condition text, "priceMinor" int, pieces int, "leadDays" int,
       "warrantyMonths" int, "minimumOrder" int, "shippingMinor" int)`,
    [supplierId, day, rows],
  );
  await db.query(
    `UPDATE supplier_price p SET seen_on = $2::date
     FROM jsonb_to_recordset($3::jsonb) AS f (article text, condition text)
     WHERE p.supplier_id = $1 AND p.article = f.article AND p.condition = f.condition AND p.valid @> $2::date`,
    [supplierId, day, JSON.stringify(prices.confirmed)],
  );
}

/** Every price an article ever had, by supplier and day. */
export async function listPriceHistory(db: Db, article: string): Promise<PastPrice[]> {
  const result = await db.query<PastPrice>(
    `SELECT s.name AS supplier, p.condition, p.price_minor AS "priceMinor", lower(p.valid)::text AS "from",
       upper(p.valid)::text AS "to"
     FROM supplier_price p JOIN supplier s ON s.id = p.supplier_id
     WHERE p.article = $1 AND NOT isempty(p.valid) ORDER BY s.name, p.condition, lower(p.valid)`,
    [article],
  );
  return result.rows;
}

/** Which of these articles the library does not have; cutting and what ways use up are no articles of it. */
export async function listStrangeArticles(db: Db, articles: readonly string[]): Promise<string[]> {
  const result = await db.query<{ article: string }>(
    `SELECT a.article FROM unnest($1::text[]) AS a(article)
     WHERE NOT EXISTS (SELECT 1 FROM blank WHERE article = a.article)
       AND NOT EXISTS (SELECT 1 FROM blank WHERE article = split_part(a.article, '/', 1) AND seat = 'pellet'
         AND a.article ~ '^[^/]+/[1-9][0-9]?$')
       AND NOT EXISTS (SELECT 1 FROM chip WHERE article = a.article)
       AND NOT EXISTS (SELECT 1 FROM remote WHERE article = a.article)
       AND NOT EXISTS (SELECT 1 FROM universal WHERE article = a.article)
       AND NOT EXISTS (SELECT 1 FROM platform_method WHERE article = a.article)
       AND a.article NOT LIKE 'CUT-%' ORDER BY 1`,
    [articles],
  );
  return result.rows.map(({ article }) => article);
}

export interface PriceFileRow {
  readonly id: string;
  readonly supplierId: string;
  readonly fileName: string;
  readonly content: string;
  readonly storedAt: Date | null;
}

/** Keeps a file that was read; those of this supplier that were never stored give way to it. */
export async function keepPriceFile(
  db: Db,
  file: Omit<PriceFileRow, 'storedAt'> & { readonly at: Date; readonly by: string },
): Promise<void> {
  await db.query('DELETE FROM price_file WHERE supplier_id = $1 AND stored_at IS NULL', [file.supplierId]);
  await db.query(
    'INSERT INTO price_file (id, supplier_id, file_name, content, read_at, read_by) VALUES ($1, $2, $3, $4, $5, $6)',
    [file.id, file.supplierId, file.fileName, file.content, file.at, file.by],
  );
}

export async function findPriceFile(db: Db, id: string): Promise<PriceFileRow | undefined> {
  const result = await db.query<PriceFileRow>(
    `SELECT id, supplier_id AS "supplierId", file_name AS "fileName", content, stored_at AS "storedAt"
     FROM price_file WHERE id = $1 FOR UPDATE`,
    [id],
  );
  return result.rows[0];
}

export async function markFileStored(db: Db, id: string, at: Date): Promise<void> {
  await db.query('UPDATE price_file SET stored_at = $2 WHERE id = $1', [id, at]);
}
