import type { LocalDay } from '@/core/kinds/local-time';
import type { OptionKind } from '@/core/quote/option-kinds';
import type { DistanceBand, FlatRate, HourRule, OwnWork, PriceRules } from '@/core/quote/price-rules';
import type { TaxClass } from '@/core/quote/quote';
import type { Db } from './db';
import { insertMany } from './insert-many';

type BookColumns = Omit<PriceRules, 'flatRates' | 'ownWorks' | 'bands' | 'hours' | 'warrantyMonths'>;

/** The columns of a price book by the names of the rules. */
const columns: Record<keyof BookColumns, string> = {
  style: 'style',
  rateMinor: 'rate_minor',
  marginRateMinor: 'margin_rate_minor',
  keyMarkupPercent: 'key_markup_percent',
  passPercent: 'pass_percent',
  cutMinutes: 'cut_minutes',
  repairPartsMinor: 'repair_parts_minor',
  waitPercent: 'wait_percent',
  minimumMinor: 'minimum_minor',
  roundingMinor: 'rounding_minor',
  roundingMode: 'rounding_mode',
  taxIncluded: 'tax_included',
  depositPercent: 'deposit_percent',
  cancellationHours: 'cancellation_hours',
  cancellationMinor: 'cancellation_minor',
  noShowMinor: 'no_show_minor',
  paymentBasisPoints: 'payment_basis_points',
  openMinutes: 'open_minutes',
  lockMinutes: 'lock_minutes',
  kmCostMinor: 'km_cost_minor',
  flexiblePercent: 'flexible_percent',
  flexibleDays: 'flexible_days',
  towBaseMinor: 'tow_base_minor',
  towPerKmMinor: 'tow_per_km_minor',
  onlineShippingMinor: 'online_shipping_minor',
  beyondPerKmMinor: 'beyond_per_km_minor',
  staleDays: 'stale_days',
  lossPercent: 'loss_percent',
  lossNote: 'loss_note',
};
/** Amounts with decimals of a minor unit. */
const decimal: ReadonlySet<keyof BookColumns> = new Set(['kmCostMinor', 'towPerKmMinor', 'beyondPerKmMinor']);
const names = Object.keys(columns) as (keyof BookColumns)[];

/** The rules that hold on a day; undefined where none do. */
export async function readPriceRules(db: Db, day: LocalDay): Promise<PriceRules | undefined> {
  return (await findPriceBook(db, day))?.rules;
}

/** The set of rules of a day with its id. */
export async function findPriceBook(
  db: Db,
  day: LocalDay,
): Promise<{ readonly id: string; readonly rules: PriceRules } | undefined> {
  const found = await db.query<BookColumns & { id: string } & ChildRows>(
    `SELECT b.id, ${names.map((name) => `b.${columns[name]}${decimal.has(name) ? '::float8' : ''} AS "${name}"`).join(', ')},
       (SELECT coalesce(jsonb_agg(jsonb_build_object('work', work, 'difficulty', difficulty, 'firstMinor', first_minor,
          'furtherMinor', further_minor) ORDER BY work, difficulty DESC), '[]') FROM price_menu WHERE price_book_id = b.id) AS "flatRates",
       (SELECT coalesce(jsonb_agg(jsonb_build_object('name', name, 'minor', minor, 'minutes', minutes) ORDER BY name), '[]')
        FROM own_work WHERE price_book_id = b.id) AS "ownWorks",
       (SELECT coalesce(jsonb_agg(jsonb_build_object('toKm', to_km, 'minor', minor) ORDER BY to_km), '[]')
        FROM distance_band WHERE price_book_id = b.id) AS bands,
       (SELECT coalesce(jsonb_agg(jsonb_build_object('label', label, 'days', days, 'from', from_hour, 'to', to_hour,
          'percent', percent) ORDER BY label), '[]') FROM hour_rule WHERE price_book_id = b.id) AS hours,
       (SELECT coalesce(jsonb_object_agg(option, months ORDER BY option), '{}') FROM shop_warranty
        WHERE price_book_id = b.id) AS "warrantyMonths"
     FROM price_book b WHERE b.valid @> $1::date`,
    [day],
  );
  const [row] = found.rows;
  if (!row) return undefined;
  const { id, ...rules } = row;
  return { id, rules };
}

