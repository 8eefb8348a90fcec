import type { LocalDay } from '@/core/kinds/local-time';
import type { QuoteSnapshot, SupplierPrice, TaxClass } from '@/core/quote/quote';
import type { Db } from './db';

export type PriceLists = Pick<QuoteSnapshot, 'book' | 'menu' | 'taxBasisPoints' | 'prices' | 'desk'> & {
  /** What the bureau takes for a PIN; 0 where there is no bureau. */
  readonly bureauFeeMinor: number;
};

/** Everything priced that a quote of this day may need; undefined where the day has no price book. */
export async function readPriceLists(
  db: Db,
  day: LocalDay,
  articles: readonly string[],
  makeId: string | null,
): Promise<PriceLists | undefined> {
  const books = await db.query<QuoteSnapshot['book'] & { id: string }>(
    `SELECT id, rate_minor AS "rateMinor", key_markup_percent AS "keyMarkupPercent", minimum_minor AS "minimumMinor",
       rounding_minor AS "roundingMinor", tow_base_minor AS "towBaseMinor", tow_per_km_minor AS "towPerKmMinor",
       online_shipping_minor AS "onlineShippingMinor"
     FROM price_book WHERE valid @> $1::date`,
    [day],
  );
  const [found] = books.rows;
  if (!found) return undefined;
  const { id, ...book } = found;
  const menu = await db.query<{ work: string; firstMinor: number; furtherMinor: number }>(
    `SELECT work, first_minor AS "firstMinor", further_minor AS "furtherMinor" FROM price_menu
     WHERE price_book_id = $1 ORDER BY work`,
    [id],
  );
  const taxes = await db.query<{ taxClass: TaxClass; basisPoints: number }>(
    `SELECT tax_class AS "taxClass", basis_points AS "basisPoints" FROM tax_rate WHERE valid @> $1::date`,
    [day],
  );
  const prices = await db.query<SupplierPrice>(
    `SELECT s.name AS supplier, s.kind, p.article, p.price_minor AS "priceMinor", p.lead_days AS "leadDays",
       p.warranty_months AS "warrantyMonths", to_char(s.cut_off, 'HH24:MI') AS "cutOff"
     FROM supplier_price p JOIN supplier s ON s.id = p.supplier_id
     WHERE p.article = ANY($1) AND p.valid @> $2::date ORDER BY s.name, p.article`,
    [articles, day],
  );
  const desks = await db.query<NonNullable<QuoteSnapshot['desk']>>(
    `SELECT name, labour_minor AS "labourMinor", programming_minor AS "programmingMinor",
       key_markup_percent AS "keyMarkupPercent", working_days AS "workingDays", tow_km::float8 AS "towKm"
     FROM franchise_desk WHERE make_id = $1`,
    [makeId],
  );
  const bureau = await db.query<{ feeMinor: number }>(
    `SELECT fee_minor AS "feeMinor" FROM bureau_service WHERE kind = 'pinFromVin'`,
  );
  const rate = (taxClass: TaxClass) => taxes.rows.find((tax) => tax.taxClass === taxClass)?.basisPoints ?? 0;
  return {
    book,
    menu: Object.fromEntries(menu.rows.map(({ work, ...amounts }) => [work, amounts])),
    taxBasisPoints: { goods: rate('goods'), labour: rate('labour') },
    prices: prices.rows,
    desk: desks.rows[0] ?? null,
    bureauFeeMinor: bureau.rows[0]?.feeMinor ?? 0,
  };
}
