import { convertMinor } from '@/core/kinds/money';
import type { Db } from './db';
import { together } from './together';

/** Tables and columns with amounts in the shop's currency that hold now; those of the past keep their own. */
const amounts: Readonly<Record<string, readonly string[]>> = {
  shop: ['price_class_minor', 'only_key_harm_minor', 'stolen_live_harm_minor', 'away_key_harm_minor'],
  supplier_price: ['price_minor', 'shipping_minor'],
  dealer: ['labour_minor', 'programming_minor', 'cut_minor'],
  tool_right: ['use_minor', 'buy_minor'],
  code_service: ['fee_minor'],
  coupon: ['amount_minor', 'from_minor'],
};

/**
 * Turns every amount that holds now into another currency, rounded half away from zero to its minor units.
 * @param factor minor units of the new currency for one minor unit of the old
 */
export async function convertAmounts(db: Db, factor: number): Promise<void> {
  for (const [table, columns] of Object.entries(amounts)) {
    const sets = columns.map((column) => `${column} = round(${column} * $1::numeric)`).join(', ');
    await db.query(`UPDATE ${table} SET ${sets}`, [factor]);
  }
  await db.query('UPDATE shop SET price_class_minor = greatest(price_class_minor, 1)');
}

export interface CurrencyChange {
  readonly at: Date;
  readonly from: string;
  readonly to: string;
  /** Minor units of the new currency for one of the old. */
  readonly factor: number;
}

/** Sets the shop's currency, and keeps what it was worth. */
export async function setCurrency(db: Db, { at, from, to, factor }: CurrencyChange): Promise<void> {
  await db.query('UPDATE shop SET currency = $1', [to]);
  await db.query(
    'INSERT INTO currency_change (at, from_currency, to_currency, factor) VALUES ($1, $2, $3, $4)',
    [at, from, to, factor],
  );
}

/** An amount of the past in the shop's currency of today; null where none of its changes tells what it is worth. */
export type Restate = (minor: number, currency: string, at: Date) => number | null;

export async function readRestate(db: Db): Promise<Restate> {
  const [shop, changes] = await together(
    db,
    (db) => db.query<{ currency: string }>('SELECT currency FROM shop'),
    (db) =>
      db.query<CurrencyChange>(
        `SELECT at, from_currency AS from, to_currency AS to, factor::float8 AS factor FROM currency_change ORDER BY seq`,
      ),
  );
  const now = shop.rows[0]?.currency;
  return (minor, currency, at) => {
    let [amount, held] = [minor, currency];
    for (const change of changes.rows)
      if (change.from === held && change.at >= at)
        [amount, held] = [convertMinor(amount, change.factor), change.to];
    return held === now ? amount : null;
  };
}