interface ChildRows {
  readonly flatRates: readonly FlatRate[];
  readonly ownWorks: readonly OwnWork[];
  readonly bands: readonly DistanceBand[];
  readonly hours: readonly HourRule[];
  readonly warrantyMonths: Readonly<Partial<Record<OptionKind, number>>>;
}

/** The tax rates of a day, in hundredths of a percent; a class without one is free of tax. */
export async function readTaxRates(db: Db, day: LocalDay): Promise<Record<TaxClass, number>> {
  const taxes = await db.query<{ taxClass: TaxClass; basisPoints: number }>(
    `SELECT tax_class AS "taxClass", basis_points AS "basisPoints" FROM tax_rate WHERE valid @> $1::date`,
    [day],
  );
  const rate = (taxClass: TaxClass) => taxes.rows.find((tax) => tax.taxClass === taxClass)?.basisPoints ?? 0;
  return { goods: rate('goods'), labour: rate('labour') };
}

/** Lets a new set of rules hold from a day on; the one before ends there. */
export async function replacePriceBook(
  db: Db,
  id: string,
  rules: PriceRules,
  day: LocalDay,
  made: { readonly at: Date; readonly by: string },
): Promise<void> {
  await db.query(
    'UPDATE price_book SET valid = daterange(lower(valid), $1::date) WHERE valid && daterange($1::date, NULL)',
    [day],
  );
  await db.query(
    `INSERT INTO price_book (id, name, valid, made_at, made_by, ${names.map((name) => columns[name]).join(', ')})
     VALUES ($1, $2, daterange($3::date, NULL), $4, $5, ${names.map((_, at) => `$${at + 6}`).join(', ')})`,
    [id, `From ${day}`, day, made.at, made.by, ...names.map((name) => rules[name])],
  );
  await insertMany(
    db,
    'price_menu',
    rules.flatRates.map((price) => ({
      price_book_id: id,
      work: price.work,
      difficulty: price.difficulty,
      first_minor: price.firstMinor,
      further_minor: price.furtherMinor,
    })),
  );
  await insertMany(
    db,
    'own_work',
    rules.ownWorks.map((work) => ({ price_book_id: id, ...work })),
  );
  await insertMany(
    db,
    'distance_band',
    rules.bands.map(({ toKm, minor }) => ({ price_book_id: id, to_km: toKm, minor })),
  );
  await insertMany(
    db,
    'hour_rule',
    rules.hours.map((rule) => ({
      price_book_id: id,
      label: rule.label,
      days: rule.days,
      from_hour: rule.from,
      to_hour: rule.to,
      percent: rule.percent,
    })),
  );
  await insertMany(
    db,
    'shop_warranty',
    Object.entries(rules.warrantyMonths).map(([option, months]) => ({ price_book_id: id, option, months })),
  );
}

/** Lets new tax rates hold from a day on; those that are the same stay. */
export async function replaceTaxRates(
  db: Db,
  rates: Readonly<Record<TaxClass, number>>,
  day: LocalDay,
): Promise<void> {
  const now = await readTaxRates(db, day);
  for (const taxClass of ['goods', 'labour'] as const) {
    if (now[taxClass] === rates[taxClass]) continue;
    await db.query(
      `UPDATE tax_rate SET valid = daterange(lower(valid), $2::date)
       WHERE tax_class = $1 AND valid && daterange($2::date, NULL)`,
      [taxClass, day],
    );
    await db.query(
      'INSERT INTO tax_rate (tax_class, basis_points, valid) VALUES ($1, $2, daterange($3::date, NULL))',
      [taxClass, rates[taxClass], day],
    );
  }
}

/** Keeps others from changing prices until the transaction ends. */
export async function lockPrices(db: Db): Promise<void> {
  await db.query("SELECT pg_advisory_xact_lock(hashtext('prices'))");
}
