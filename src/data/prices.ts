import type { LocalDay } from '@/core/kinds/local-time';
import type { PriceLists } from '@/core/quote/pricing';
import type { Dealer, SourceOutcome } from '@/core/quote/quote';
import type { SupplierPrice } from '@/core/supply/supplier-prices';
import type { Db } from './db';
import { readPriceRules, readTaxRates } from './price-rules';
import { together } from './together';

/** Undefined where the day has no price book. */
export async function readPriceLists(
  db: Db,
  day: LocalDay,
  articles: readonly string[],
  makeId: string | null,
): Promise<PriceLists | undefined> {
  const [rules, taxBasisPoints, prices, dealer, outcomes, bureauFeeMinor, codeService] = await together(
    db,
    (db) => readPriceRules(db, day),
    (db) => readTaxRates(db, day),
    (db) => listSupplierPrices(db, day, articles),
    (db) => findDealer(db, makeId),
    (db) => listSourceOutcomes(db),
    (db) => findBureauFee(db),
    (db) => findCodeService(db),
  );
  return rules && { rules, taxBasisPoints, prices, dealer, outcomes, bureauFeeMinor, codeService };
}

async function listSupplierPrices(
  db: Db,
  day: LocalDay,
  articles: readonly string[],
): Promise<SupplierPrice[]> {
  if (articles.length === 0) return [];
  const prices = await db.query<SupplierPrice>(
    `SELECT s.name AS supplier, s.kind, p.article, p.condition, p.price_minor AS "priceMinor", p.pieces,
       p.minimum_order AS "minimumOrder", p.shipping_minor AS "shippingMinor", p.lead_days AS "leadDays",
       s.late_days AS "lateDays", p.warranty_months AS "warrantyMonths", to_char(s.cut_off, 'HH24:MI') AS "cutOff",
       to_char(s.delivers_by, 'HH24:MI') AS "deliversBy",
       coalesce(p.seen_on, lower(p.valid))::text AS since
     FROM supplier_price p JOIN supplier s ON s.id = p.supplier_id
     WHERE p.article = ANY($1) AND p.valid @> $2::date ORDER BY s.name, p.article, p.condition`,
    [articles, day],
  );
  return prices.rows;
}

async function findDealer(db: Db, makeId: string | null): Promise<Dealer | null> {
  const dealers = await db.query<Dealer>(
    `SELECT name, labour_minor AS "labourMinor", programming_minor AS "programmingMinor",
       key_markup_percent AS "keyMarkupPercent", working_days AS "workingDays", late_days AS "lateDays",
       tow_km::float8 AS "towKm", cut_minor AS "cutMinor", place
     FROM dealer WHERE make_id = $1`,
    [makeId],
  );
  return dealers.rows[0] ?? null;
}

/** Each supplier and each multi-type chip with what is publicly known of it and how its keys turned out here. */
async function listSourceOutcomes(db: Db): Promise<SourceOutcome[]> {
  const result = await db.query<SourceOutcome>(
    `SELECT s.name AS source, s.redo_basis_points AS "statedBasisPoints", coalesce(sum(k.keys), 0)::int AS made,
       coalesce(sum(k.redone), 0)::int AS comebacks
     FROM (SELECT name, redo_basis_points FROM supplier
           UNION ALL SELECT article, redo_basis_points FROM multi_type_chip) s
     LEFT JOIN key_source k ON k.source = s.name GROUP BY s.name, s.redo_basis_points ORDER BY s.name`,
  );
  return result.rows;
}

async function findCodeService(db: Db): Promise<PriceLists['codeService']> {
  const found = await db.query<{ feeMinor: number; chance: number }>(
    `SELECT fee_minor AS "feeMinor", 1 - failure_percent::float8 / 100 AS chance
     FROM code_service WHERE offered AND kind = 'codeFromVin'`,
  );
  return found.rows[0] ?? null;
}

async function findBureauFee(db: Db): Promise<number> {
  const bureau = await db.query<{ feeMinor: number }>(
    `SELECT fee_minor AS "feeMinor" FROM code_service WHERE offered AND kind = 'pinFromVin'`,
  );
  return bureau.rows[0]?.feeMinor ?? 0;
}
